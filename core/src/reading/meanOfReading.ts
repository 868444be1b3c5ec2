import { standardErrorOfMean } from '../signal';

/** A reading from several samples of a meter. */
export interface MeanReading {
  /** Unit of the samples. */
  mean: number;
  /** Standard uncertainty of the mean, unit of the samples; NaN where the samples do not tell it. */
  uncertainty: number;
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
 * Source: JCGM 100:2008 (GUM) 4.2.3 (mean and its standard deviation), F.2.2.1 (resolution δ: δ/√12); neighbours that
 * know of each other as in `standardErrorOfMean`.
 */
export function meanOfReading(values: Float64Array, resolution = 0): MeanReading {
  const { mean, standardDeviation, standardError, count, isShort } = standardErrorOfMean(values);
  const last = resolution / Math.sqrt(12);
  const isStill = count > 1 && standardDeviation === 0;
  const isUnknown = count === 1 || (isStill && resolution === 0);
  const doubt = count === 1 ? 'oneSample' : isStill ? 'didNotMove' : isShort ? 'tooShort' : undefined;
  return {
    mean,
    uncertainty: isUnknown ? NaN : Math.hypot(standardError, last),
    scatter: standardDeviation,
    samples: count,
    doubt: isStill && resolution > 0 ? undefined : doubt,
  };
}
