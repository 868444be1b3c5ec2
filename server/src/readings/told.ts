import type { ToldValue } from '@undameter/contract';
import { meanOfReading } from '@undameter/core';
import type { Sampled } from './takeSamples';

const orNull = (v: number): number | null => (Number.isFinite(v) ? v : null);

/** What the samples of each column say; one that is missing leaves the column without a value. */
export const toldOf = (sampled: readonly Sampled[], resolutions: ReadonlyMap<string, number>): ToldValue[] =>
  sampled.map(({ symbol, values, problem }) => {
    if (problem !== null)
      return { symbol, value: null, uncertainty: null, samples: values.length, doubt: null, problem };
    const { mean, uncertainty, samples, doubt } = meanOfReading(values, resolutions.get(symbol) ?? 0);
    return { symbol, value: mean, uncertainty: orNull(uncertainty), samples, doubt: doubt ?? null, problem: null };
  });
