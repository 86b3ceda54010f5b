import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib';

/** Cards to print and carry: one voice a page, its song drawn as a line. */
export async function cards(
  title: string,
  voices: readonly { name: string; say: string }[],
  random: { next(): number },
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const head = await pdf.embedFont(StandardFonts.HelveticaBold);
  const text = await pdf.embedFont(StandardFonts.Helvetica);
  const day = new Date('2026-03-01T00:00:00Z');
  pdf.setTitle(title);
  pdf.setCreationDate(day);
  pdf.setModificationDate(day);
  voices.forEach((voice, i) => {
    const page = pdf.addPage([420, 298]);
    page.drawRectangle({ x: 0, y: 0, width: 420, height: 298, color: rgb(0.98, 0.97, 0.94) });
    page.drawText(`${i + 1}`, { x: 24, y: 254, size: 13, font: text, color: rgb(0.54, 0.35, 0.04) });
    page.drawText(voice.name, { x: 48, y: 250, size: 22, font: head, color: rgb(0.08, 0.19, 0.17) });
    page.drawText(voice.say, { x: 48, y: 226, size: 12, font: text, color: rgb(0.28, 0.38, 0.35) });
    let y = 120;
    for (let x = 48; x < 372; x += 6) {
      const to = 90 + random.next() * 90;
      page.drawLine({ start: { x, y }, end: { x: x + 6, y: to }, thickness: 1.6, color: rgb(0.08, 0.41, 0.36) });
      y = to;
    }
    page.drawLine({ start: { x: 48, y: 70 }, end: { x: 372, y: 70 }, thickness: 0.8, color: rgb(0.85, 0.81, 0.73) });
    page.drawText(title, { x: 48, y: 40, size: 9, font: text, color: rgb(0.34, 0.41, 0.38) });
  });
  return pdf.save();
}
