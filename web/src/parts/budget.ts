import type { BudgetLine } from '@undameter/contract';
import { formatValue, SCATTER } from '@undameter/core';

/** One source of error as a row of the budget. */
export interface BudgetRow {
  source: string;
  kind: string;
  /** Standard uncertainty by this source alone, with its unit. */
  contribution: string;
  percent: number;
  freedom: string;
}

/** The budget of a number, the largest source first; what makes less than a thousandth is left out. */
export function budgetRows(lines: readonly BudgetLine[], unit: string): BudgetRow[] {
  return lines
    .filter((line) => (line.share ?? 0) >= 0.0005)
    .map(({ source, kind, contribution, share, degreesOfFreedom }) => ({
      source: source.startsWith(SCATTER) ? source.replace(SCATTER, 'scatter of the points') : source.replace(/^~/, ''),
      kind,
      contribution: `${formatValue(Math.abs(contribution ?? NaN), 2)} ${unit}`.trim(),
      percent: Math.round(1000 * (share ?? 0)) / 10,
      freedom: degreesOfFreedom === null ? '∞' : formatValue(degreesOfFreedom, 3),
    }));
}

/** What to improve first: the source that makes most of it, where one does. */
export function improveFirst(rows: readonly BudgetRow[]): string | null {
  const [first] = rows;
  if (!first || rows.length < 2 || first.percent < 50) return null;
  return first.kind === 'random'
    ? `To improve it, begin with the ${first.source}: more of them, or calmer ones.`
    : `To improve it, begin with ${first.source}; more points would not help.`;
}
