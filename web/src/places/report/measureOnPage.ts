import type { Measure } from '@undameter/drawing';

const FACE = 'IBM Plex Sans';
/** Letters of every subset that figures use, so that each is there before it is measured. */
const SAMPLE = 'Hxρη²±−·';

/** Loads the face of figures: what is drawn before it is there stays in another one. */
export async function loadFigureFace(): Promise<void> {
  await Promise.all([
    import('@fontsource/ibm-plex-sans/400.css'),
    import('@fontsource/ibm-plex-sans/600.css'),
    import('@fontsource/ibm-plex-sans/400-italic.css'),
  ]);
  await Promise.all(
    ['400', '600', 'italic 400'].map((style) => document.fonts.load(`${style} 12px "${FACE}"`, SAMPLE)),
  );
}

let context: CanvasRenderingContext2D | null = null;
const widths = new Map<string, number>();
/** Measured once at this size: widths are in proportion to it. */
const SIZE = 100;

/** Width of a text in pixels, by the face of figures as the browser has it. */
export const measureOnPage: Measure = (text, { size, weight, italic }) => {
  const key = `${weight}${italic ? 'i' : ''}${text}`;
  let width = widths.get(key);
  if (width === undefined) {
    context ??= document.createElement('canvas').getContext('2d');
    if (!context) return 0.55 * size * text.length;
    context.font = `${italic ? 'italic ' : ''}${weight} ${SIZE}px "${FACE}"`;
    width = context.measureText(text).width / SIZE;
    if (widths.size > 20_000) widths.clear();
    widths.set(key, width);
  }
  return width * size;
};
