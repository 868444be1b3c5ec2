import { median } from '../../sample';

/** The median absolute deviation of normal noise is this share of its standard deviation. */
export const MAD_OF_SIGMA = 0.6744897501960817;

/**
 * Standard deviation of the noise of a column, by the median size of the differences of neighbours,
 * which a slow signal hardly touches and single outliers do not move.
 * @param y  samples in order, missing ones passed over
 * @returns  NaN for fewer than two present neighbours
 * Source: J. von Neumann et al., Ann. Math. Statist. 12 (1941) 153-162, in its robust form.
 */
export function noiseOfColumn(y: Float64Array): number {
  const sizes = new Float64Array(Math.max(0, y.length - 1));
  let count = 0;
  for (let i = 1; i < y.length; i++) {
    const size = Math.abs(y[i]! - y[i - 1]!);
    if (size === size) sizes[count++] = size;
  }
  return median(sizes.subarray(0, count)) / (MAD_OF_SIGMA * Math.SQRT2);
}
