import { createHash } from 'node:crypto';
import type { FigureContent, FigureDressing } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { figureOption } from '@undameter/drawing';
import { Resvg } from '@resvg/resvg-js';
import * as echarts from 'echarts';
import { LRUCache } from 'lru-cache';
import { embeddedFaces } from './embeddedFaces';
import { typeAsOutlines, withoutType } from './outlined';
import { joinedStrokes } from './joinedStrokes';
import { pdfOf } from './pdfOf';
import { measure, typefaceFiles } from './typefaces';
import { withDensity } from './withDensity';

export interface PictureTask {
  name: string;
  content: FigureContent;
  dressing: FigureDressing;
  format: 'png' | 'svg' | 'pdf';
  dpi: number;
  /** Letters of an SVG as outlines, for programs that have no face of their own. */
  outlines: boolean;
}

// Without a canvas the library guesses widths of texts; here they are known.
echarts.setPlatformAPI({
  measureText: (text: string, font = '12px') => ({
    width: measure(text, {
      family: '',
      size: parseFloat(/([\d.]+)px/.exec(font)?.[1] ?? '12'),
      weight: 400,
      italic: false,
    }),
  }),
});

/** A figure as the bytes of a file. @throws {AppError} PICTURE_TOO_LARGE, and as figureOption */
export async function drawPicture(task: PictureTask): Promise<Uint8Array> {
  const { content, dressing, format, dpi, name, outlines } = task;
  if (format === 'svg')
    return Buffer.from(
      sized(outlines ? svgOf(content, dressing, true) : embeddedFaces(svgOf(content, dressing)), dressing),
    );
  if (format === 'pdf')
    return pdfOf({ svg: svgOf(content, dressing), look: dressing.look, title: dressing.title || name });
  checkPixels(dressing, dpi);
  return pngOf(svgOf(content, dressing), dpi);
}

/** Drawings lately made: the page of a report draws what its file is then written with. */
const drawn = new LRUCache<string, string>({ maxSize: 64 * 2 ** 20, sizeCalculation: (svg) => 2 * svg.length });

/** The figure as SVG, in CSS pixels at the size of its print. */
export function svgOf(content: FigureContent, dressing: FigureDressing, asOutlines = false): string {
  const key = createHash('sha256')
    .update(JSON.stringify([content, dressing, asOutlines]))
    .digest('base64');
  const known = drawn.get(key);
  if (known !== undefined) return known;
  const svg = drawSvg(content, dressing, asOutlines);
  drawn.set(key, svg);
  return svg;
}

function drawSvg(content: FigureContent, dressing: FigureDressing, asOutlines: boolean): string {
  const { option, width, height } = figureOption({ content, dressing, measure });
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width, height });
  try {
    chart.setOption(asOutlines ? withoutType(option) : option);
    const svg = joinedStrokes(forPrint(chart.renderToSVGString()));
    return asOutlines ? svg.replace(/<\/svg>\s*$/, `${typeAsOutlines(option)}</svg>`) : svg;
  } finally {
    chart.dispose();
  }
}

/**
 * Without what only a chart on a page needs, that it is hovered and clicked: attributes of no standard, and names that
 * count on from chart to chart, so that the same figure would never be the same file.
 */
function forPrint(svg: string): string {
  const names = new Map<string, string>();
  return svg
    .replace(/<style[^>]*>[^]*?<\/style>/g, '')
    .replace(/ (?:ecmeta_\w+|class|pointer-events)="[^"]*"/g, '')
    .replace(/\bzr\d+-\w+/g, (name) => {
      const known = names.get(name) ?? `part-${names.size + 1}`;
      names.set(name, known);
      return known;
    });
}

/** Its size in millimetres, so that it is placed at the size of its print. */
const sized = (svg: string, { look }: FigureDressing): string =>
  svg.replace(/^<svg width="[\d.]+" height="[\d.]+"/, `<svg width="${look.widthMm}mm" height="${look.heightMm}mm"`);

const MOST_MEGAPIXELS = 150;

/** @throws {AppError} PICTURE_TOO_LARGE */
function checkPixels({ look }: FigureDressing, dpi: number): void {
  const megapixels = Math.ceil(((look.widthMm / 25.4) * dpi * (look.heightMm / 25.4) * dpi) / 1e6);
  if (megapixels > MOST_MEGAPIXELS)
    throw new AppError('PICTURE_TOO_LARGE', { have: megapixels, most: MOST_MEGAPIXELS });
}

export function pngOf(svg: string, dpi: number): Uint8Array {
  const image = new Resvg(svg, {
    // The drawing is in CSS pixels, of which an inch has 96.
    fitTo: { mode: 'zoom', value: dpi / 96 },
    font: { fontFiles: Object.values(typefaceFiles), loadSystemFonts: false, defaultFontFamily: 'IBM Plex Sans' },
  });
  return withDensity(image.render().asPng(), dpi);
}
