import type { Misses } from './Misses';

const NEIGHBOURS = 6;

/**
 * For points anywhere in a plane: at each what the plane of least squares through its nearest neighbours says,
 * less what stands there; NaN where they lie in one line or all at one side, as at the rim.
 * @param x, w  length n
 */
export function neighbourPlanes(x: Float64Array, w: Float64Array): (y: Float64Array) => Misses {
  const [lengthX, lengthW] = [rangeOf(x), rangeOf(w)];
  const near = Array.from(x, (_, i) => {
    const far = (k: number): number => ((x[k]! - x[i]!) / lengthX) ** 2 + ((w[k]! - w[i]!) / lengthW) ** 2;
    const others = [...x.keys()].filter((k) => k !== i);
    return others.sort((a, b) => far(a) - far(b)).slice(0, NEIGHBOURS);
  });
  const isAmong = (column: Float64Array, i: number): boolean =>
    near[i]!.some((k) => column[k]! <= column[i]!) && near[i]!.some((k) => column[k]! >= column[i]!);
  const usable = near.map((_, i) => isAmong(x, i) && isAmong(w, i));
  return (y) => ({
    miss: y.map((value, i) => (usable[i] ? planeAt(x[i]!, w[i]!, near[i]!, x, w, y) - value : NaN)),
    noise: new Float64Array(y.length).fill(1),
  });
}

const rangeOf = (values: Float64Array): number =>
  values.reduce((a, b) => Math.max(a, b)) - values.reduce((a, b) => Math.min(a, b)) || 1;

function planeAt(
  at: number,
  by: number,
  near: readonly number[],
  x: Float64Array,
  w: Float64Array,
  y: Float64Array,
): number {
  const mean = (column: Float64Array): number => near.reduce((sum, k) => sum + column[k]!, 0) / near.length;
  const [mx, mw, my] = [mean(x), mean(w), mean(y)];
  let [xx, xw, ww, xy, wy] = [0, 0, 0, 0, 0];
  for (const k of near) {
    const [dx, dw, dy] = [x[k]! - mx, w[k]! - mw, y[k]! - my];
    xx += dx * dx;
    xw += dx * dw;
    ww += dw * dw;
    xy += dx * dy;
    wy += dw * dy;
  }
  const determinant = xx * ww - xw * xw;
  if (determinant <= 1e-12 * xx * ww) return NaN;
  return my + ((xy * ww - wy * xw) * (at - mx) + (wy * xx - xy * xw) * (by - mw)) / determinant;
}
