import type { FigureLook } from '@undameter/contract';
import { PDF_FONT, pdfmake, pointsOf } from './pdfMaker';

/** One drawing on a page of its size: vectors, and letters that are text. */
export async function pdfOf({
  svg,
  look,
  title,
}: {
  svg: string;
  look: FigureLook;
  title: string;
}): Promise<Uint8Array> {
  const [width, height] = [pointsOf(look.widthMm), pointsOf(look.heightMm)];
  const document = pdfmake.createPdf({
    pageSize: { width, height },
    pageMargins: 0,
    defaultStyle: { font: PDF_FONT },
    info: { title },
    content: [{ svg, width, height }],
  });
  return document.getBuffer();
}
