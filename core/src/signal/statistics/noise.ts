import { median } from '../../sample';

/** The median absolute deviation of normal noise is this share of its standard deviation. */
export const MAD_OF_SIGMA = 0.6744897501960817;

/** Sum of the squares of the weights of a difference of this order: of independent noise its variance is so many times as large. */
const GROWTH: Readonly<Record<1 | 2 | 3, number>> = { 1: 2, 2: 6, 3: 20 };

/**
 * Standard deviation of the noise of a column, by the median size of the differences of neighbours, which a slow signal hardly
 * touches and single outliers do not move.
 * @param y      samples in order, missing ones passed over
 * @param order  of the differences: 1 takes a trend for noise where it moves more from sample to sample than the noise does, 2
 *   removes a straight trend, 3 a parabola; of noise whose neighbours are alike a higher order tells too little
 * @returns      NaN for fewer than `order` + 1 present neighbours
 * Source: J. von Neumann et al., Ann. Math. Statist. 12 (1941) 153-162, in its robust form; differences of higher order as in
 * the variate difference method, e.g. M. G. Kendall, Time-Series (2nd ed. 1976), chapter 4 (from memory).
 */
export function noiseOfColumn(y: Float64Array, order: 1 | 2 | 3 = 1): number {
  let differences = y;
  for (let k = 0; k < order; k++) differences = stepsOf(differences);
  const sizes = differences.filter((d) => d === d).map(Math.abs);
  return median(sizes) / (MAD_OF_SIGMA * Math.sqrt(GROWTH[order]));
}

function stepsOf(y: Float64Array): Float64Array {
  const out = new Float64Array(Math.max(0, y.length - 1));
  for (let i = 0; i < out.length; i++) out[i] = y[i + 1]! - y[i]!;
  return out;
}
