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
