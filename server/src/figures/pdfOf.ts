import type { FigureLook } from '@undameter/contract';
import pdfmake from 'pdfmake';
import { typefaceFiles } from './typefaces';

const pointsOf = (millimetres: number): number => (millimetres / 25.4) * 72;

// Nothing is fetched, and of this machine's files nothing is read but the faces.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => Object.values<string>(typefaceFiles).includes(path));
pdfmake.setFonts({ 'IBM Plex Sans': { ...typefaceFiles } });

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
    defaultStyle: { font: 'IBM Plex Sans' },
    info: { title },
    content: [{ svg, width, height }],
  });
  return document.getBuffer();
}
