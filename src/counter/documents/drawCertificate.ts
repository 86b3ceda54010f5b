import { PDFDocument } from '@cantoo/pdf-lib';
import fontkit from '@cantoo/fontkit';
import { formatDay, type Instant, msOf } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import type { Words } from '#core/words';
import { font, INK, Pen, QUIET } from './pen';

/** What somebody gets who has done all of a course: their name, its title as it was then, day and number. */
export async function drawCertificate(
  { shop, locale, words }: { shop: ShopDetails; locale: string; words: Words },
  { at, title, number }: { at: Instant; title: string; number: number },
  name: string,
): Promise<Uint8Array> {
  const say = words.course.paper;
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  const text = await pdf.embedFont(font('DejaVuSans'), { subset: true });
  const bold = await pdf.embedFont(font('DejaVuSans-Bold'), { subset: true });
  pdf.setTitle(`${say.heading}: ${title}`);
  pdf.setSubject(say.says(name, title));
  pdf.setCreationDate(new Date(msOf(at)));
  pdf.setModificationDate(new Date(msOf(at)));
  const pen = new Pen(pdf.addPage([842, 595]), text);
  pen.y = 470;
  pen.line(shop.name, { size: 12, color: QUIET, most: 640 });
  pen.y -= 24;
  pen.line(say.heading, { size: 30, font: bold, most: 640 });
  pen.y -= 28;
  pen.line(say.says(name, title), { size: 16, color: INK, most: 640 });
  pen.y -= 28;
  pen.line(say.on(formatDay(at, shop.zone, locale)), { size: 12, most: 640 });
  pen.line(say.number(String(number).padStart(5, '0')), { size: 10, color: QUIET, most: 640 });
  return pdf.save();
}
