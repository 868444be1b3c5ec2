import { cubicPieces } from '../Pieces';
import type { InterpolationMethod } from './InterpolationMethod';

export const naturalSpline: InterpolationMethod = {
  kind: 'naturalSpline',
  title: 'Natural cubic spline',
  explanation: 'smoothest, straight at its ends; it may swing between uneven knots',
  fit: (x, y) => cubicPieces(x, y, splineSlopes(x, y, naturalEnd)),
};

export const notAKnotSpline: InterpolationMethod = {
  kind: 'notAKnotSpline',
  title: 'Not-a-knot cubic spline',
  explanation: 'one cubic over the two first and the two last pieces; it may swing between uneven knots',
  fit: (x, y) => cubicPieces(x, y, splineSlopes(x, y, notAKnotEnd)),
};

export const clampedSpline: InterpolationMethod = {
  kind: 'clampedSpline',
  title: 'Clamped cubic spline',
  explanation: 'level at its ends; it may swing between uneven knots',
  fit: (x, y) =>
    cubicPieces(
      x,
      y,
      splineSlopes(x, y, () => [1, 0, 0]),
    ),
};

/** The equation of an end: own · s₀ + next · s₁ = right, from the two widths and secants nearest to it. */
type End = (
  near: number,
  far: number,
  first: number,
  second: number,
) => readonly [own: number, next: number, right: number];

const naturalEnd: End = (_near, _far, first) => [2, 1, 3 * first];
const notAKnotEnd: End = (near, far, first, second) => {
  const both = near + far;
  return [far, both, ((near + 2 * both) * far * first + near * near * second) / both];
};

/**
 * Slopes at the knots of a cubic spline: twice continuously differentiable.
 * Source: C. de Boor, A Practical Guide to Splines (rev. ed. 2001), chapter IV; solved by elimination along the diagonal.
 */
function splineSlopes(x: Float64Array, y: Float64Array, end: End): Float64Array {
  const n = x.length;
  const width = (k: number): number => x[k + 1]! - x[k]!;
  const secant = (k: number): number => (y[k + 1]! - y[k]!) / width(k);
  if (end === notAKnotEnd && n === 2) return new Float64Array(2).fill(secant(0));
  if (end === notAKnotEnd && n === 3) return parabolaSlopes(width(0), width(1), secant(0), secant(1));
  const far = n > 2 ? 1 : 0;
  // Rows of the system: below, own, above, right.
  const [own, above, right] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  [own[0], above[0], right[0]] = end(width(0), width(far), secant(0), secant(far));
  for (let k = 1; k < n - 1; k++) {
    const share = width(k) / own[k - 1]!;
    own[k] = 2 * (width(k - 1) + width(k)) - share * above[k - 1]!;
    above[k] = width(k - 1);
    right[k] = 3 * (width(k) * secant(k - 1) + width(k - 1) * secant(k)) - share * right[k - 1]!;
  }
  const [lastOwn, below, lastRight] = end(width(n - 2), width(n - 2 - far), secant(n - 2), secant(n - 2 - far));
  const share = below / own[n - 2]!;
  const slopes = new Float64Array(n);
  slopes[n - 1] = (lastRight - share * right[n - 2]!) / (lastOwn - share * above[n - 2]!);
  for (let k = n - 2; k >= 0; k--) slopes[k] = (right[k]! - above[k]! * slopes[k + 1]!) / own[k]!;
  return slopes;
}

function parabolaSlopes(before: number, after: number, first: number, second: number): Float64Array {
  const bend = (second - first) / (before + after);
  return Float64Array.of(first - bend * before, first + bend * before, second + bend * after);
}
