import { GAP_FACTOR, median } from '../sample';

/** How a run was sampled along its time. */
export interface Sampling {
  /** Median step between samples, unit of x; NaN with fewer than two. */
  interval: number;
  /** Robust standard deviation of the steps as a share of the interval. */
  jitter: number;
  gaps: { count: number; longest: number; firstAfter: number };
  repeats: { count: number; first: number };
  stepsBack: { count: number; first: number };
  missing: number;
}

/** Median absolute deviation to standard deviation of a normal distribution. */
const MAD_TO_SIGMA = 1.4826;

/**
 * Interval, jitter, gaps, repeats and steps back of a time column.
 * @param x  length n, may hold missing values; places are sample numbers from 0, −1 for none
 * A gap is a step of more than GAP_FACTOR intervals, as where smoothing stops. The jitter is
 * the median absolute deviation, scaled; P. J. Huber, Robust Statistics (1981), section 5.1.
 */
export function samplingOf(x: Float64Array): Sampling {
  const steps: number[] = [];
  const places: number[] = [];
  let previous = NaN;
  let missing = 0;
  for (let i = 0; i < x.length; i++) {
    const at = x[i]!;
    if (at !== at) {
      missing++;
      continue;
    }
    if (previous === previous) {
      steps.push(at - previous);
      places.push(i);
    }
    previous = at;
  }
  const forward = Float64Array.from(steps.filter((s) => s > 0));
  const interval = median(forward);
  const deviation = median(forward.map((s) => Math.abs(s - interval))) * MAD_TO_SIGMA;
  const where = (holds: (step: number) => boolean) => {
    const found = steps.flatMap((s, k) => (holds(s) ? [k] : []));
    return { count: found.length, first: found.length > 0 ? places[found[0]!]! : -1, steps: found };
  };
  const long = where((s) => s > GAP_FACTOR * interval);
  const { steps: _repeats, ...repeats } = where((s) => s === 0);
  const { steps: _back, ...stepsBack } = where((s) => s < 0);
  return {
    interval,
    jitter: deviation / interval,
    gaps: {
      count: long.count,
      longest: long.steps.reduce((most, k) => Math.max(most, steps[k]!), 0),
      firstAfter: long.first - (long.first < 0 ? 0 : 1),
    },
    repeats,
    stepsBack,
    missing,
  };
}
