/** What was written, read back by general-purpose libraries that know nothing of ours. */
import { createRequire } from 'node:module';
import mammoth from 'mammoth';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** The text of a PDF page by page, its title, its language, and the lines of its outline. Reader: pdf.js. */
export async function readPdf(bytes: Uint8Array) {
  const fonts = createRequire(import.meta.url)
    .resolve('pdfjs-dist/package.json')
    .replace('package.json', 'standard_fonts/');
  const pdf = await getDocument({ data: new Uint8Array(bytes), standardFontDataUrl: fonts, verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let number = 1; number <= pdf.numPages; number++) {
    const { items } = await (await pdf.getPage(number)).getTextContent();
    pages.push(items.map((item) => ('str' in item ? item.str + (item.hasEOL ? '\n' : '') : '')).join(''));
  }
  const { info } = await pdf.getMetadata();
  const outline = await pdf.getOutline();
  const [width, height] = (await pdf.getPage(1)).view.slice(2);
  await pdf.destroy();
  return {
    pages,
    title: (info as { Title?: string }).Title,
    language: (info as { Language?: string }).Language,
    outline: (outline ?? []).map((line) => line.title),
    size: [width, height],
  };
}

/** A word-processor document as HTML. Reader: mammoth, which leaves out what a field counts. */
export const readDocx = async (bytes: Uint8Array): Promise<string> =>
  (await mammoth.convertToHtml({ buffer: Buffer.from(bytes) })).value;
