import type { CyclesReply } from '@undameter/contract';

export interface CycleRow {
  key: string;
  symbol: string;
  from: number;
  to: number;
  count: number;
  mean: number | null;
}

/** Classes that hold a cycle, the largest range first. */
export const cycleRows = (found: CyclesReply): CycleRow[] =>
  found.flatMap(({ symbol, classes }) =>
    classes
      .filter((c) => c.count > 0)
      .map((c) => ({ ...c, symbol, key: `${symbol} ${c.from}` }))
      .reverse(),
  );

/** Why the board of cycles is empty. */
export function noCyclesInWords(found: CyclesReply): string {
  const failed = found.find((c) => c.problem !== null)?.problem;
  if (failed) return `Cycles are not counted. ${failed.message}`;
  return found.some((c) => c.below > 0)
    ? 'Every cycle is smaller than the smallest range that counts.'
    : 'Nothing moves, so there is no cycle.';
}
