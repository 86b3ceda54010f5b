import { isWholePdf } from '#core/catalogue';
import { EncryptedPDFError, PDFDocument } from '@cantoo/pdf-lib';

export type PdfNews = 'fine' | 'locked' | 'damaged';

/** Says whether a PDF can be written on. */
onmessage = async ({ data }: MessageEvent<Blob>) => {
  try {
    const bytes = new Uint8Array(await data.arrayBuffer());
    const pdf = await PDFDocument.load(bytes, { updateMetadata: false });
    const fine = isWholePdf(bytes) && pdf.getPageCount() > 0;
    postMessage((fine ? 'fine' : 'damaged') satisfies PdfNews);
  } catch (error) {
    postMessage((error instanceof EncryptedPDFError ? 'locked' : 'damaged') satisfies PdfNews);
  }
};
