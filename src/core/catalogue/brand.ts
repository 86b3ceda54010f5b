import * as z from 'zod';
import { FileRef } from './file';

const Hex = z.string().regex(/^#[0-9a-f]{6}$/i, 'A colour is written like #14302b.');

/** How buyers' pages look: two colours, type from the shipped set, a logo. */
export const Brand = z.object({
  /** Headings, buttons and rules. */
  main: Hex,
  /** What opens: contents and access. */
  second: Hex,
  type: z.enum(['clear', 'plain', 'strong']),
  logo: z.object({ file: FileRef, alt: z.string().max(200) }).nullable(),
});
export type Brand = z.infer<typeof Brand>;

export const DEFAULT_BRAND: Brand = { main: '#14302b', second: '#14695d', type: 'clear', logo: null };

/** The ground that buyers' pages stand on. */
export const PAPER = '#fbf8f1';
/** What members may read on by night. */
export const NIGHT = '#0f1c1b';
/** WCAG 2.2, success criterion 1.4.3: the least contrast of text to its ground. */
const LEAST = 4.5;

const channels = (hex: string): [number, number, number] =>
  [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as [number, number, number];

/** The contrast of two colours, 1 to 21, by WCAG 2.2's relative luminance. */
export function contrastRatio(a: string, b: string): number {
  const luminance = (hex: string): number => {
    const [r, g, bl] = channels(hex).map((c) =>
      c / 255 <= 0.04045 ? c / 255 / 12.92 : ((c / 255 + 0.055) / 1.055) ** 2.4,
    ) as [number, number, number];
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl;
  };
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** A colour as it can be read on a ground: itself, or step by step further from it until it can. */
export function readable(hex: string, ground = PAPER): string {
  const away = channels(ground).reduce((a, b) => a + b) > 3 * 128 ? darker : lighter;
  let colour = hex.toLowerCase();
  for (let step = 0; step < 200 && contrastRatio(colour, ground) < LEAST; step += 1) {
    colour = `#${channels(colour)
      .map((c) => away(c).toString(16).padStart(2, '0'))
      .join('')}`;
  }
  return colour;
}

const HEAD = "'Bricolage Grotesque Variable', sans-serif";
const TEXT = "'Source Sans 3 Variable', sans-serif";
const TYPE: Record<Brand['type'], { head: string; text: string }> = {
  clear: { head: HEAD, text: TEXT },
  plain: { head: TEXT, text: TEXT },
  strong: { head: HEAD, text: HEAD },
};

const darker = (c: number): number => Math.floor(c * 0.96);
const lighter = (c: number): number => Math.min(255, Math.ceil(c * 1.02 + 2));

/** A brand as the values of the pages' custom properties. Only these are written, never what was typed. */
export function brandValues(brand: Brand, ground = PAPER): Record<string, string> {
  const main = readable(brand.main, ground);
  const second = readable(brand.second, ground);
  const { head, text } = TYPE[brand.type];
  return {
    '--ink': main,
    '--color-primary': main,
    '--color-base-content': main,
    '--access': second,
    '--access-fill': second,
    '--head': head,
    '--text': text,
  };
}
