import { coverageFactor } from '../model';
import { standardErrorOfMean } from '../signal';

/** A reading from several samples of a meter. */
export interface MeanReading {
  /** Unit of the samples. */
  mean: number;
  /** Standard uncertainty of the mean, unit of the samples; NaN where the samples do not tell it. */
  uncertainty: number;
  /** Half of the interval that holds the value with 95 %: few samples take more than twice the standard uncertainty. */
  expanded: number;
  /** Standard deviation of the samples; NaN for one sample. */
  scatter: number;
  samples: number;
  /** Why there is no uncertainty, or why it is a guess. */
  doubt: 'oneSample' | 'didNotMove' | 'tooShort' | undefined;
}

/**
 * Mean of the samples of one reading and how sure it is: the scatter of samples that follow each other, and the
 * resolution of the meter, whose last digit hides what lies below it.
 * @param values      length n >= 1, finite, evenly spaced in time
 * @param resolution  last digit of the meter, unit of the values; 0: it is not known
 * Source: JCGM 100:2008 (GUM) 4.2.3 (mean and its standard deviation), F.2.2.1 (resolution δ: δ/√12), G.4.1 (degrees of
 * freedom of both, Welch and Satterthwaite); neighbours that know of each other as in `standardErrorOfMean`.
 */
export function meanOfReading(values: Float64Array, resolution = 0): MeanReading {
  const { mean, standardDeviation, standardError, count, isShort, degreesOfFreedom } = standardErrorOfMean(values);
  const last = resolution / Math.sqrt(12);
  const isStill = count > 1 && standardDeviation === 0;
  const isUnknown = count === 1 || (isStill && resolution === 0);
  const doubt = count === 1 ? 'oneSample' : isStill ? 'didNotMove' : isShort ? 'tooShort' : undefined;
  const uncertainty = isUnknown ? NaN : Math.hypot(standardError, last);
  // What the last digit hides is known as well as can be; the scatter as well as its samples tell it.
  const freedom = standardError > 0 ? degreesOfFreedom * (uncertainty / standardError) ** 4 : Infinity;
  return {
    mean,
    uncertainty,
    expanded: uncertainty * coverageFactor(freedom),
    scatter: standardDeviation,
    samples: count,
    doubt: isStill && resolution > 0 ? undefined : doubt,
  };
}
