import { median } from '../sample';

/** Spacing may deviate by this share and still count as even (clock rounding of loggers; common practice). */
export const TOLERANCE = 0.01;

/**
 * By how much steps may differ for a derivative of this order: a value is hardly moved by a place that is 1 % off, a rate
 * is off by as much, and a second derivative by far more.
 */
export const evenTolerance = (derivative: number): number =>
  derivative === 0 ? TOLERANCE : derivative === 1 ? 1e-4 : 1e-7;

/** The mean spacing of an increasing column when it is even within a share of it, otherwise undefined. */
export function evenSpacing(x: Float64Array, tolerance = TOLERANCE): number | undefined {
  const n = x.length;
  if (n < 2) return undefined;
  const mean = (x[n - 1]! - x[0]!) / (n - 1);
  for (let i = 1; i < n; i++) if (Math.abs(x[i]! - x[i - 1]! - mean) > tolerance * mean) return undefined;
  return mean;
}

/** A stretch on even steps, with the places of its own samples among them. */
export interface Bridged {
  y: Float64Array;
  spacing: number;
  /** Place of each sample of the stretch, rising; undefined where none is missing. */
  places: Int32Array | undefined;
}

const LOOKED_AT = 5001;

/** The median of some of the steps of an increasing column. */
export function usualSpacing(x: Float64Array): number {
  const stride = Math.max(1, Math.floor((x.length - 1) / LOOKED_AT));
  const count = Math.floor((x.length - 1) / stride);
  return median(Float64Array.from({ length: count }, (_, k) => x[k * stride + 1]! - x[k * stride]!));
}

/**
 * A stretch in which single samples are missing, but whose clock is even, with straight lines
 * over what is missing; undefined where the clock itself is uneven.
 * @param y  samples, length n, finite
 * @param x  positions, length n, rising
 */
export function bridged(y: Float64Array, x: Float64Array): Bridged | undefined {
  const spacing = evenSpacing(x);
  if (spacing !== undefined) return { y, spacing, places: undefined };
  const usual = usualSpacing(x);
  const places = new Int32Array(x.length);
  for (let i = 1; i < x.length; i++) {
    const step = x[i]! - x[i - 1]!;
    const ticks = Math.round(step / usual);
    if (ticks < 1 || Math.abs(step - ticks * usual) > TOLERANCE * usual) return undefined;
    places[i] = places[i - 1]! + ticks;
  }
  const ticks = places[x.length - 1] ?? 0;
  const filled = new Float64Array(ticks + 1);
  filled[0] = y[0] ?? NaN;
  for (let i = 1; i < x.length; i++) {
    const [from, to] = [places[i - 1]!, places[i]!];
    for (let k = from + 1; k <= to; k++) filled[k] = y[i - 1]! + ((y[i]! - y[i - 1]!) * (k - from)) / (to - from);
  }
  return { y: filled, spacing: ticks > 0 ? (x[x.length - 1]! - x[0]!) / ticks : usual, places };
}
