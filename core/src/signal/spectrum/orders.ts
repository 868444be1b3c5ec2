import { AppError } from '../../error/AppError';

/** A stretch at even steps of turning instead of time. */
export interface InTurns {
  y: Float64Array;
  /** Turns per sample. */
  step: number;
  /** Up to this order, per turn, all of the stretch was sampled densely enough. */
  highest: number;
}

/** Taps of the interpolation on either side. */
const SIDE = 24;
/** Up to this share of the sampling rate it keeps amplitudes within 0.1 %. */
const USABLE = 0.4;
/** A shaft that nearly stands would ask for endless samples. */
const MOST_LONGER = 8;

/**
 * Brings a signal to even steps of the angle of a shaft, so that what turns with it keeps its place in a spectrum whatever the
 * speed does (order tracking).
 * @param y        evenly spaced samples, length n, finite
 * @param speed    turns per unit of x at the same samples, length n, finite
 * @param spacing  in [x]
 * @throws {AppError} SPEED_NOT_ABOVE_ZERO
 * Source: K. R. Fyfe and E. D. S. Munck, Mech. Syst. Signal Process. 11 (1997) 187-205, from memory; here the values between
 * samples come from the sampling theorem with a window of 48 samples.
 */
export function evenInTurns(y: Float64Array, speed: Float64Array, spacing: number): InTurns {
  const n = y.length;
  const lowest = speed.reduce((a, b) => Math.min(a, b), Infinity);
  const highest = speed.reduce((a, b) => Math.max(a, b), -Infinity);
  if (!(lowest > 0)) throw new AppError('SPEED_NOT_ABOVE_ZERO', { lowest });
  const turns = new Float64Array(n);
  for (let i = 1; i < n; i++) turns[i] = turns[i - 1]! + ((speed[i]! + speed[i - 1]!) / 2) * spacing;
  const total = turns[n - 1]!;
  const step = Math.max(lowest * spacing, total / (MOST_LONGER * n));
  const count = Math.floor(total / step + 1e-9) + 1;
  const out = new Float64Array(count);
  let i = 0;
  for (let k = 0; k < count; k++) {
    const angle = Math.min(k * step, total);
    while (i < n - 2 && turns[i + 1]! <= angle) i++;
    out[k] = between(y, i + (angle - turns[i]!) / (turns[i + 1]! - turns[i]!));
  }
  return { y: out, step, highest: Math.min(0.5 / step, USABLE / (highest * spacing)) };
}

/** The value between evenly spaced samples, by sines over their argument under a window; beyond the ends the end value holds. */
function between(y: Float64Array, place: number): number {
  const near = Math.round(place);
  const off = place - near;
  if (Math.abs(off) < 1e-9) return y[Math.min(y.length - 1, Math.max(0, near))]!;
  const sine = Math.sin(Math.PI * off) / Math.PI;
  let [sum, whole] = [0, 0];
  for (let j = 1 - SIDE; j < SIDE; j++) {
    const away = off - j;
    const weight = ((j % 2 ? -sine : sine) / away) * (0.5 + 0.5 * Math.cos((Math.PI * away) / SIDE));
    sum += weight * y[Math.min(y.length - 1, Math.max(0, near + j))]!;
    whole += weight;
  }
  return sum / whole;
}
