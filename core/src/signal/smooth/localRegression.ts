import { AppError } from '../../error/AppError';
import { median } from '../../sample';

export interface LocalRegressionSettings {
  /** Share of all samples that takes part in each fit, 0 < share <= 1. */
  share: number;
  /** How often outliers are weighted down anew; 0 for the plain form. */
  robust?: number;
}

const FEWEST = 3;
/** The farthest neighbours weigh nothing, so a line that may lose an outlier as well needs more of them. */
const FEWEST_ROBUST = 5;

/**
 * Local regression: at each sample the straight line through its nearest neighbours, the
 * nearer ones weighing more. Needs no even spacing.
 * @param y  samples, length n >= 3 (5 where it is robust), finite
 * @param x  positions, length n, rising
 * @returns  length n, unit of y
 * @throws {AppError} SHARE_OUTSIDE, TOO_FEW_SAMPLES
 * Source: W. S. Cleveland, J. Amer. Statist. Assoc. 74 (1979) 829-836.
 */
export function localRegression(y: Float64Array, x: Float64Array, settings: LocalRegressionSettings): Float64Array {
  const { share, robust = 0 } = settings;
  const n = y.length;
  if (!(share > 0 && share <= 1)) throw new AppError('SHARE_OUTSIDE', { value: share });
  const neighbours = Math.floor(share * n + 1e-10);
  const need = robust > 0 ? FEWEST_ROBUST : FEWEST;
  if (neighbours < need)
    throw new AppError('TOO_FEW_SAMPLES', { name: 'The window of the local regression', have: neighbours, need });
  let trust = new Float64Array(n).fill(1);
  let fitted = fitAll(x, y, neighbours, trust);
  for (let round = 0; round < robust; round++) {
    trust = bisquare(y, fitted);
    fitted = fitAll(x, y, neighbours, trust);
  }
  return fitted;
}

function fitAll(x: Float64Array, y: Float64Array, neighbours: number, trust: Float64Array): Float64Array {
  const n = y.length;
  const out = new Float64Array(n);
  const weights = new Float64Array(neighbours);
  const leastSpread = 0.001 * (x[n - 1]! - x[0]!);
  let from = 0;
  for (let i = 0; i < n; i++) {
    const at = x[i]!;
    while (from + neighbours < n && at > (x[from]! + x[from + neighbours]!) / 2) from++;
    const radius = Math.max(at - x[from]!, x[from + neighbours - 1]! - at);
    let sum = 0;
    let sumX = 0;
    let sumY = 0;
    for (let j = 0; j < neighbours; j++) {
      const d = Math.abs(x[from + j]! - at) / radius;
      const cube = 1 - d * d * d;
      const w = d < 1 ? cube * cube * cube * trust[from + j]! : 0;
      weights[j] = w;
      sum += w;
      sumX += w * (x[from + j]! - at);
      sumY += w * y[from + j]!;
    }
    if (!(sum > 0)) {
      // All neighbours are outliers to each other: nothing is known better than the sample.
      out[i] = y[i]!;
      continue;
    }
    const [meanX, meanY] = [sumX / sum, sumY / sum];
    let xx = 0;
    let xy = 0;
    for (let j = 0; j < neighbours; j++) {
      const dx = x[from + j]! - at - meanX;
      xx += weights[j]! * dx * dx;
      xy += weights[j]! * dx * y[from + j]!;
    }
    // Where the positions hardly differ a slope would be noise.
    out[i] = Math.sqrt(xx / sum) > leastSpread ? meanY - (meanX * xy) / xx : meanY;
  }
  return out;
}

/** The weights of the source's equation 8: six median deviations away a sample counts for nothing. */
function bisquare(y: Float64Array, fitted: Float64Array): Float64Array<ArrayBuffer> {
  const size = Float64Array.from(y, (v, i) => Math.abs(v - fitted[i]!));
  const limit = 6 * median(size);
  return size.map((r) => {
    if (limit === 0) return r > 0 ? 0 : 1;
    const share = r / limit;
    return share >= 1 ? 0 : (1 - share * share) ** 2;
  });
}
