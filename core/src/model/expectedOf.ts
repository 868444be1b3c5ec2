import type { Static, TObject } from 'typebox';
import { AppError } from '../error/AppError';
import { fitModel } from './fitModel';
import type { Fit, FitData, Model } from './Model';
import { studentTQuantile } from './statistics/studentT';

/** What the other points let expect of one. */
export interface Expectation {
  expected: number;
  /** Half width of the interval in which one further point lies in 95 % of cases, by the scatter of the others. */
  half: number;
  /** It lies so far off that among all points none would by chance in 95 % of cases. */
  isOdd: boolean;
}

/** Each point asks for a fit of its own: beyond so many nothing is told. */
export const MOST_EXPECTED = 200;

/**
 * What a model through all other points lets expect of each: the test of an externally studentized residual.
 * @param data  n points; weights are left aside
 * @returns     length n; undefined where the others are too few, or none is told since there are more than `MOST_EXPECTED`
 * Source: R. D. Cook and S. Weisberg, Residuals and Influence in Regression (1982), 2.2.2 (the mean shift test, with
 * Bonferroni's bound on the largest of n).
 */
export function expectedOf(
  model: Model,
  settings: Static<TObject>,
  { x, y, xName }: Pick<FitData, 'x' | 'y' | 'xName'>,
): (Expectation | undefined)[] {
  const n = x.length;
  if (n > MOST_EXPECTED) return Array.from(x, () => undefined);
  const factors = new Map<number, Factors>();
  const factorsOf = (freedom: number): Factors => {
    if (!factors.has(freedom)) factors.set(freedom, studentFactors(freedom, n));
    return factors.get(freedom)!;
  };
  return Array.from(x, (at, i) => {
    const others = (values: Float64Array): Float64Array => values.filter((_, k) => k !== i);
    const fit = fitOrNone(model, settings, { x: others(x), y: others(y), xName });
    return fit && expectation(fit, at, y[i]!, factorsOf(n - 1 - fit.parameters.length));
  });
}

function fitOrNone(model: Model, settings: Static<TObject>, data: FitData): Fit | undefined {
  try {
    const fit = fitModel(model, settings, data);
    return data.x.length - fit.parameters.length >= 1 ? fit : undefined;
  } catch (error) {
    if (error instanceof AppError) return undefined;
    throw error;
  }
}

/** Student's factors: of an interval of 95 %, and of the bound that all n points keep to in 95 % of cases. */
interface Factors {
  interval: number;
  bound: number;
}
const studentFactors = (freedom: number, n: number): Factors => ({
  interval: studentTQuantile(0.975, freedom),
  bound: studentTQuantile(1 - 0.025 / n, freedom),
});

function expectation(fit: Fit, at: number, y: number, { interval, bound }: Factors): Expectation | undefined {
  const { value, gradient } = fit.curve(at);
  const deviation = Math.hypot(fit.randomSpread(gradient), Math.sqrt(fit.variance));
  const half = interval * deviation;
  if (!Number.isFinite(half)) return undefined;
  // Points that lie on their curve to the last digit leave rounding as the only scatter.
  const rounding = 1e-9 * Math.max(Math.abs(value), Math.abs(y));
  return { expected: value, half, isOdd: Math.abs(y - value) > Math.max(bound * deviation, rounding) };
}
