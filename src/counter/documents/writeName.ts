import { degrees, PDFDocument, type PDFPage } from '@cantoo/pdf-lib';
import fontkit from '@cantoo/fontkit';
import { isWholePdf } from '#core/catalogue';
import { drawable, font, QUIET } from './pen';

const SIZE = 7;
const FROM_EDGE = 12;

/**
 * A PDF with a line in small type at the foot of each page, as it is looked at: whatever way a page is turned and
 * however much of it is shown.
 * @returns null for one that cannot be written on: locked, damaged, or none
 */
export async function withNameOn(bytes: Uint8Array, line: string): Promise<Uint8Array | null> {
  if (!isWholePdf(bytes)) return null;
  try {
    const pdf = await PDFDocument.load(bytes, { updateMetadata: false });
    pdf.registerFontkit(fontkit);
    const text = await pdf.embedFont(font('DejaVuSans'), { subset: true });
    const words = drawable(line, text);
    const width = text.widthOfTextAtSize(words, SIZE);
    for (const page of pdf.getPages()) {
      const { x, y, across, turn } = footOf(page);
      // On a narrow page it is smaller rather than cut off.
      const size = Math.min(SIZE, (SIZE * (across - 2 * FROM_EDGE)) / width);
      page.drawText(words, { x, y, size, font: text, color: QUIET, rotate: degrees(turn) });
    }
    return await pdf.save();
  } catch {
    return null;
  }
}

/** Where the line begins on a page, how wide that is as it is seen, and how the page is turned. */
function footOf(page: PDFPage): { x: number; y: number; across: number; turn: number } {
  const box = page.getCropBox();
  const turn = (((page.getRotation().angle % 360) + 360) % 360) as 0 | 90 | 180 | 270;
  const [left, right] = [box.x + FROM_EDGE, box.x + box.width - FROM_EDGE];
  const [bottom, top] = [box.y + FROM_EDGE, box.y + box.height - FROM_EDGE];
  switch (turn) {
    case 90:
      return { x: right, y: bottom, across: box.height, turn };
    case 180:
      return { x: right, y: top, across: box.width, turn };
    case 270:
      return { x: left, y: top, across: box.height, turn };
    default:
      return { x: left, y: bottom, across: box.width, turn: 0 };
  }
}
