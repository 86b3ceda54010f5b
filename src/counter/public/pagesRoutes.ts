import { type Request, type Response, Router } from 'express';
import { formatAmount } from '#core/money';
import { type Path, resolveAddress, type Step } from '#core/paths';
import { publicPicturesOf, type Release } from '#core/release';
import { checkoutHtml, documentHtml, frontHtml, pageHtml, wordsHtml } from '../../pages/render';
import { type CounterContext, liveRelease, shopOf, stripOf } from '../context';
import { checkoutDataFor } from './checkoutData';
import { checkoutState } from './checkoutState';
import { orderViewFor } from './orderView';
import { renderShell, type Shell, slotValues, viewOf } from './shells';
import { structuredDataFor } from './structuredData';
import { giveVisit, newVisit, ordersOfVisit, quoteStands, readVisit } from './visit';

/** The pages buyers walk through. Sales pages are rendered once a release; checkout and thank-you at each visit. */
export function pagesRoutes(context: CounterContext): Router {
  const router = Router();
  const shells = new Map<string, Shell>();

  function shellOf(release: Release, path: Path, step: Step): Shell {
    const key = `${release.number}/${step.id}`;
    let shell = shells.get(key);
    if (!shell) {
      shell = renderShell(release, path, step);
      shells.set(key, shell);
    }
    return shell;
  }

  function send(res: Response, entry: string, page: { title: string; description?: string; keepOut?: boolean; structuredData?: unknown; body: string }): void {
    const shop = shopOf(context);
    const assets = context.client.assetsOf(entry);
    const { legal } = shop;
    const foot = [
      ...(legal.terms ? [{ text: 'Terms', href: '/legal/terms' }] : []),
      ...(legal.privacy ? [{ text: 'Privacy', href: '/legal/privacy' }] : []),
      ...(legal.withdrawal ? [{ text: 'Right to withdraw', href: '/legal/withdrawal' }] : []),
      { text: 'Member area', href: '/member/' },
    ];
    res.set('Cache-Control', 'no-store').send(
      documentHtml({
        description: '', ...page, language: shop.locale, shopName: shop.name, stylesheets: assets.stylesheets, strip: stripOf(context), foot,
        ...(entry === CHECKOUT ? { scripts: assets.scripts, wide: true } : {}),
      }),
    );
  }

  const notFound = (res: Response): void => send(res.status(404), PAGES, { title: 'Not here', keepOut: true, body: wordsHtml('There is nothing at this address', ['The link may be old, or a letter may be missing.'], { label: 'See what is here', href: '/' }) });

  router.get('/', (_req, res) => {
    const release = liveRelease(context);
    const shop = shopOf(context);
    const offers = (release?.content.paths ?? []).flatMap((path) => {
      const offer = release?.content.offers.find((o) => o.id === path.offerId);
      if (!offer?.onSale) return [];
      const product = release?.content.products.find((p) => p.id === offer.productIds[0]);
      const amounts = offer.prices.map((p) => (p.terms.kind === 'free' ? 'free' : formatAmount(p.terms.amount, offer.currency, shop.locale))).join(' or ');
      return [{ href: `/${path.address}`, title: offer.title, promise: product?.promise ?? '', amounts, picture: product?.picture ? `/pictures/${product.picture.file.sha256}` : null, alt: product?.picture?.alt ?? '' }];
    });
    send(res, PAGES, { title: shop.name, body: frontHtml(shop.name, offers) });
  });

  router.get('/legal/:which', (req, res) => {
    const { legal } = shopOf(context);
    const known = { terms: ['Terms', legal.terms], privacy: ['Privacy', legal.privacy], withdrawal: ['Right to withdraw', legal.withdrawal] }[String(req.params['which'])];
    if (!known?.[1]) return notFound(res);
    send(res, PAGES, { title: known[0] ?? '', body: wordsHtml(known[0] ?? '', [known[1]]) });
  });

  router.get('/pictures/:sha256', (req, res) => {
    const release = liveRelease(context);
    const picture = release && publicPicturesOf(release.content).get(String(req.params['sha256']));
    if (!picture || !/^image\/(png|jpeg|gif|webp|svg\+xml)$/.test(picture.type)) return notFound(res);
    res.set({ 'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox", 'Cache-Control': 'public, max-age=31536000, immutable', 'Content-Type': picture.type });
    res.sendFile(context.vault.pathOf(picture.sha256), { cacheControl: false, dotfiles: 'allow' });
  });

  router.get('/:address{/:step}', async (req: Request, res: Response) => {
    const release = liveRelease(context);
    const place = resolveAddress(release?.content.paths ?? [], String(req.params['address']), String(req.params['step'] ?? ''));
    if (!release || place.found === 'nothing') return notFound(res);
    if (place.found === 'moved') return res.redirect(302, place.to);
    const { path, step } = place;
    const page = release.content.pages.find((p) => p.id === step.pageId);
    const offer = release.content.offers.find((o) => o.id === path.offerId);
    if (!page || !offer) return notFound(res);
    const thanks = `/${path.address}/thanks`;
    const title = page.title || offer.title;
    switch (step.kind) {
      case 'page': {
        const body = shellOf(release, path, step).fill(slotValues(release, path, context.runner.now()));
        return send(res, PAGES, { title, description: page.description, structuredData: structuredDataFor(release, path, context.publicAddress()), body });
      }
      case 'checkout': {
        if (!offer.onSale) return send(res, PAGES, { title, keepOut: true, body: wordsHtml('This is not on sale at the moment', ['If you already bought it, it is still yours.'], { label: 'Member area', href: '/member/' }) });
        await context.runner.synced();
        let visit = readVisit(context, req, path.id);
        let state = visit ? checkoutState(context.runner.state, visit.checkout, thanks) : null;
        if (visit && state?.status === 'paid' && !('again' in req.query)) return res.redirect(303, thanks);
        const unsettled = state?.status === 'asking' || state?.status === 'bank';
        if (!visit || (!unsettled && (state?.status === 'paid' || !quoteStands(visit, context.runner.now())))) {
          visit = newVisit(context, path.id);
          state = { status: 'open' };
        }
        giveVisit(context, res, visit);
        const quoted = context.releases.get(visit.release) ?? release;
        const data = checkoutDataFor(context, quoted, path, page, state ?? { status: 'open' });
        return send(res, CHECKOUT, { title, keepOut: true, body: checkoutHtml(data) });
      }
      case 'thanks': {
        await context.runner.synced();
        const order = ordersOfVisit(context, req).find((o) => o.checkoutId === readVisit(context, req, path.id)?.checkout);
        if (!order) {
          return send(res, PAGES, { title, keepOut: true, body: wordsHtml('Sign in to open what you bought', ['This page opens by itself only right after buying. Your things wait for you in the member area.'], { label: 'Member area', href: '/member/' }) });
        }
        const view = { ...viewOf(release, path, orderViewFor(context, order)), offer: { title: offer.title, prices: [] } };
        return send(res, PAGES, { title, keepOut: true, body: pageHtml(page, view) });
      }
    }
  });
  return router;
}

export const PAGES = 'src/pages/entry.ts';
const CHECKOUT = 'src/pages/checkout/entry.tsx';
