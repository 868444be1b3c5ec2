import { continued, type EndRule } from './ends';
import { checkWindow } from './movingAverage';

/**
 * Running median: takes single spikes out and leaves steps standing.
 * @param y       samples, length n, finite
 * @param window  odd number of samples, >= 3
 * @returns       length n, unit of y
 * @throws {AppError} WINDOW_NOT_ODD
 * Source: J. W. Tukey, Exploratory Data Analysis (1977), chapter 7. The window is kept in order;
 * a sample that leaves and one that comes move only what stands between them.
 */
export function runningMedian(y: Float64Array, window: number, ends: EndRule = 'shrink'): Float64Array {
  checkWindow(window);
  const half = (window - 1) / 2;
  if (ends !== 'shrink') return middles(continued(y, half, ends), half, half, y.length);
  return middles(y, half, 0, y.length);
}

/** Medians of what of the window lies in `y`, at `n` places from `first` on. */
function middles(y: Float64Array, half: number, first: number, n: number): Float64Array {
  const out = new Float64Array(n);
  const sorted = new Float64Array(2 * half + 1);
  let count = 0;
  let past = 0;
  for (let i = 0; i < n; i++) {
    const centre = first + i;
    const to = Math.min(y.length, centre + half + 1);
    const leaving = centre - half - 1;
    if (leaving >= 0 && past > leaving && past < to && past + 1 === to) {
      exchange(sorted, count, y[leaving]!, y[past++]!);
    } else {
      if (leaving >= 0) count = withdraw(sorted, count, y[leaving]!);
      while (past < to) count = insert(sorted, count, y[past++]!);
    }
    const middle = count >> 1;
    out[i] = count % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
  }
  return out;
}

/** The first place whose value is not below. */
function placeOf(sorted: Float64Array, count: number, value: number): number {
  let low = 0;
  let high = count;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

function insert(sorted: Float64Array, count: number, value: number): number {
  const at = placeOf(sorted, count, value);
  sorted.copyWithin(at + 1, at, count);
  sorted[at] = value;
  return count + 1;
}

function withdraw(sorted: Float64Array, count: number, value: number): number {
  const at = placeOf(sorted, count, value);
  sorted.copyWithin(at, at + 1, count);
  return count - 1;
}

/** Few places apart a plain loop is faster than a call that copies memory. */
const NEAR = 40;

function exchange(sorted: Float64Array, count: number, old: number, value: number): void {
  let at = placeOf(sorted, count, old);
  if (value > old) {
    const to = placeOf(sorted, count, value) - 1;
    if (to - at < NEAR) for (; at < to; at++) sorted[at] = sorted[at + 1]!;
    else sorted.copyWithin(at, at + 1, to + 1);
    sorted[to] = value;
  } else if (value < old) {
    const to = placeOf(sorted, count, value);
    if (at - to < NEAR) for (; at > to; at--) sorted[at] = sorted[at - 1]!;
    else sorted.copyWithin(to + 1, to, at);
    sorted[to] = value;
  }
}
