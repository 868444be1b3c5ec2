import type { Pixel } from './calibrate';
import type { Ink } from './ink';

/** How far an error bar reaches from the middle of its mark, pixels up and down. */
export interface ErrorBar {
  up: number;
  down: number;
}

/** The stem of a bar lies within so many columns of the middle of its mark. */
const BESIDE = 1;
/** So many rows are without its colour inside a hollow mark, and where something crosses the stem. */
const HOLLOW = 14;
const BROKEN = 2;
const LEAST_SHARE = 0.3;
/** A cap is this many times as wide as the stem, at least. */
const CAP = 3;
/** What reaches no further than this beyond the mark is its rim. */
const BEYOND = 2;

/** The error bars on marks of one colour; undefined for a mark that has none. */
export function errorBarsAt(ink: Ink, middles: readonly Pixel[]): (ErrorBar | undefined)[] {
  const radii = middles.map((at) => radiusAt(ink, at)).sort((a, b) => a - b);
  const radius = radii[radii.length >> 1] ?? 0;
  return middles.map((at) => errorBarAt(ink, at, radius));
}

/** How far a mark reaches aslant, where its error bars do not: the middle of four directions, pixels. */
function radiusAt(ink: Ink, { x, y }: Pixel): number {
  const lengths = [
    [1, 1],
    [1, -1],
    [-1, 1],
    [-1, -1],
  ].map(([dx, dy]) => {
    let last = 0;
    for (let k = 0; k <= HOLLOW || k === last + 1; k++) {
      const [column, row] = [Math.floor(x + k * dx!), Math.floor(y + k * dy!)];
      const isInside = column >= 0 && row >= 0 && column < ink.width && row < ink.height;
      if (isInside && ink.share[row * ink.width + column]! >= LEAST_SHARE) last = k;
    }
    return last * Math.SQRT2;
  });
  return (lengths.sort((a, b) => a - b)[1]! + lengths[2]!) / 2;
}

/**
 * The error bar on a mark, by its colour: how far its stem goes up and down from the middle, to the middle of a cap where
 * there is one.
 * @param radius  of the mark, pixels
 * @returns undefined where nothing goes beyond the mark in either direction
 */
export function errorBarAt(ink: Ink, at: Pixel, radius: number): ErrorBar | undefined {
  const [up, down] = [reachOf(ink, at, -1), reachOf(ink, at, 1)];
  const bar = { up: up > radius + BEYOND ? up : 0, down: down > radius + BEYOND ? down : 0 };
  return bar.up > 0 || bar.down > 0 ? bar : undefined;
}

/** How far ink goes from a place in one direction, pixels. */
function reachOf(ink: Ink, at: Pixel, step: 1 | -1): number {
  const start = Math.floor(at.y);
  let last: number | undefined;
  let gap = 0;
  for (let row = start; row >= 0 && row < ink.height; row += step) {
    if (shareAt(ink, at.x, row) >= LEAST_SHARE) [last, gap] = [row, 0];
    else if (++gap > (last === undefined ? HOLLOW : BROKEN)) break;
  }
  return last === undefined ? 0 : Math.abs(endAt(ink, at, last, step) - at.y);
}

/** The most that the colour covers of a pixel of the stem. */
function shareAt({ width, share }: Ink, x: number, row: number): number {
  const column = Math.floor(x);
  let most = 0;
  for (let c = Math.max(0, column - BESIDE); c <= Math.min(width - 1, column + BESIDE); c++)
    most = Math.max(most, share[row * width + c]!);
  return most;
}

/** Where a stem ends: at the middle of its cap, or where its ink does. */
function endAt(ink: Ink, at: Pixel, last: number, step: 1 | -1): number {
  const stem = widthAt(ink, at.x, last - step * STEM);
  const rows: number[] = [];
  for (let row = last; rows.length < THICKEST && widthAt(ink, at.x, row) >= CAP * Math.max(1, stem); row -= step)
    rows.push(row);
  if (rows.length > 0 && rows.length < THICKEST) {
    // The row beyond it may be covered in part.
    const covered = [last + step, ...rows].filter((row) => row >= 0 && row < ink.height);
    const shares = covered.map((row) => shareAt(ink, at.x, row));
    const sum = shares.reduce((a, b) => a + b, 0);
    return covered.reduce((s, row, k) => s + shares[k]! * (row + 0.5), 0) / sum;
  }
  const beyond = last + step;
  const part = beyond >= 0 && beyond < ink.height ? shareAt(ink, at.x, beyond) : 0;
  // From the far edge of the last row that is covered, by what is covered of the next.
  const edge = step === 1 ? last + shareAt(ink, at.x, last) : last + 1 - shareAt(ink, at.x, last);
  return edge + step * part;
}

/** So many rows before its end a stem has its own width. */
const STEM = 6;
/** A cap is no thicker, rows. */
const THICKEST = 5;

/** Pixels of a row that hang together with the stem. */
function widthAt({ width, height, share }: Ink, x: number, row: number): number {
  if (row < 0 || row >= height) return 0;
  const covered = (c: number): boolean => c >= 0 && c < width && share[row * width + c]! >= LEAST_SHARE;
  const middle = [0, -1, 1].map((d) => Math.floor(x) + d).find(covered);
  if (middle === undefined) return 0;
  let [left, right] = [middle, middle];
  while (covered(left - 1)) left--;
  while (covered(right + 1)) right++;
  return right - left + 1;
}
