import type { FigureDressing, FigureLook, FigureSeries, LineType, SymbolShape } from '@undameter/contract';
import type { Sheet } from './sheet';

/** How a series is drawn: as its nature and its place in the order tell, unless it is dressed. Lengths in pixels. */
export interface SeriesLook {
  name: string;
  shown: boolean;
  colour: string;
  /** The same as type, dark enough to be read on white. */
  textColour: string;
  symbol: SymbolShape;
  pointsShown: boolean;
  size: number;
  /** Its symbols lie so close that its curve is drawn over them. */
  isCrowded: boolean;
  filled: boolean;
  opacity: number;
  line: LineType;
  width: number;
  order: number;
  offset: number;
  bars: boolean;
  barsEvery: number;
  band: boolean;
}

export const shapes: readonly SymbolShape[] = ['circle', 'square', 'triangle', 'diamond', 'cross', 'ring'];
const lines: readonly LineType[] = ['solid', 'dashed', 'dotted', 'dashDotted'];
/** Bars nearer to each other than this, in mm, cannot be told apart. */
const BARS_APART = 1.5;

/**
 * @param index    place of the series among those of the figure, from 0
 * @param density  points to a millimetre of the axis, for how many bars can be read
 */
export function lookOfSeries(
  series: FigureSeries,
  index: number,
  { look, series: dressed }: Pick<FigureDressing, 'look' | 'series'>,
  sheet: Sheet,
  density = 0,
): SeriesLook {
  const own = dressed[series.id] ?? {};
  const crowded = isCrowded(series, look);
  const colour = own.colour ?? look.colours[index % look.colours.length]!;
  return {
    name: own.name ?? series.name,
    shown: own.shown ?? true,
    colour,
    textColour: readable(colour),
    symbol: own.symbol ?? shapes[index % shapes.length]!,
    pointsShown: own.pointsShown ?? true,
    size: own.size === undefined ? sheet.symbol * (crowded ? SMALLER : 1) : sheet.mm(own.size),
    isCrowded: crowded,
    // From the seventh series on the symbols come round again, filled.
    filled: own.filled ?? Math.floor(index / shapes.length) % 2 === 1,
    opacity: own.opacity ?? 1,
    line: own.line ?? lineOf(series, index, look.toldBy === 'shape'),
    width: own.width === undefined ? sheet.line * widthShare(series) : sheet.pt(own.width),
    order: own.order ?? 0,
    offset: own.offset ?? 0,
    bars: own.bars ?? true,
    barsEvery: own.barsEvery ?? Math.max(1, Math.ceil(BARS_APART * density)),
    band: own.band ?? true,
  };
}

/** Symbols that would cover the curve shrink to this share of their size. */
const SMALLER = 0.6;

/** Whether symbols of a size, in mm, stand so close along the whole width that they hide the curve; clusters do not. */
function isCrowded({ points, curve }: FigureSeries, { widthMm, symbolMm }: FigureLook): boolean {
  const x = (points?.x ?? []).filter((v) => v !== null);
  const cells = Math.floor((0.8 * widthMm) / symbolMm);
  if (!curve || x.length <= cells) return false;
  const [low, high] = x.reduce(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity]);
  const taken = new Set(x.map((v) => Math.floor(((v - low!) / (high! - low! || 1)) * cells)));
  return taken.size > cells / 2;
}

/** Measured curves are thinner than models, which lie over them. */
const widthShare = ({ nature }: FigureSeries): number => (nature === 'measured' ? 0.8 : 1);

function lineOf({ nature, curve, points }: FigureSeries, index: number, isToldByLine: boolean): LineType {
  if (!curve) return 'none';
  if (nature === 'simulated') return 'dashed';
  // Where symbols tell series apart already, their curves may all be solid.
  return isToldByLine && !points ? lines[index % lines.length]! : 'solid';
}

/** Contrast that text needs on white: WCAG 2.1, 1.4.3. */
const LEAST_CONTRAST = 4.5;

/** The colour, darkened until text of it can be read on white. */
export function readable(colour: string): string {
  let rgb = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16));
  while (1.05 / (luminance(rgb) + 0.05) < LEAST_CONTRAST) rgb = rgb.map((v) => Math.floor(0.94 * v));
  return `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
}

/** Relative luminance of sRGB, 0 to 255 each. Source: WCAG 2.1, definition of relative luminance. */
function luminance(rgb: readonly number[]): number {
  const [r, g, b] = rgb.map((v) => (v / 255 <= 0.03928 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}
