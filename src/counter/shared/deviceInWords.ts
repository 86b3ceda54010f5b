import type { Request } from 'express';

const BROWSERS: readonly (readonly [RegExp, string])[] = [
  [/\bFirefox\//, 'Firefox'],
  [/\bEdg\//, 'Edge'],
  [/\bOPR\//, 'Opera'],
  [/\bChrom(e|ium)\//, 'Chrome'],
  [/\bSafari\//, 'Safari'],
];
const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/\b(iPhone|iPad)\b/, 'iOS'],
  [/\bAndroid\b/, 'Android'],
  [/\bWindows\b/, 'Windows'],
  [/\bMac OS X\b/, 'macOS'],
  [/\bLinux\b/, 'Linux'],
];

/** Browser and system of a request in a few words, so that its owner knows it again. */
export function deviceInWords(req: Request): string {
  const agent = req.get('user-agent') ?? '';
  const find = (list: typeof BROWSERS): string | undefined => list.find(([mark]) => mark.test(agent))?.[1];
  return [find(BROWSERS), find(SYSTEMS)].filter((word) => word !== undefined).join(', ');
}
