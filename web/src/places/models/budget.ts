import type { ParameterRow, SeriesReply } from '@undameter/contract';
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

/** The budget of a parameter, the largest source first; what makes less than a thousandth is left out. */
export function budgetRows({ budget, unit }: Pick<ParameterRow, 'budget' | 'unit'>): BudgetRow[] {
  return budget
    .filter((line) => (line.share ?? 0) >= 0.0005)
    .map(({ source, kind, contribution, share, degreesOfFreedom }) => ({
      source: source === SCATTER ? 'scatter of the points' : source.replace(/^~/, ''),
      kind,
      contribution: `${formatValue(Math.abs(contribution ?? NaN), 2)} ${unit}`.trim(),
      percent: Math.round(1000 * (share ?? 0)) / 10,
      freedom: degreesOfFreedom === null ? '∞' : formatValue(degreesOfFreedom, 3),
    }));
}

/** What the ± of a series holds, and what it does not. */
export function heldWords({ sources, worth, points }: Pick<SeriesReply, 'sources' | 'worth' | 'points'>): string {
  const dependent = worth !== null && worth < 0.8 * points ? `; neighbours depend on each other: ${formatValue(points)} points count as ${formatValue(Math.max(1, worth), 2)}` : '';
  return sources.length > 0 ? `95 %, random and systematic${dependent}` : `95 %, random only: no error of x or y is declared${dependent}`;
} // prettier-ignore

/** What to improve first: the source that makes most of it, where one does. */
export function improveFirst(rows: readonly BudgetRow[]): string | null {
  const [first] = rows;
  if (!first || rows.length < 2 || first.percent < 50) return null;
  return first.kind === 'random'
    ? 'More points, or calmer ones, would improve it first.'
    : `A better ${first.source} would improve it first; more points would not.`;
}
