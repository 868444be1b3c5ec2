import { AppError } from '../../error/AppError';
import { checkCutoff } from './fourierFilter';

/** A second-order section b0 + b1 z⁻¹ + b2 z⁻² over 1 + a1 z⁻¹ + a2 z⁻². */
export interface Section {
  b: readonly [number, number, number];
  a: readonly [number, number];
}

export type PassBand =
  { pass: 'low' | 'high'; cutoff: number } | { pass: 'band' | 'notch'; cutoff: number; upperCutoff: number };

export interface Butterworth {
  poles: Complex[];
  zeros: Complex[];
  gain: number;
  sections: Section[];
}

interface Complex {
  re: number;
  im: number;
}

const HIGHEST_ORDER = 12;
const c = (re: number, im = 0): Complex => ({ re, im });
const add = (a: Complex, b: Complex): Complex => c(a.re + b.re, a.im + b.im);
const minus = (a: Complex, b: Complex): Complex => c(a.re - b.re, a.im - b.im);
const times = (a: Complex, b: Complex): Complex => c(a.re * b.re - a.im * b.im, a.re * b.im + a.im * b.re);
const scaled = (a: Complex, s: number): Complex => c(a.re * s, a.im * s);
const over = (a: Complex, b: Complex): Complex => {
  const square = b.re * b.re + b.im * b.im;
  return c((a.re * b.re + a.im * b.im) / square, (a.im * b.re - a.re * b.im) / square);
};
const size = (a: Complex): number => Math.hypot(a.re, a.im);
const product = (all: readonly Complex[]): Complex => all.reduce(times, c(1));
const root = (a: Complex): Complex => {
  const r = Math.sqrt((size(a) + Math.abs(a.re)) / 2);
  if (r === 0) return c(0);
  return a.re >= 0 ? c(r, a.im / (2 * r)) : c(Math.abs(a.im) / (2 * r), a.im < 0 ? -r : r);
};

/**
 * A digital Butterworth filter as second-order sections.
 * @param order    of the low-pass prototype, 1 … 12; band-pass and notch have twice as many poles
 * @param band     cut-offs in 1/[x], where the amplitude is down to 1/√2
 * @param spacing  sampling interval in [x]
 * @throws {AppError} CUTOFF_OUTSIDE, BAND_REVERSED, FILTER_ORDER
 * Source: S. Butterworth, Experimental Wireless 7 (1930); bilinear transform with the cut-offs
 * warped beforehand, and the transforms of the prototype, after A. V. Oppenheim and
 * R. W. Schafer, Discrete-Time Signal Processing (3rd ed. 2010), chapter 7 and appendix B.
 */
export function butterworth(order: number, band: PassBand, spacing: number): Butterworth {
  if (!Number.isInteger(order) || order < 1 || order > HIGHEST_ORDER)
    throw new AppError('FILTER_ORDER', { order, highest: HIGHEST_ORDER });
  const warped = cutoffsOf(band, spacing).map((f) => 4 * Math.tan(Math.PI * f * spacing));
  const prototype = Array.from({ length: order }, (_, k) => {
    const angle = (Math.PI * (2 * k + 1 - order)) / (2 * order);
    return c(-Math.cos(angle), -Math.sin(angle));
  });
  const analog = transformed(prototype, band.pass, warped);
  // Bilinear transform at the rate 2, to which the cut-offs were warped.
  const bilinear = (s: Complex): Complex => over(add(c(4), s), minus(c(4), s));
  const poles = analog.poles.map(bilinear);
  const zeros = analog.zeros.map(bilinear);
  while (zeros.length < poles.length) zeros.push(c(-1));
  const gain =
    analog.gain *
    over(product(analog.zeros.map((z) => minus(c(4), z))), product(analog.poles.map((p) => minus(c(4), p)))).re;
  return { poles, zeros, gain, sections: sectionsOf(zeros, poles, gain) };
}

function cutoffsOf(band: PassBand, spacing: number): number[] {
  const cutoffs = 'upperCutoff' in band ? [band.cutoff, band.upperCutoff] : [band.cutoff];
  for (const cutoff of cutoffs) checkCutoff(cutoff, spacing);
  if (cutoffs.length === 2 && !(cutoffs[0]! < cutoffs[1]!))
    throw new AppError('BAND_REVERSED', { from: cutoffs[0]!, to: cutoffs[1]! });
  return cutoffs;
}

