/** Loops over the first `n` entries of blocks; `out` may be one of the arguments. */
type Block = Float64Array;

/**
 * exp by a table of 64 roots of two and a short series, within two roundings of Math.exp and several times as fast.
 * Source: P.-T. P. Tang, ACM Trans. Math. Software 15 (1989) 144-157.
 */
const PER_LN2 = 64 / Math.LN2;
/** ln 2/64 in two parts, the first with few enough digits that its multiples are exact. */
const LN2_HIGH = 0.01083042469326756;
const LN2_LOW = 2.9815858269852933e-12;
/** Adding and taking away 1.5·2⁵² rounds to a whole number. */
const SHIFT = 6755399441055744;
const ROOTS = Float64Array.from({ length: 64 }, (_, j) => 2 ** (j / 64));
const POWERS = Float64Array.from({ length: 2046 }, (_, m) => 2 ** (m - 1022));

export function add(out: Block, a: Block, b: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = a[i]! + b[i]!;
}
export function subtract(out: Block, a: Block, b: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = a[i]! - b[i]!;
}
export function multiply(out: Block, a: Block, b: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = a[i]! * b[i]!;
}
export function divide(out: Block, a: Block, b: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = a[i]! / b[i]!;
}
export function negate(out: Block, a: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = -a[i]!;
}
/** out = a·b + c·d */
export function sumOfProducts(out: Block, a: Block, b: Block, c: Block, d: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = a[i]! * b[i]! + c[i]! * d[i]!;
}
/** out = −a·b */
export function negatedProduct(out: Block, a: Block, b: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = -a[i]! * b[i]!;
}
/** out = (a − q·b)/c */
export function quotientSlope(out: Block, a: Block, q: Block, b: Block, c: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = (a[i]! - q[i]! * b[i]!) / c[i]!;
}
export function exponential(out: Block, a: Block, n: number): void {
  for (let i = 0; i < n; i++) {
    const v = a[i]!;
    if (!(v < 700 && v > -700)) out[i] = Math.exp(v);
    else {
      // v = (64 m + j)·ln 2/64 + r with |r| < 0.0055, so that a short series is exact to a rounding.
      const k = v * PER_LN2 + SHIFT - SHIFT;
      const r = v - k * LN2_HIGH - k * LN2_LOW;
      const series = r + r * r * (0.5 + r * (1 / 6 + r * (1 / 24 + r * (1 / 120))));
      const root = ROOTS[k & 63]!;
      out[i] = (root + root * series) * POWERS[(k >> 6) + 1022]!;
    }
  }
}
export function power(out: Block, a: Block, b: Block, n: number): void {
  // Small whole powers are products: much faster, and what most formulas hold.
  for (let i = 0; i < n; i++) {
    const [base, exponent] = [a[i]!, b[i]!];
    out[i] =
      exponent === 2 ? base * base : exponent === 1 ? base : exponent === 3 ? base * base * base : base ** exponent;
  }
}
/** By the base: b·a^(b−1). */
export function powerSlope(out: Block, a: Block, b: Block, n: number): void {
  for (let i = 0; i < n; i++) {
    const [base, exponent] = [a[i]!, b[i]!];
    out[i] =
      exponent === 2
        ? 2 * base
        : exponent === 1
          ? 1
          : exponent === 3
            ? 3 * base * base
            : exponent * base ** (exponent - 1);
  }
}
/** By the exponent: a^b·ln a, which is nothing at a = 0. */
export function exponentSlope(out: Block, a: Block, value: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = a[i] === 0 ? 0 : value[i]! * Math.log(a[i]!);
}
export function apply(out: Block, f: (a: number, b: number) => number, a: Block, b: Block, n: number): void {
  for (let i = 0; i < n; i++) out[i] = f(a[i]!, b[i]!);
}
export function slopeOf(
  out: Block,
  f: (a: number, b: number) => readonly [number, number],
  which: 0 | 1,
  a: Block,
  b: Block,
  n: number,
): void {
  for (let i = 0; i < n; i++) out[i] = f(a[i]!, b[i]!)[which];
}
export function choose(out: Block, question: Block, yes: Block, no: Block, n: number): void {
  for (let i = 0; i < n; i++) {
    const q = question[i]!;
    out[i] = q !== q ? NaN : q !== 0 ? yes[i]! : no[i]!;
  }
}
