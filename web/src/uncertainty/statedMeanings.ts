import type { Uncertainty } from '@undameter/core';

/** What a stated ± can mean, as it is offered. */
export const statedMeanings: { value: Uncertainty['statedAs']; label: string }[] = [
  { value: 'limits', label: 'limits, as on a data sheet' },
  { value: 'twice', label: 'twice the standard uncertainty (k = 2)' },
  { value: 'percent95', label: 'a 95 % interval' },
  { value: 'standard', label: 'the standard uncertainty' },
];
