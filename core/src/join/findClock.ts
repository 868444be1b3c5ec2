import { AppError } from '../error/AppError';
import { studentTQuantile } from '../model/statistics/studentT';
import { median } from '../sample';
import { findOffset } from './findOffset';

/** How the clock of a second log runs against that of a first: first = offset + (1 + rate)·second. */
export interface Clock {
  /** At time zero of the second log, unit of the times. */
  offset: number;
  /** How much faster the first clock runs, as a share: 1e-6 is one part per million. */
  rate: number;
  /** Half width of the 95 % interval of the rate, from how the matches scatter; NaN of two. */
  rateHalf: number;
  /** Where parts of both logs were matched, by the time of the second log. */
  matches: ClockMatch[];
}

export interface ClockMatch {
  at: number;
  /** The first log's time less what offset and rate make of the second's. */
  residual: number;
  correlation: number;
}

interface Sampled {
  x: Float64Array;
  y: Float64Array;
}

const PARTS = 12;
/** Parts that are less alike, or as alike elsewhere, tell no time. */
const LEAST_ALIKE = 0.8;
const LEAST_APART = 0.02;
/** A part that goes through its mean less often is a flank, and flanks are alike wherever they are. */
const LEAST_CROSSINGS = 3;
/** Clocks that differ by more are no clocks of loggers: the matches are of something else. */
const MOST_RATE = 0.01;
/** A match is placed between samples by a parabola, and no better than to this share of the sampling interval. */
const RESOLVED = 0.01;
/** Matches further from the line than so many of its scatter are of something else. */
const OUTLYING = 5;

/**
 * Finds offset and rate of a second log's clock by matching parts of it one by one.
 * @param a, b    times (rising, same unit) and values; missing values are passed over
 * @param offset  that at which both are most alike as a whole
 * @returns       undefined where fewer than two parts tell their time, or what they tell is no clock's
 * The parts' offsets lie on a straight line over time, which is fitted by least squares after a line by medians (H. Theil,
 * Proc. Kon. Ned. Akad. Wet. 53 (1950) 386-392, from memory) has told which parts are of something else.
 */
export function findClock(a: Sampled, b: Sampled, offset: number): Clock | undefined {
  const found = parts(b).flatMap((part) => matchOf(a, part, offset));
  if (found.length < 2) return undefined;
  const rough = lineByMedians(found);
  const off = found.map((m) => Math.abs(m.offset - rough.at(m.time)));
  const scatter = 1.4826 * median(Float64Array.from(off));
  const kept = found.filter((_, i) => off[i]! <= OUTLYING * scatter + Number.EPSILON * Math.abs(offset));
  const used = kept.length >= 2 ? kept : found;
  const line = lineBySquares(used, RESOLVED * Math.max(stepOf(a.x), stepOf(b.x)));
  if (Math.abs(line.slope) > MOST_RATE) return undefined;
  return {
    offset: line.at(0),
    rate: line.slope,
    rateHalf: line.slopeHalf,
    matches: used.map((m) => ({ at: m.time, residual: m.offset - line.at(m.time), correlation: m.correlation })),
  };
}

/** The second log in parts of equal length; apart from each other, so that the scatter of their matches tells how sure they are. */
function parts({ x, y }: Sampled): Sampled[] {
  const present = x.filter((v) => v === v);
  const [from, to] = [present[0] ?? 0, present.at(-1) ?? 0];
  const step = (to - from) / PARTS;
  return Array.from({ length: PARTS }, (_, k) => between({ x, y }, from + k * step, from + (k + 1) * step));
}

function between({ x, y }: Sampled, from: number, to: number): Sampled {
  const inside = Int32Array.from(x.keys()).filter((i) => x[i]! >= from && x[i]! <= to);
  return { x: Float64Array.from(inside, (i) => x[i]!), y: Float64Array.from(inside, (i) => y[i]!) };
}

interface Match {
  time: number;
  offset: number;
  correlation: number;
}

/** Where a part lies in the first log, looked for half its length around where the whole lies. */
function matchOf(a: Sampled, part: Sampled, offset: number): Match[] {
  if (crossingsOf(part.y) < LEAST_CROSSINGS) return [];
  const [from, to] = [part.x[0] ?? NaN, part.x.at(-1) ?? NaN];
  const reach = (to - from) / 2;
  const around = between(a, from + offset - reach, to + offset + reach);
  try {
    const found = findOffset(around, part);
    const isTelling =
      found.correlation > LEAST_ALIKE &&
      found.correlation - found.runnerUp > LEAST_APART &&
      Math.abs(found.offset - offset) < reach;
    return isTelling ? [{ time: (from + to) / 2, offset: found.offset, correlation: found.correlation }] : [];
  } catch (error) {
    // A part in which nothing is logged, or nothing happens, tells no time.
    if (error instanceof AppError) return [];
    throw error;
  }
}

function stepOf(x: Float64Array): number {
  const present = x.filter((v) => v === v);
  return median(present.slice(1).map((v, i) => v - present[i]!));
}

/** How often a column goes through its mean. */
function crossingsOf(y: Float64Array): number {
  const present = y.filter((v) => v === v);
  const mean = present.reduce((sum, v) => sum + v, 0) / present.length;
  return present.reduce((count, v, i) => count + Number(i > 0 && v > mean !== present[i - 1]! > mean), 0);
}

function lineByMedians(found: readonly Match[]): { at(time: number): number } {
  const slopes = found.flatMap((m, i) => found.slice(i + 1).map((n) => (n.offset - m.offset) / (n.time - m.time)));
  const slope = median(Float64Array.from(slopes));
  const level = median(Float64Array.from(found, (m) => m.offset - slope * m.time));
  return { at: (time) => level + slope * time };
}

/** @param least  standard deviation below which matches are not told apart */
function lineBySquares(
  found: readonly Match[],
  least: number,
): { slope: number; slopeHalf: number; at(time: number): number } {
  const n = found.length;
  const mean = (of: (m: Match) => number): number => found.reduce((sum, m) => sum + of(m), 0) / n;
  const [time, offset] = [mean((m) => m.time), mean((m) => m.offset)];
  const spread = found.reduce((sum, m) => sum + (m.time - time) ** 2, 0);
  const slope = found.reduce((sum, m) => sum + (m.time - time) * (m.offset - offset), 0) / spread;
  const at = (t: number): number => offset + slope * (t - time);
  const squares = found.reduce((sum, m) => sum + (m.offset - at(m.time)) ** 2, 0);
  const variance = Math.max(squares / (n - 2), least * least);
  const slopeHalf = n > 2 ? studentTQuantile(0.975, n - 2) * Math.sqrt(variance / spread) : NaN;
  return { slope, slopeHalf, at };
}
