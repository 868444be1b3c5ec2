import { createRequire } from 'node:module';
import type { Measure } from '@undameter/drawing';
import { openSync, type Font } from 'fontkit';

const { resolve } = createRequire(import.meta.url);
const fileOf = (style: string): string => resolve(`@expo-google-fonts/ibm-plex-sans/${style}/IBMPlexSans_${style}.ttf`);

/** The face of figures and reports, whole: with Greek letters, raised digits and the signs of the trade. */
export const typefaceFiles = {
  normal: fileOf('400Regular'),
  bold: fileOf('600SemiBold'),
  italics: fileOf('400Regular_Italic'),
  bolditalics: fileOf('600SemiBold_Italic'),
} as const;
type Style = keyof typeof typefaceFiles;

const styleOf = (weight: number, italic: boolean): Style =>
  weight >= 600 ? (italic ? 'bolditalics' : 'bold') : italic ? 'italics' : 'normal';

const opened = new Map<Style, Font>();
function fontOf(weight: number, italic: boolean): Font {
  const style = styleOf(weight, italic);
  const known = opened.get(style);
  if (known) return known;
  const font = openSync(typefaceFiles[style]) as Font;
  opened.set(style, font);
  return font;
}

/** Characters of a text that the face does not have, each once: they come out as empty boxes. */
export function lettersWithout(text: string): string {
  const font = fontOf(400, false);
  return [...new Set(text)].filter((c) => c > ' ' && !font.hasGlyphForCodePoint(c.codePointAt(0)!)).join('');
}

const widths = new Map<string, number>();
const MOST_WIDTHS = 20_000;

/** Width of a text in pixels, by the metrics of the face itself. */
export const measure: Measure = (text, { size, weight, italic }) => {
  const key = `${weight}${italic ? 'i' : ''}${text}`;
  let width = widths.get(key);
  if (width === undefined) {
    const font = fontOf(weight, italic);
    width = font.layout(text).advanceWidth / font.unitsPerEm;
    if (widths.size >= MOST_WIDTHS) widths.clear();
    widths.set(key, width);
  }
  return width * size;
};

/** A text as the outlines of its letters, as path data from its baseline's left end. */
export function outlineOf(text: string, size: number, weight: number, italic: boolean): string {
  const font = fontOf(weight, italic);
  const scale = size / font.unitsPerEm;
  const run = font.layout(text);
  let x = 0;
  return run.glyphs
    .map((glyph, i) => {
      const at = run.positions[i]!;
      const path = glyph.path
        .scale(scale, -scale)
        .translate((x + at.xOffset) * scale, -at.yOffset * scale)
        .toSVG();
      x += at.xAdvance;
      return path;
    })
    .join('');
}
