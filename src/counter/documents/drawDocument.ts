import fontkit from '@cantoo/fontkit';
import { PDFDocument } from '@cantoo/pdf-lib';
import { type Instant, msOf } from '#core/calendar';
import type { DocumentPaper } from '#core/messages';
import { font, Pen, QUIET } from './pen';

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
