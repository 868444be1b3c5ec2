import { firstAtLeast } from '../../sample';
import type { Fit, FitData } from '../Model';

/** So many of the points tell how their ± changes along x. */
const MOST = 500;

/**
 * Standard deviation of one further point about the curve, at x: of points without weights the same everywhere, of weighted
 * ones as their own ± is there (on the line between neighbours), times what the scatter says of it.
 */
export function scatterAbout(fit: Fit, { x, sigma }: FitData): (x: number) => number {
  const ofWeightOne = Number.isFinite(fit.variance) ? Math.sqrt(fit.variance) : 0;
  if (!sigma) return () => ofWeightOne;
  const stride = Math.ceil(x.length / MOST);
  const order = [...x.keys()].filter((i) => i % stride === 0).sort((a, b) => x[a]! - x[b]!);
  const [at, width] = [Float64Array.from(order, (i) => x[i]!), Float64Array.from(order, (i) => sigma[i]!)];
  return (place) => {
    const k = firstAtLeast(at, place);
    if (k === 0 || k === at.length) return ofWeightOne * width[Math.min(k, at.length - 1)]!;
    const share = (place - at[k - 1]!) / (at[k]! - at[k - 1]! || 1);
    return ofWeightOne * (width[k - 1]! + share * (width[k]! - width[k - 1]!));
  };
}
