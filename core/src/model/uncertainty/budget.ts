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

/**
 * The sources of error of a number that changes with the coefficients of a fit as the gradient says, the largest first.
 * Source: JCGM 100:2008 (GUM) 5.1.3, 7.2.7 and example H.1.
 */
export function budgetOf(fit: Fit, gradient: Float64Array): BudgetLine[] {
  const { random, standard } = fit.spread(gradient);
  const line = (source: string, kind: BudgetLine['kind'], contribution: number, degreesOfFreedom: number): BudgetLine => ({
    source,
    kind,
    contribution,
    share: standard > 0 ? (contribution / standard) ** 2 : 0,
    degreesOfFreedom,
  });
  const shared = [...effectsOn(gradient, fit.effects)].map(([source, effect]) => line(source, 'systematic', effect, Infinity));
  return [line(SCATTER, 'random', random, fit.randomDegreesOfFreedom), ...shared].sort((a, b) => b.share - a.share);
} // prettier-ignore
