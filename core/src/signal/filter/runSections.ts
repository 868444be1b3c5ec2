import type { Section } from './butterworth';

/**
 * Filters forward in time, started as if the first value had stood for ever: what comes later
 * is not known to what comes before, so the result lags.
 * @param y  evenly spaced samples, length n, finite
 * @returns  length n, unit of y
 * Source: A. V. Oppenheim and R. W. Schafer, Discrete-Time Signal Processing (3rd ed. 2010),
 * section 6.3 (direct form II transposed).
 */
export function filterForward(y: Float64Array, sections: readonly Section[]): Float64Array {
  const out = y.slice();
  runInPlace(out, sections);
  return out;
}

/**
 * Filters forward and back: no lag, twice the attenuation. The ends are continued by turning the
 * stretch half round about its end sample, over `endSamples` samples.
 * @param y  evenly spaced samples, length n >= 2, finite
 * @returns  length n, unit of y
 * Source: F. Gustafsson, IEEE Trans. Signal Processing 44 (1996) 988-992; the length of the
 * continuation is common practice.
 */
export function filterZeroPhase(y: Float64Array, sections: readonly Section[]): Float64Array {
  const n = y.length;
  const ends = Math.min(endSamples(sections), n - 1);
  const long = new Float64Array(n + 2 * ends);
  for (let i = 0; i < ends; i++) {
    long[i] = 2 * y[0]! - y[ends - i]!;
    long[ends + n + i] = 2 * y[n - 1]! - y[n - 2 - i]!;
  }
  long.set(y, ends);
  runInPlace(long, sections);
  long.reverse();
  runInPlace(long, sections);
  long.reverse();
  return long.slice(ends, ends + n);
}

/** Three times the number of coefficients of the whole filter. */
function endSamples(sections: readonly Section[]): number {
  const shortZeros = sections.filter((s) => s.b[2] === 0).length;
  const shortPoles = sections.filter((s) => s.a[1] === 0).length;
  return 3 * (2 * sections.length + 1 - Math.min(shortZeros, shortPoles));
}

function runInPlace(y: Float64Array, sections: readonly Section[]): void {
  // What comes out of a section for a constant, for ever, goes into the next as its past.
  let past = y[0] ?? 0;
  for (const section of sections) past = runSection(y, section, past);
}

/** @returns what the section makes of `past`, standing for ever */
function runSection(y: Float64Array, { b: [b0, b1, b2], a: [a1, a2] }: Section, past: number): number {
  const settled = (past * (b0 + b1 + b2)) / (1 + a1 + a2);
  let s2 = b2 * past - a2 * settled;
  let s1 = b1 * past - a1 * settled + s2;
  for (let i = 0; i < y.length; i++) {
    const x = y[i]!;
    const v = b0 * x + s1;
    s1 = b1 * x - a1 * v + s2;
    s2 = b2 * x - a2 * v;
    y[i] = v;
  }
  return settled;
}
