import { fitPolynomial } from './library/polynomial';
import { ModelFunction } from './kernel/ModelFunction';
import type { FitData, Model } from './Model';
import { plain } from '../units';
import { studentTQuantile } from './statistics/studentT';

export interface StraightFit {
  parameters: number[];
  /**
   * Half widths of their 95 % intervals by the scatter about the line, brought back to first order; NaN for one that does
   * not follow from the line.
   */
  halfWidths: number[];
  curve(x: number): number;
  /** What it weights, in a sentence. */
  explanation: string;
}

/**
 * The fit of a straight line through changed variables, as a spreadsheet makes it; to be held against the direct one.
 * @returns  null where the model cannot be drawn straight, or too few points have a logarithm
 */
export function straightFit(model: Model, { x, y, xName }: FitData): StraightFit | null {
  const { straight } = model;
  if (!straight) return null;
  const usable = [...x.keys()].filter((i) => Number.isFinite(straight.u(x[i]!)) && Number.isFinite(straight.v(y[i]!)));
  const u = Float64Array.from(usable, (i) => straight.u(x[i]!));
  if (new Set(u).size < 3) return null;
  const v = Float64Array.from(usable, (i) => straight.v(y[i]!));
  const { parameters: line } = fitPolynomial({ x: u, y: v, xName }, 1);
  const parameters = straight.back(line[0]!, line[1]!);
  const symbols = model.parameters({}, plain, plain).map((p) => p.symbol);
  const left = x.length - usable.length;
  return {
    parameters,
    halfWidths: halfWidthsOf(u, v, line, straight.back),
    curve: (at) =>
      ModelFunction.of(model.expression({}), symbols, new Map([['x', Float64Array.of(at)]])).values(
        Float64Array.from(parameters),
      )[0]!,
    explanation: `${straight.explanation}${left > 0 ? `; ${left} points have no logarithm and were left out` : ''}`,
  };
}

/**
 * Source: Draper and Smith, Applied Regression Analysis, 3rd ed., section 1.4 (variances and covariance of intercept and
 * slope); JCGM 100:2008 (GUM) 5.2.2 for bringing them back.
 */
function halfWidthsOf(
  u: Float64Array,
  v: Float64Array,
  [intercept = NaN, slope = NaN]: ArrayLike<number> & Iterable<number>,
  back: (intercept: number, slope: number) => number[],
): number[] {
  const n = u.length;
  const mean = u.reduce((sum, at) => sum + at, 0) / n;
  const spread = u.reduce((sum, at) => sum + (at - mean) ** 2, 0);
  const squares = v.reduce((sum, at, i) => sum + (at - intercept - slope * u[i]!) ** 2, 0);
  const variance = squares / (n - 2);
  const [ofSlope, together] = [variance / spread, (-mean * variance) / spread];
  const ofIntercept = variance / n + (mean * mean * variance) / spread;
  const [byIntercept, bySlope] = [
    gradient((c) => back(c, slope), intercept, Math.sqrt(ofIntercept)),
    gradient((m) => back(intercept, m), slope, Math.sqrt(ofSlope)),
  ];
  const factor = studentTQuantile(0.975, n - 2);
  return byIntercept.map((c, k) => {
    const m = bySlope[k]!;
    return factor * Math.sqrt(c * c * ofIntercept + 2 * c * m * together + m * m * ofSlope);
  });
}

/** Central differences over a small part of how sure the argument is. */
function gradient(of: (at: number) => number[], at: number, sure: number): number[] {
  const h = 1e-3 * sure || 1e-9 * Math.max(1, Math.abs(at));
  const [below, above] = [of(at - h), of(at + h)];
  return above.map((value, k) => (value - below[k]!) / (2 * h));
}
