import { cubicPieces } from '../Pieces';
import type { InterpolationMethod } from './InterpolationMethod';

/** Follows a sudden bend without swinging. */
export const akima: InterpolationMethod = {
  kind: 'akima',
  title: 'Akima',
  explanation: 'smooth, and calm beside a sudden bend',
  reach: 3,
  fit: (x, y) => cubicPieces(x, y, akimaSlopes(x, y)),
};

/** Bends below this share of the largest count as none. */
const NO_BEND = 1e-9;

/** Source: H. Akima, J. ACM 17 (1970) 589-602; two secants are continued beyond each end as there. */
function akimaSlopes(x: Float64Array, y: Float64Array): Float64Array {
  const n = x.length;
  const secants = new Float64Array(n + 3);
  for (let k = 0; k < n - 1; k++) secants[k + 2] = (y[k + 1]! - y[k]!) / (x[k + 1]! - x[k]!);
  if (n === 2) return new Float64Array(2).fill(secants[2]!);
  secants[1] = 2 * secants[2]! - secants[3]!;
  secants[0] = 2 * secants[1] - secants[2]!;
  secants[n + 1] = 2 * secants[n]! - secants[n - 1]!;
  secants[n + 2] = 2 * secants[n + 1]! - secants[n]!;
  const bend = (k: number): number => Math.abs(secants[k + 1]! - secants[k]!);
  let largest = 0;
  for (let k = 0; k < n; k++) largest = Math.max(largest, bend(k) + bend(k + 2));
  return Float64Array.from(x, (_, k) => {
    const [before, after] = [bend(k), bend(k + 2)];
    if (before + after <= NO_BEND * largest) return (secants[k]! + secants[k + 3]!) / 2;
    return (after * secants[k + 1]! + before * secants[k + 2]!) / (before + after);
  });
}
