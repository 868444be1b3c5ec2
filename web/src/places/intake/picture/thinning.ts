import {
  formatValue,
  momentWords,
  placesAtX,
  placesByCurvature,
  typedMoment,
  type PictureCalibration,
} from '@undameter/core';
import { counted } from '../../../parts/counted';
import { typedNumber } from '../../../sheet/typedNumber';
import { withPoints, type PictureSheet } from './pictureSheet';

/** Which places of a line that was followed are kept. */
export type Thinning = { by: 'x'; text: string } | { by: 'curvature'; pixels: number };
type Scale = PictureSheet['x']['scale'];
const MOST = 2000;

/**
 * Values of x as they are typed: a list, apart by semicolons or blanks, or `0 to 100 by 10`; moments apart by
 * semicolons.
 * @returns the values, or the sentence that says what is wrong
 */
export function chosenXs(text: string, scale: Scale): number[] | string {
  if (text.trim() === '') return 'Type values of x: 0; 10; 20, or 0 to 100 by 10.';
  const range = /^\s*(\S+)\s+to\s+(\S+)\s+by\s+(\S+)\s*$/.exec(text);
  if (range && scale !== 'dates') return evenXs(range.slice(1));
  const words = text.split(scale === 'dates' ? ';' : /[;\s]+/).filter((w) => w.trim() !== '');
  const read = scale === 'dates' ? typedMoment : typedNumber;
  const wrong = words.find((w) => (read(w) ?? null) === null);
  if (wrong !== undefined) return `"${wrong.trim()}" is no ${scale === 'dates' ? 'date' : 'number'}.`;
  return words.length > MOST
    ? `These are ${words.length} values; up to ${MOST} are taken.`
    : words.map((w) => read(w)!);
}

function evenXs(typed: readonly string[]): number[] | string {
  const [from, to, by] = typed.map((w) => typedNumber(w)) as [number | null, number | null, number | null];
  if (from === null || to === null || by === null) return 'Type three numbers: 0 to 100 by 10.';
  if (!(by > 0 && to >= from)) return 'The last number is the step, above zero, and the range rises: 0 to 100 by 10.';
  const count = Math.floor((to - from) / by + 1e-9) + 1;
  if (count > MOST) return `That would be ${count} values; up to ${MOST} are taken.`;
  return Array.from({ length: count }, (_, k) => from + k * by);
}

interface Thinned {
  sheet: PictureSheet;
  /** What was kept, and where the line was not seen. */
  words: string;
  isWhole: boolean;
}

/** A series with fewer places, or the sentence that says why not. */
export function thinned(
  sheet: PictureSheet,
  series: number,
  axes: PictureCalibration | undefined,
  how: Thinning,
): Thinned | string {
  const places = sheet.series[series]?.points ?? [];
  if (how.by === 'curvature') {
    const kept = placesByCurvature(places, how.pixels);
    const words = `${counted(kept.length, 'place')} of ${places.length} kept.`;
    return { sheet: withPoints(sheet, series, kept), words, isWhole: true };
  }
  const xs = chosenXs(how.text, sheet.x.scale);
  if (typeof xs === 'string') return xs;
  if (!axes) return 'The axes are not known yet.';
  if (!isFollowed(places))
    return 'These are single points and no line that was followed: nothing is read between them.';
  const { points, missing } = placesAtX(places, axes, xs);
  if (points.length === 0) return 'The line was not seen at any of these values of x.';
  const isDates = sheet.x.scale === 'dates';
  const named = missing.slice(0, 5).map((x) => (isDates ? momentWords(x) : formatValue(x, 5)));
  const rest = missing.length > named.length ? `, and ${missing.length - named.length} more` : '';
  const words = `The line read at ${counted(points.length, 'value')} of x`;
  return {
    sheet: withPoints(sheet, series, points),
    words: missing.length === 0 ? `${words}.` : `${words}; it was not seen at ${named.join(', ')}${rest}.`,
    isWhole: missing.length === 0,
  };
}

/** A line has a place in nearly every column. */
function isFollowed(places: readonly { x: number }[]): boolean {
  const xs = places.map((p) => p.x).sort((a, b) => a - b);
  const gaps = xs
    .slice(1)
    .map((x, k) => x - xs[k]!)
    .sort((a, b) => a - b);
  return (gaps[gaps.length >> 1] ?? Infinity) <= 3;
}
