import type { ToldValue } from '@undameter/contract';
import { meanOfReading } from '@undameter/core';
import type { Sampled } from './takeSamples';

const orNull = (v: number): number | null => (Number.isFinite(v) ? v : null);

/** What the samples of each column say; one that is missing leaves the column without a value. */
export const toldOf = (sampled: readonly Sampled[], resolutions: ReadonlyMap<string, number>): ToldValue[] =>
  sampled.map(({ symbol, values, problem }) => {
    const nothing = { symbol, value: null, uncertainty: null, expanded: null, samples: values.length, doubt: null };
    if (problem !== null) return { ...nothing, problem };
    const found = meanOfReading(values, resolutions.get(symbol) ?? 0);
    return {
      ...{ symbol, value: found.mean, samples: found.samples, doubt: found.doubt ?? null, problem: null },
      ...{ uncertainty: orNull(found.uncertainty), expanded: orNull(found.expanded) },
    };
  });
