import helmet from 'helmet';
import type { RequestHandler } from 'express';

/**
 * What every answer carries: only our own scripts, no plug-ins, no frames around us, and no address of a page
 * (which may hold a link) passed on.
 */
export function securityHeaders(cardService: string): RequestHandler {
  // Cards go from the buyer's browser to the payment service and nowhere else.
  const cards = URL.canParse(cardService) ? [new URL(cardService).origin] : [];
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'self'"],
        'script-src': ["'self'"],
        'style-src': ["'self'"],
        'img-src': ["'self'", 'blob:', 'data:'],
        'media-src': ["'self'", 'blob:'],
        'font-src': ["'self'"],
        'connect-src': ["'self'", ...cards],
        'worker-src': ["'self'"],
        'object-src': ["'none'"],
        'base-uri': ["'none'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'frame-src': ["'self'"],
      },
    },
    // Only something in front that speaks https can promise it.
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'same-origin' },
    crossOriginResourcePolicy: { policy: 'same-origin' },
  });
}
