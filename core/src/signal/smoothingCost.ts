import { gather, median, segments, type Mask } from '../sample';
import { bridged } from './evenSpacing';
import { powerDensity } from './spectrum/density';

export interface Peak {
  /** Position of the highest sample, and its height above the median of the stretch. */
  at: number;
  height: number;
  /** Width at half that height, in [x]; NaN where the stretch ends before. */
  width: number;
}

/** What a smoothing or filter takes away from a channel, over its longest stretch. */
export interface SmoothingCost {
  /** Of the removed part. */
  standardDeviation: number;
  /** Correlation of neighbouring samples of the removed part: near 0 for noise, near 1 for a signal. */
  neighbourCorrelation: number;
  /** The removed part is no noise any more: what is removed belongs to the signal. */
  removesSignal: boolean;
  before: Peak;
  after: Peak;
  /** Power spectral density before and after; empty where the time steps are uneven. */
  frequency: Float64Array;
  densityBefore: Float64Array;
  densityAfter: Float64Array;
}

/** Neighbours more alike than this are not what white noise leaves; smoothing makes them unlike. */
const ALIKE = 0.3;
const SEGMENT = 1024;
const FEWEST = 16;
/** The spectrum is taken from the middle of a longer stretch: more would only make it smoother, and a slider wait. */
const LONGEST = 1 << 17;

/**
 * @param y  the channel, length n
 * @param s  what the smoothing made of it, length n, missing where y is
 * @param x  positions, length n
 * @returns  undefined where no stretch is long enough to say anything
 * @throws {AppError} NOT_INCREASING
 * The correlation of neighbours as a test for noise: G. E. P. Box and G. M. Jenkins, Time Series
 * Analysis, section 2.1; its limit is common practice.
 */
export function smoothingCost(
  y: Float64Array,
  s: Float64Array,
  x: Float64Array,
  mask: Mask,
  xName: string,
): SmoothingCost | undefined {
  const longest = segments(x, s, mask, xName).reduce((a, b) => (b.length > a.length ? b : a), new Int32Array());
  if (longest.length < FEWEST) return undefined;
  const [before, after, at] = [gather(y, longest), gather(s, longest), gather(x, longest)];
  // A loop and not a map: this runs for every move of a slider.
  const removed = new Float64Array(before.length);
  for (let i = 0; i < removed.length; i++) removed[i] = before[i]! - after[i]!;
  const { standardDeviation, neighbourCorrelation } = ofNoise(removed);
  const density = (column: Float64Array) => {
    const even = bridged(middleOf(column), middleOf(at));
    return even && powerDensity(even.y, even.spacing, { segment: Math.min(SEGMENT, column.length), taper: 'hann' });
  };
  const [raw, calm] = [density(before), density(after)];
  return {
    standardDeviation,
    neighbourCorrelation,
    removesSignal: neighbourCorrelation > Math.max(ALIKE, 3 / Math.sqrt(longest.length)),
    before: peakOf(before, at),
    after: peakOf(after, at),
    frequency: raw?.frequency ?? new Float64Array(),
    densityBefore: raw?.value ?? new Float64Array(),
    densityAfter: calm?.value ?? new Float64Array(),
  };
}

function middleOf(column: Float64Array): Float64Array {
  const from = Math.max(0, (column.length - LONGEST) >> 1);
  return column.subarray(from, from + LONGEST);
}

function ofNoise(column: Float64Array): Pick<SmoothingCost, 'standardDeviation' | 'neighbourCorrelation'> {
  let sum = 0;
  for (let i = 0; i < column.length; i++) sum += column[i]!;
  const mean = sum / column.length;
  let squares = 0;
  let products = 0;
  let last = 0;
  for (let i = 0; i < column.length; i++) {
    const d = column[i]! - mean;
    squares += d * d;
    products += d * last;
    last = d;
  }
  return {
    standardDeviation: Math.sqrt(squares / (column.length - 1)),
    neighbourCorrelation: squares > 0 ? products / squares : 0,
  };
}

function peakOf(column: Float64Array, x: Float64Array): Peak {
  const ground = median(column);
  let top = 0;
  for (let i = 1; i < column.length; i++) if (column[i]! > column[top]!) top = i;
  const height = column[top]! - ground;
  const half = ground + height / 2;
  /** Where the column falls below half height, on the line between two samples. */
  const crossing = (step: 1 | -1): number => {
    for (let i = top; i + step >= 0 && i + step < column.length; i += step) {
      const [inner, outer] = [column[i]!, column[i + step]!];
      if (outer <= half) return x[i]! + ((x[i + step]! - x[i]!) * (inner - half)) / (inner - outer || 1);
    }
    return NaN;
  };
  return { at: x[top]!, height, width: crossing(1) - crossing(-1) };
}
