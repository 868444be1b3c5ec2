import { formatCount } from '@undameter/core';

/** A count with its word: `1 line`, `3 lines`. */
export const counted = (n: number, one: string, many = `${one}s`): string =>
  `${formatCount(n)} ${n === 1 ? one : many}`;