interface Analog {
  poles: Complex[];
  zeros: Complex[];
  gain: number;
}

/** The low-pass prototype moved to the wanted band. */
function transformed(prototype: readonly Complex[], pass: PassBand['pass'], warped: readonly number[]): Analog {
  const order = prototype.length;
  if (pass === 'low') {
    const w = warped[0]!;
    return { poles: prototype.map((p) => scaled(p, w)), zeros: [], gain: w ** order };
  }
  const inverseGain = over(c(1), product(prototype.map((p) => scaled(p, -1)))).re;
  if (pass === 'high') {
    const w = warped[0]!;
    return { poles: prototype.map((p) => over(c(w), p)), zeros: prototype.map(() => c(0)), gain: inverseGain };
  }
  const width = warped[1]! - warped[0]!;
  const middle = Math.sqrt(warped[0]! * warped[1]!);
  const half = (p: Complex): Complex => (pass === 'band' ? scaled(p, width / 2) : over(c(width / 2), p));
  const split = (p: Complex): Complex[] => {
    const h = half(p);
    const distance = root(minus(times(h, h), c(middle * middle)));
    return [add(h, distance), minus(h, distance)];
  };
  const poles = prototype.flatMap(split);
  return pass === 'band'
    ? { poles, zeros: prototype.map(() => c(0)), gain: width ** order }
    : { poles, zeros: prototype.flatMap(() => [c(0, middle), c(0, -middle)]), gain: inverseGain };
}

const REAL = 1e-10;
const isReal = (a: Complex): boolean => Math.abs(a.im) <= REAL * Math.max(1, size(a));

/**
 * Poles and zeros in pairs: the poles nearest to the unit circle take the zeros nearest to
 * them, which keeps rounding small, and stand last. After the book named above, section 6.
 */
function sectionsOf(allZeros: readonly Complex[], allPoles: readonly Complex[], gain: number): Section[] {
  const zeros = [...allZeros];
  const poles = [...allPoles];
  if (poles.length % 2) {
    zeros.push(c(0));
    poles.push(c(0));
  }
  const sections: Section[] = [];
  while (poles.length > 0) {
    const first = takeLowest(poles, (p) => Math.abs(1 - size(p)));
    const second = takePartner(poles, first, (p) => Math.abs(1 - size(p)));
    // A lone real zero is left for a pair of real poles.
    const loneReal = !isReal(first) && zeros.filter(isReal).length === 1;
    const z1 = takeLowest(zeros, (z) => (loneReal && isReal(z) ? Infinity : size(minus(z, first))));
    const z2 = takePartner(zeros, z1, (z) => size(minus(z, first)));
    sections.unshift({ b: quadratic(z1, z2), a: quadratic(first, second).slice(1) as [number, number] });
  }
  const [b0, b1, b2] = sections[0]!.b;
  sections[0] = { ...sections[0]!, b: [b0 * gain, b1 * gain, b2 * gain] };
  return sections;
}

function takeLowest(from: Complex[], cost: (a: Complex) => number): Complex {
  let best = 0;
  for (let i = 1; i < from.length; i++) if (cost(from[i]!) < cost(from[best]!)) best = i;
  return from.splice(best, 1)[0]!;
}

/** The conjugate of a complex one; for a real one the real one of lowest cost. */
const takePartner = (from: Complex[], of: Complex, cost: (a: Complex) => number): Complex =>
  takeLowest(from, isReal(of) ? (a) => (isReal(a) ? cost(a) : Infinity) : (a) => size(minus(a, c(of.re, -of.im))));

const quadratic = (a: Complex, b: Complex): [number, number, number] => [1, -(a.re + b.re), times(a, b).re];

/**
 * How much a filter leaves of a sine: the ratio of amplitudes, at each frequency.
 * @param frequency  in 1/[x]
 * @param spacing    sampling interval in [x]
 */
export function amplitudeRatio(sections: readonly Section[], frequency: Float64Array, spacing: number): Float64Array {
  return frequency.map((f) => {
    const w = 2 * Math.PI * f * spacing;
    const [z1, z2] = [c(Math.cos(w), -Math.sin(w)), c(Math.cos(2 * w), -Math.sin(2 * w))];
    const at = (k0: number, k1: number, k2: number): number => size(add(c(k0), add(scaled(z1, k1), scaled(z2, k2))));
    return sections.reduce((h, { b, a }) => (h * at(...b)) / at(1, ...a), 1);
  });
}
