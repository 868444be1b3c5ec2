import { leastSquares } from '../linear/leastSquares';
import type { PictureCalibration, Pixel } from './calibrate';

/** So many places beside a chosen x tell the line there. */
const NEAR = 9;
/** Where the next place is farther away than this, pixels, the line was not seen. */
const LARGEST_GAP = 6;

/**
 * A line that was followed, at chosen values of x: a parabola through the places around each.
 * @param places  one a column, as they were followed
 * @param xs      in the unit of x
 * @returns the places, and the values of x at which the line was not seen
 */
export function placesAtX(
  places: readonly Pixel[],
  axes: Pick<PictureCalibration, 'valuesAt' | 'pixelAt'>,
  xs: readonly number[],
): { points: Pixel[]; missing: number[] } {
  const known = places.map((at) => ({ at, ...axes.valuesAt(at) })).filter((p) => Number.isFinite(p.x + p.y));
  const [points, missing]: [Pixel[], number[]] = [[], []];
  for (const x of xs) {
    const nearest = nearestOf(known, (p) => p.x - x);
    const column = nearest && axes.pixelAt(x, nearest.y).x;
    if (!nearest || column === undefined || Math.abs(column - nearest.at.x) > LARGEST_GAP) missing.push(x);
    else points.push(placeOn(places, axes, { x, y: nearest.y }));
  }
  return { points, missing };
}

function nearestOf<T>(all: readonly T[], off: (one: T) => number): T | undefined {
  let best: T | undefined;
  for (const one of all) if (best === undefined || Math.abs(off(one)) < Math.abs(off(best))) best = one;
  return best;
}

/** On a turned picture the column of an x moves with y: it is found in rounds. */
const ROUNDS = 4;

function placeOn(
  places: readonly Pixel[],
  axes: Pick<PictureCalibration, 'valuesAt' | 'pixelAt'>,
  start: { x: number; y: number },
): Pixel {
  let { y } = start;
  let at = axes.pixelAt(start.x, y);
  for (let round = 0; round < ROUNDS; round++) {
    at = { x: axes.pixelAt(start.x, y).x, y: rowAt(places, at.x) };
    y = axes.valuesAt(at).y;
  }
  return at;
}

/** The row of the line in a column, by a parabola through the nearest places. */
function rowAt(places: readonly Pixel[], column: number): number {
  const near = [...places].sort((a, b) => Math.abs(a.x - column) - Math.abs(b.x - column)).slice(0, NEAR);
  const u = Float64Array.from(near, (p) => p.x - column);
  const columns = [u.map(() => 1), u, u.map((v) => v * v)].slice(0, Math.min(3, new Set(u).size));
  const rows = Float64Array.from(near, (p) => p.y);
  return leastSquares(columns, rows).solution[0]!;
}

/**
 * Fewer places where a line is straight and more where it bends: those without which it would lie further off than a
 * tolerance.
 * @param tolerance  pixels
 * Source: D. H. Douglas and T. K. Peucker, Cartographica 10 (1973) 112.
 */
export function placesByCurvature(places: readonly Pixel[], tolerance: number): Pixel[] {
  const kept = new Set<number>([0, places.length - 1]);
  const open: [number, number][] = [[0, places.length - 1]];
  for (let span = open.pop(); span; span = open.pop()) {
    const [from, to] = span;
    let [most, worst] = [tolerance, -1];
    for (let i = from + 1; i < to; i++) {
      const off = offLine(places[i]!, places[from]!, places[to]!);
      if (off > most) [most, worst] = [off, i];
    }
    if (worst < 0) continue;
    kept.add(worst);
    open.push([from, worst], [worst, to]);
  }
  return places.filter((_, i) => kept.has(i));
}

/** How far a place lies from the straight line through two others. */
function offLine(p: Pixel, a: Pixel, b: Pixel): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = Math.hypot(dx, dy);
  if (length === 0) return Math.hypot(p.x - a.x, p.y - a.y);
  return Math.abs(dx * (p.y - a.y) - dy * (p.x - a.x)) / length;
}
