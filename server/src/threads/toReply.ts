import type { BudgetLine as BudgetLineReply } from '@undameter/contract';
import { AppError, type BudgetLine, type ErrorReport } from '@undameter/core';

/** A number for JSON: what is not finite is null there. */
export const reading = (value: number): number | null => (Number.isFinite(value) ? value : null);

export const readings = (values: Float64Array): (number | null)[] => Array.from(values, reading);

export const budgetReply = (lines: readonly BudgetLine[]): BudgetLineReply[] =>
  lines.map(({ source, kind, contribution, share, degreesOfFreedom }) => ({
    source,
    kind,
    contribution: reading(contribution),
    share: reading(share),
    degreesOfFreedom: reading(degreesOfFreedom),
  }));

export type Attempt<T> = { value: T; problem: null } | { value: undefined; problem: ErrorReport };

/** The result of the work, or the report of what it could not do; faults of ours are thrown on. */
export function attempt<T>(work: () => T): Attempt<T> {
  try {
    return { value: work(), problem: null };
  } catch (error) {
    if (error instanceof AppError) return { value: undefined, problem: error.report() };
    throw error;
  }
}
