import { PDFDocument } from '@cantoo/pdf-lib';
import fontkit from '@cantoo/fontkit';
import { formatDay, type Instant, msOf } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import type { Words } from '#core/words';
import { font, INK, Pen, QUIET } from './pen';

/** What stands on a certificate, in words. */
export interface CertificatePaper {
  shop: string;
  heading: string;
  title: string;
  says: string;
  on: string;
  number: string;
  at: Instant;
}

/** What somebody gets who has done all of a course: their name, its title as it was then, day and number. */
export function certificateOf(
  { shop, locale, words }: { shop: ShopDetails; locale: string; words: Words },
  { at, title, number }: { at: Instant; title: string; number: number },
  name: string,
): CertificatePaper {
  const say = words.course.paper;
  return {
    shop: shop.name,
    heading: say.heading,
    title: `${say.heading}: ${title}`,
    says: say.says(name, title),
    on: say.on(formatDay(at, shop.zone, locale)),
    number: say.number(String(number).padStart(5, '0')),
    at,
  };
}

export async function drawCertificate(paper: CertificatePaper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  const text = await pdf.embedFont(font('DejaVuSans'), { subset: true });
  const bold = await pdf.embedFont(font('DejaVuSans-Bold'), { subset: true });
  pdf.setTitle(paper.title);
  pdf.setSubject(paper.says);
  pdf.setCreationDate(new Date(msOf(paper.at)));
  pdf.setModificationDate(new Date(msOf(paper.at)));
  const pen = new Pen(pdf.addPage([842, 595]), text);
  pen.y = 470;
  pen.line(paper.shop, { size: 12, color: QUIET, most: 640 });
  pen.y -= 24;
  pen.line(paper.heading, { size: 30, font: bold, most: 640 });
  pen.y -= 28;
  pen.line(paper.says, { size: 16, color: INK, most: 640 });
  pen.y -= 28;
  pen.line(paper.on, { size: 12, most: 640 });
  pen.line(paper.number, { size: 10, color: QUIET, most: 640 });
  return pdf.save();
}
