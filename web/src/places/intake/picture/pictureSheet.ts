import type { PictureBody, PictureRow, PictureSeries } from '@undameter/contract';
import {
  AppError,
  calibratePicture,
  formatValue,
  momentWords,
  printUnit,
  secondIn,
  type ErrorBar,
  type PictureCalibration,
  type Pixel,
} from '@undameter/core';

/** What of a picture can be changed. */
export type PictureSheet = PictureBody;
export type KnownPlace = PictureSheet['known'][number];

export const sheetOf = ({ id: _, campaignId: __, mediaType: ___, bytes: ____, ...sheet }: PictureRow): PictureSheet =>
  sheet;

/** Without what the server keeps beside it: its version, and which runs were made. */
const asTyped = ({ version: _, series, ...rest }: PictureSheet) => ({
  ...rest,
  series: series.map(({ runId: __, ...one }) => one),
});

export const sameSheet = (a: PictureSheet, b: PictureSheet): boolean =>
  JSON.stringify(asTyped(a)) === JSON.stringify(asTyped(b));

/** An earlier state with what was saved meanwhile: its version, and which runs were made. */
export const backTo = (
  earlier: PictureSheet,
  { version, series }: Pick<PictureRow, 'version' | 'series'>,
): PictureSheet => ({
  ...earlier,
  version,
  series: earlier.series.map((s) => ({ ...s, runId: series.find((r) => r.name === s.name)?.runId ?? s.runId })),
});

/** What a click on the picture does. */
export type Tool = 'x' | 'y' | 'both' | 'point' | 'trace' | 'marks' | 'bars';
/** What arrow keys move: a known place, or a point of a series. */
export type InHand = { of: 'known'; index: number } | { of: 'point'; series: number; index: number } | null;

const DAY = 86_400;
const today = (): number => Math.floor(Date.now() / 1000 / DAY) * DAY;

/** Values that rise by as much as those before them did: most axes are numbered evenly. */
function likelyValue({ known, ...sheet }: PictureSheet, axis: 'x' | 'y'): number {
  const isDates = sheet[axis].scale === 'dates';
  const values = known.flatMap((k) => (k.axis === axis ? [k.value] : []));
  const [last, before] = [values.at(-1), values.at(-2)];
  if (last === undefined) return isDates ? today() : 0;
  return before === undefined ? last + (isDates ? DAY : 1) : 2 * last - before;
}

export function withKnown(sheet: PictureSheet, axis: 'x' | 'y' | 'both', at: Pixel): PictureSheet {
  const place: KnownPlace = axis === 'both' ? { axis, at, x: 0, y: 0 } : { axis, at, value: likelyValue(sheet, axis) };
  return { ...sheet, known: [...sheet.known, place] };
}

export const changedKnown = (sheet: PictureSheet, at: number, change: Partial<KnownPlace>): PictureSheet => ({
  ...sheet,
  known: sheet.known.map((k, i) => (i === at ? ({ ...k, ...change } as KnownPlace) : k)),
});

export const withoutKnown = (sheet: PictureSheet, at: number): PictureSheet => ({
  ...sheet,
  known: sheet.known.filter((_, i) => i !== at),
});

export const changedSeries = (sheet: PictureSheet, at: number, change: Partial<PictureSeries>): PictureSheet => ({
  ...sheet,
  series: sheet.series.map((s, i) => (i === at ? { ...s, ...change } : s)),
});

/** Colours of series over a picture, which is mostly light. */
const COLOURS = ['#c02942', '#1c6dd0', '#1c9a66', '#8a4fff', '#d9780f', '#0f8b8d'];

export function withSeries(sheet: PictureSheet): PictureSheet {
  const names = new Set(sheet.series.map((s) => s.name));
  let n = 1;
  while (names.has(`series ${n}`)) n++;
  const colour = COLOURS[sheet.series.length % COLOURS.length]!;
  return { ...sheet, series: [...sheet.series, { name: `series ${n}`, colour, points: [], runId: null }] };
}

export type PointOfSeries = Pixel & { bar?: ErrorBar };

export const withPoints = (sheet: PictureSheet, series: number, points: readonly PointOfSeries[]): PictureSheet =>
  changedSeries(sheet, series, {
    points: points.map(({ x, y, bar }) => ({
      ...{ x: rounded(x), y: rounded(y) },
      ...(bar ? { bar: { up: rounded(bar.up), down: rounded(bar.down) } } : {}),
    })),
  });

/** A hundredth of a pixel is more than a hand or a trace can mean. */
const rounded = (v: number): number => Math.round(v * 100) / 100;

