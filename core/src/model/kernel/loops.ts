/** Loops over the first `n` entries of blocks; `out` may be one of the arguments. */
type Block = Float64Array;

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
  for (let i = 0; i < n; i++) out[i] = Math.exp(a[i]!);
}
export function power(out: Block, a: Block, b: Block, n: number): void {
  // Small whole powers are products: much faster, and what most formulas hold.
  for (let i = 0; i < n; i++) {
    const [base, exponent] = [a[i]!, b[i]!];
    out[i] = exponent === 2 ? base * base : exponent === 1 ? base : exponent === 3 ? base * base * base : base ** exponent;
  }
} // prettier-ignore
/** By the base: b·a^(b−1). */
export function powerSlope(out: Block, a: Block, b: Block, n: number): void {
  for (let i = 0; i < n; i++) {
    const [base, exponent] = [a[i]!, b[i]!];
    out[i] = exponent === 2 ? 2 * base : exponent === 1 ? 1 : exponent === 3 ? 3 * base * base : exponent * base ** (exponent - 1); // prettier-ignore
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
