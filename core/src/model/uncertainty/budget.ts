import { effectsOn } from './PointErrors';
import type { Fit } from '../Model';

/** One reason why a number may be off, and how much of its uncertainty is due to it. */
export interface BudgetLine {
  /** Symbol of the channel or table, or `scatter` for what differs from point to point. */
  source: string;
  kind: 'random' | 'systematic';
  /** Standard uncertainty by this source alone, in the unit of the number, with the sign of its effect. */
  contribution: number;
  /** Of the square of the standard uncertainty, 0 … 1. */
  share: number;
  /** Infinite where the source is taken as known. */
  degreesOfFreedom: number;
}

export const SCATTER = 'scatter';

/** What differs from point to point, and so has degrees of freedom. */
export interface RandomPart {
  source: string;
  contribution: number;
  degreesOfFreedom: number;
}

/**
 * The budget of a number from its independent parts, the largest first.
 * @param random  standard uncertainties by what differs from point to point
 * @param shared  effect of one standard deviation of each source that the points share, with its sign
 * Source: JCGM 100:2008 (GUM) 5.1.3, 7.2.7 and example H.1.
 */
export function budgetFrom(random: readonly RandomPart[], shared: ReadonlyMap<string, number>): BudgetLine[] {
  const parts = [
    ...random.map((part) => ({ ...part, kind: 'random' as const })),
    ...[...shared].map(([source, contribution]) => ({
      source,
      kind: 'systematic' as const,
      contribution,
      degreesOfFreedom: Infinity,
    })),
  ];
  const variance = parts.reduce((sum, { contribution }) => sum + contribution ** 2, 0);
  return parts
    .map((part) => ({ ...part, share: variance > 0 ? part.contribution ** 2 / variance : 0 }))
    .sort((a, b) => b.share - a.share);
}

/** The budget of a number that changes with the coefficients of a fit as the gradient says. */
export const budgetOf = (fit: Fit, gradient: Float64Array): BudgetLine[] =>
  budgetFrom(
    [
      {
        source: SCATTER,
        contribution: fit.spread(gradient).random,
        degreesOfFreedom: fit.randomDegreesOfFreedom,
      },
    ],
    effectsOn(gradient, fit.effects),
  );