export function moved(sheet: PictureSheet, inHand: InHand, dx: number, dy: number): PictureSheet {
  if (!inHand) return sheet;
  const by = <T extends Pixel>(at: T): T => ({ ...at, x: rounded(at.x + dx), y: rounded(at.y + dy) });
  if (inHand.of === 'known')
    return sheet.known[inHand.index]
      ? changedKnown(sheet, inHand.index, { at: by(sheet.known[inHand.index]!.at) })
      : sheet;
  const points = sheet.series[inHand.series]?.points ?? [];
  return withPoints(
    sheet,
    inHand.series,
    points.map((p, i) => (i === inHand.index ? by(p) : p)),
  );
}

export function withoutInHand(sheet: PictureSheet, inHand: InHand): PictureSheet {
  if (!inHand) return sheet;
  if (inHand.of === 'known') return withoutKnown(sheet, inHand.index);
  const points = sheet.series[inHand.series]?.points ?? [];
  return withPoints(
    sheet,
    inHand.series,
    points.filter((_, i) => i !== inHand.index),
  );
}

/** The known place or point that is nearest to a place, within a reach in pixels of the picture. */
export function nearest({ known, series }: PictureSheet, at: Pixel, reach: number): InHand {
  let best: InHand = null;
  let off = reach;
  const look = (p: Pixel, found: InHand): void => {
    const distance = Math.hypot(p.x - at.x, p.y - at.y);
    if (distance <= off) [best, off] = [found, distance];
  };
  known.forEach((k, index) => look(k.at, { of: 'known', index }));
  series.forEach((s, k) => s.points.forEach((p, index) => look(p, { of: 'point', series: k, index })));
  return best;
}

/** The axes of a picture as far as they are known, or what is missing. */
export function axesOf({ x, y, known, shape }: PictureSheet): { axes: PictureCalibration } | { problem: string } {
  try {
    return { axes: calibratePicture({ x: x.scale, y: y.scale, known, shape }) };
  } catch (error) {
    if (error instanceof AppError) return { problem: error.message };
    throw error;
  }
}

/** How well the known places agree; what was not tested says so. */
export function misfitWords({ misfit, untested }: PictureCalibration): string {
  if (!misfit) return 'Not tested: there are just as many known places as are needed. One more would test them.';
  const [axis] = untested;
  const rest = axis === undefined ? '' : ` ${axis} is not tested: it has just two.`;
  const { pixels, worst } = misfit;
  // A hand does not click better than this.
  if (worst.pixels < 0.01) return `The known places agree to better than 0.01 pixels.${rest}`;
  const most = `place ${worst.index + 1} is off most, by ${formatValue(worst.pixels, 2)}`;
  return `The known places agree to ${formatValue(pixels, 2)} pixels; ${most}.${rest}`;
}

const withUnit = (text: string, unit: string): string => `${text} ${printUnit(unit)}`.trim();

/** A value of an axis as it is read: a moment on one of dates. */
export const valueOn = ({ scale }: Pick<PictureSheet['x'], 'scale'>, value: number, digits = 5): string =>
  scale === 'dates' ? momentWords(value) : formatValue(value, digits);

/** The unit in which a ± stands, and its size there: dates are counted in a unit of time, in seconds until it is one. */
export function spreadOn({ scale, unit }: Pick<PictureSheet['x'], 'scale' | 'unit'>): { unit: string; factor: number } {
  if (scale !== 'dates') return { unit, factor: 1 };
  try {
    return { unit, factor: secondIn('x', unit) };
  } catch {
    return { unit: 's', factor: 1 };
  }
}

/** The values at a place with their ±, k = 2. */
export function valueWords({ x, y, clickPixels }: PictureSheet, axes: PictureCalibration, at: Pixel): string {
  const [value, { all: u }] = [axes.valuesAt(at), axes.uncertaintyAt(at, clickPixels)];
  const one = (axis: PictureSheet['x'], v: number, s: number): string => {
    const { unit, factor } = spreadOn(axis);
    return `${axis.symbol} ${withUnit(`${valueOn(axis, v)} ± ${formatValue(2 * s * factor, 2)}`, unit)}`;
  };
  return `${one(x, value.x, u.x)}, ${one(y, value.y, u.y)}`;
}

/** What hinders the runs; null where nothing does. */
export function hindrance(sheet: PictureSheet): string | null {
  const found = axesOf(sheet);
  if ('problem' in found) return found.problem;
  return sheet.series.every((s) => s.points.length === 0) ? 'Click points, trace a line, or let marks be found.' : null;
}
