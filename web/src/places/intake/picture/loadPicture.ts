import { counted } from '../../../parts/counted';

export interface PictureImage {
  bitmap: ImageBitmap;
  pixels: ImageData;
  /** Of the document that it is a page of; 1 of a picture. */
  pages: number;
}

const LEAST_PIXELS = 16;
const MOST_PIXELS = 60e6;
/** A drawing without a size of its own is drawn so wide. */
const DRAWING_WIDTH = 1600;

/** What cannot be read off a picture of a size; null where it can. */
export function sizeProblem(width: number, height: number): string | null {
  if (Math.min(width, height) < LEAST_PIXELS)
    return `The picture has ${width} × ${height} pixels: nothing can be read off it.`;
  if (width * height <= MOST_PIXELS) return null;
  return `The picture has ${Math.round((width * height) / 1e6)} megapixels; up to 60 are taken. Make it smaller.`;
}

/** @throws {Error} with a sentence where it cannot be shown */
export async function loadPicture(address: string): Promise<PictureImage> {
  const element = new Image();
  element.src = address;
  await element.decode().catch(() => {
    throw new Error(
      'The picture cannot be decoded: its file is broken. Open it elsewhere, save it anew, and send it again.',
    );
  });
  const width = element.naturalWidth || DRAWING_WIDTH;
  const height = element.naturalHeight || DRAWING_WIDTH / 1.5;
  return imageOf(width, height, (context) => context.drawImage(element, 0, 0, width, height), 1);
}

/** What is drawn on white paper, as it is shown and as its pixels. */
async function imageOf(
  width: number,
  height: number,
  draw: (context: CanvasRenderingContext2D) => void | Promise<void>,
  pages: number,
): Promise<PictureImage> {
  const problem = sizeProblem(width, height);
  if (problem) throw new Error(problem);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.fillStyle = '#fff';
  context.fillRect(0, 0, width, height);
  await draw(context);
  const pixels = context.getImageData(0, 0, width, height);
  return { bitmap: await createImageBitmap(canvas), pixels, pages };
}

/** A page is drawn at this resolution, or at less where it would have too many pixels. */
const DOTS_PER_INCH = 200;
const POINTS_PER_INCH = 72;
const MOST_PAGE_PIXELS = 24e6;

/** Pixels for each point of a page; places on it are kept in these pixels. */
export function pageScale(width: number, height: number): number {
  const usual = DOTS_PER_INCH / POINTS_PER_INCH;
  return Math.min(usual, Math.sqrt(MOST_PAGE_PIXELS / (width * height)));
}

/** A page of a document, the first one is 1. @throws {Error} with a sentence where it cannot be shown */
export async function loadPage(address: string, number: number): Promise<PictureImage> {
  const [{ getDocument, GlobalWorkerOptions }, { default: worker }] = await Promise.all([
    import('pdfjs-dist'),
    import('pdfjs-dist/build/pdf.worker.min.mjs?url'),
  ]);
  GlobalWorkerOptions.workerSrc = worker;
  const loading = getDocument({ url: address, isEvalSupported: false, enableXfa: false });
  try {
    const pdf = await loading.promise;
    if (number > pdf.numPages) throw new Error(noSuchPage(number, pdf.numPages));
    const page = await pdf.getPage(number);
    const whole = page.getViewport({ scale: 1 });
    const viewport = page.getViewport({ scale: pageScale(whole.width, whole.height) });
    const [width, height] = [Math.round(viewport.width), Math.round(viewport.height)];
    const draw = (canvasContext: CanvasRenderingContext2D) => page.render({ canvasContext, viewport }).promise;
    return await imageOf(width, height, draw, pdf.numPages);
  } catch (error) {
    throw new Error(pageProblem(error as Error), { cause: error });
  } finally {
    void loading.destroy();
  }
}

const noSuchPage = (number: number, pages: number): string =>
  `The document has ${counted(pages, 'page')}, and no page ${number}. Choose another.`;

/** Why a page cannot be shown. */
export function pageProblem({ name, message }: Pick<Error, 'name' | 'message'>): string {
  if (name === 'PasswordException')
    return 'The document is protected by a password. Save it without one, and send that.';
  if (name === 'InvalidPDFException')
    return 'The document cannot be read: its file is broken, or it is no PDF. Open it elsewhere, save it anew, and send it again.';
  return name === 'Error' ? message : `The page could not be shown (${message}). Load this page of the app again.`;
}
