import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fontkit from '@cantoo/fontkit';
import { PDFDocument, type PDFFont, type PDFPage, rgb } from '@cantoo/pdf-lib';
import { type Instant, msOf } from '#core/calendar';
import type { DocumentPaper } from '#core/messages';

const require = createRequire(import.meta.url);
const fontBytes = new Map<string, Uint8Array>();
function font(name: string): Uint8Array {
  let bytes = fontBytes.get(name);
  if (!bytes) {
    bytes = readFileSync(require.resolve(`dejavu-fonts-ttf/ttf/${name}.ttf`));
    fontBytes.set(name, bytes);
  }
  return bytes;
}

const INK = rgb(0.08, 0.19, 0.17);
const QUIET = rgb(0.28, 0.38, 0.35);
const LEFT = 64;
const RIGHT = 531;

/**
 * Draws a receipt or credit note on one A4 page. The font covers Latin, Greek, Cyrillic, Hebrew and Arabic;
 * characters it lacks (emoji, for one) become a small box rather than stopping a buyer's receipt.
 */
export async function drawDocument(paper: DocumentPaper, at: Instant): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  const text = await pdf.embedFont(font('DejaVuSans'), { subset: true });
  const bold = await pdf.embedFont(font('DejaVuSans-Bold'), { subset: true });
  pdf.setTitle(`${paper.heading} ${paper.number}`);
  pdf.setCreationDate(new Date(msOf(at)));
  pdf.setModificationDate(new Date(msOf(at)));
  const page = pdf.addPage([595, 842]);
  const pen = new Pen(page, text);

  if (paper.test !== null) pen.line(paper.test, { size: 9, color: QUIET, y: 800 });
  pen.y = 760;
  pen.line(`${paper.heading} ${paper.number}`, { size: 20, font: bold });
  pen.y -= 18;
  const top = pen.y;
  for (const line of paper.from) pen.line(line, { size: 10 });
  const below = pen.y;
  pen.y = top;
  for (const line of paper.to) pen.line(line, { size: 10, x: 310 });
  pen.y = Math.min(below, pen.y) - 14;
  for (const fact of paper.facts) {
    pen.line(fact.label, { size: 10, color: QUIET, stay: true });
    pen.line(fact.value, { size: 10, x: 160 });
  }
  pen.y -= 16;
  for (const row of paper.rows) {
    pen.rule();
    pen.right(row.amount, 10);
    pen.line(row.text, { size: 10, most: 340 });
    pen.y -= 4;
  }
  pen.rule(1.4);
  pen.right(paper.total.amount, 13, bold);
  pen.line(paper.total.label, { size: 13, font: bold });
  pen.y -= 12;
  for (const line of paper.foot) pen.line(line, { size: 10, color: QUIET });
  return pdf.save();
}

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
class Pen {
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
function drawable(words: string, font: PDFFont): string {
  let known = characterSets.get(font);
  if (!known) characterSets.set(font, (known = new Set(font.getCharacterSet())));
  return [...words.normalize('NFC').replace(/\s+/g, ' ')]
    .map((c) => (known?.has(c.codePointAt(0) ?? 0) ? c : '\u25a1'))
    .join('');
}
