import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { type PDFFont, type PDFPage, rgb } from '@cantoo/pdf-lib';

const require = createRequire(import.meta.url);
const fontBytes = new Map<string, Uint8Array>();
/** A font of the shop's papers. */
export function font(name: string): Uint8Array {
  let bytes = fontBytes.get(name);
  if (!bytes) {
    bytes = readFileSync(require.resolve(`dejavu-fonts-ttf/ttf/${name}.ttf`));
    fontBytes.set(name, bytes);
  }
  return bytes;
}

export const INK = rgb(0.08, 0.19, 0.17);
export const QUIET = rgb(0.28, 0.38, 0.35);
const LEFT = 64;
const RIGHT = 531;

interface LineOptions {
  size: number;
  font?: PDFFont;
  color?: ReturnType<typeof rgb>;
  x?: number;
  y?: number;
  most?: number;
  stay?: boolean;
}

/** Writes lines downwards, wrapping what is too wide. */
export class Pen {
  y = 760;
  constructor(
    private readonly page: PDFPage,
    private readonly text: PDFFont,
  ) {}

  line(
    words: string,
    { size, font = this.text, color = INK, x = LEFT, y, most = RIGHT - x, stay = false }: LineOptions,
  ): void {
    const from = y ?? this.y;
    let at = from;
    for (const row of this.#wrap(drawable(words, font), font, size, most)) {
      this.page.drawText(row, { x, y: at - size, size, font, color });
      at -= size * 1.5;
    }
    if (!stay && y === undefined) this.y = at;
  }

  right(words: string, size: number, font: PDFFont = this.text): void {
    const clean = drawable(words, font);
    this.page.drawText(clean, {
      x: RIGHT - font.widthOfTextAtSize(clean, size),
      y: this.y - size,
      size,
      font,
      color: INK,
    });
  }

  rule(thickness = 0.5): void {
    this.page.drawLine({ start: { x: LEFT, y: this.y }, end: { x: RIGHT, y: this.y }, thickness, color: INK });
    this.y -= 8;
  }

  #wrap(words: string, font: PDFFont, size: number, most: number): string[] {
    const rows: string[] = [];
    let row = '';
    for (const piece of words.split(/(?<=\s)/)) {
      for (const part of this.#fit(piece, font, size, most)) {
        if (row !== '' && font.widthOfTextAtSize(row + part.trimEnd(), size) > most) {
          rows.push(row.trimEnd());
          row = '';
        }
        row += part;
      }
    }
    rows.push(row.trimEnd());
    // A paper with a novel for a title still has one page: eight rows say enough.
    return rows.length > 8 ? [...rows.slice(0, 7), `${rows[7] ?? ''}…`] : rows;
  }

  /** Cuts one over-long word. */
  #fit(piece: string, font: PDFFont, size: number, most: number): string[] {
    if (font.widthOfTextAtSize(piece, size) <= most) return [piece];
    const parts: string[] = [];
    let part = '';
    for (const character of piece) {
      if (font.widthOfTextAtSize(part + character, size) > most) {
        parts.push(part);
        part = '';
      }
      part += character;
    }
    return [...parts, part];
  }
}

const characterSets = new WeakMap<PDFFont, Set<number>>();

/** The text with what the font lacks replaced by a box. */
export function drawable(words: string, font: PDFFont): string {
  let known = characterSets.get(font);
  if (!known) characterSets.set(font, (known = new Set(font.getCharacterSet())));
  return [...words.normalize('NFC').replace(/\s+/g, ' ')]
    .map((c) => (known?.has(c.codePointAt(0) ?? 0) ? c : '\u25a1'))
    .join('');
}
