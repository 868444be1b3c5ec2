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
  let k = 0;
  for (; k + 1 < sections.length; k += 2) past = runTwo(y, sections[k]!, sections[k + 1]!, past);
  if (k < sections.length) runTwo(y, sections[k]!, NOTHING, past);
}

/** A section that changes nothing. */
const NOTHING: Section = { b: [1, 0, 0], a: [0, 0] };

/** What a section holds, and gives out, after the same value for ever. */
function settled({ b: [b0, b1, b2], a: [a1, a2] }: Section, past: number): { out: number; s1: number; s2: number } {
  const out = (past * (b0 + b1 + b2)) / (1 + a1 + a2);
  const s2 = b2 * past - a2 * out;
  return { out, s1: b1 * past - a1 * out + s2, s2 };
}

/** Two sections in one pass: while one waits for its own last result, the other goes on. */
function runTwo(y: Float64Array, first: Section, second: Section, past: number): number {
  const p = settled(first, past);
  const q = settled(second, p.out);
  const [b0, b1, b2] = first.b;
  const [a1, a2] = first.a;
  const [d0, d1, d2] = second.b;
  const [c1, c2] = second.a;
  let { s1, s2 } = p;
  let { s1: r1, s2: r2 } = q;
  for (let i = 0; i < y.length; i++) {
    const x = y[i]!;
    const v = b0 * x + s1;
    s1 = b1 * x - a1 * v + s2;
    s2 = b2 * x - a2 * v;
    const w = d0 * v + r1;
    r1 = d1 * v - c1 * w + r2;
    r2 = d2 * v - c2 * w;
    y[i] = w;
  }
  return q.out;
}
