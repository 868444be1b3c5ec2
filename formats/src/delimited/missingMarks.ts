import type { Layout } from '@undameter/core';
import { numberIn } from './numberIn';

/** Cells that say "no value" in the logs of common instruments (common practice). */
const usualMarks = new Set([
  '',
  '-',
  '--',
  '---',
  'nan',
  'na',
  'n/a',
  '#n/a',
  'null',
  'none',
  'ol',
  'inf',
  '-inf',
  '+inf',
  'overload',
  '#div/0!',
  '?',
]);

export const isMissingMark = (cell: string): boolean => usualMarks.has(cell.toLowerCase());

/** What a layout says of missing values beside the usual marks: numbers that stand for none, and words. */
export interface OwnMarks {
  numbers: ReadonlySet<number>;
  words: ReadonlySet<string>;
}

export function ownMarks({ missing = [], decimal }: Pick<Layout, 'missing' | 'decimal'>): OwnMarks {
  const read = missing.map((mark) => numberIn(mark, decimal) ?? mark.toLowerCase());
  return {
    numbers: new Set(read.filter((m) => typeof m === 'number')),
    words: new Set(read.filter((m) => typeof m === 'string')),
  };
}

/** Numbers that loggers write for "no value" (common practice); the huge ones are never anything else. */
const OFTEN_MEANT = [-9999, -999, -99999, -9999.9, -999.9, -999.99, -999.25, -32768, 9999, 99999];
const HUGE = 1e30;
/** So many spans off all others, and a usual mark is one. */
const FAR = 5;

/** Of a column's numbers, those that seem to stand for no value. */
export function suspectedMarks(values: readonly number[]): number[] {
  const suspects = [...new Set(values)].filter((v) => Math.abs(v) >= HUGE || OFTEN_MEANT.includes(v));
  if (suspects.length === 0) return [];
  const others = values.filter((v) => !suspects.includes(v));
  if (others.length === 0) return [];
  const low = others.reduce((a, b) => Math.min(a, b));
  const high = others.reduce((a, b) => Math.max(a, b));
  const reach = FAR * (high - low || Math.abs(high) || 1);
  return suspects.filter((v) => Math.abs(v) >= HUGE || v < low - reach || v > high + reach);
}
