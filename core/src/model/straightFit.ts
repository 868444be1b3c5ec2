import { AppError } from '../error/AppError';
import type { Choices } from './Choices';
import { fitModel } from './fitModel';
import { fitPolynomial } from './library/polynomial';
import { ModelFunction } from './kernel/ModelFunction';
import type { Fit, FitData, Model } from './Model';
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

/** A formula of one's own beside its direct fit, from whose parameters the search begins. */
export interface DirectFit {
  settings: { formula?: unknown };
  choices: Choices;
  parameters: ArrayLike<number>;
}

/**
 * The fit through logarithms, to be held against the direct one: of a model that they make a straight line that line, as a
 * spreadsheet draws it; of a formula of one's own the formula fitted to the logarithms of y by its own logarithm.
 * @param direct  wanted for a formula of one's own
 * @returns  null where the model cannot be drawn straight, or too few points have a logarithm
 */
export function straightFit(model: Model, data: FitData, direct?: DirectFit): StraightFit | null {
  if (!model.straight) return model.kind === 'own' && direct ? ownThroughLogarithms(model, data, direct) : null;
  const { straight } = model;
  const { x, y, xName } = data;
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
    explanation: `A straight line ${straight.explanation}${leftOut(left)}`,
  };
}

const leftOut = (points: number): string =>
  points > 0 ? `; ${points} points have no logarithm and were left out` : '';

/** The variance of ln y is that of y by y², so each point counts by its relative distance (JCGM 100:2008, 5.1.2). */
function ownThroughLogarithms(model: Model, { x, y, xName }: FitData, direct: DirectFit): StraightFit | null {
  const formula = String(direct.settings.formula);
  const symbols = model.parameters(direct.settings, plain, plain).map((p) => p.symbol);
  const usable = [...x.keys()].filter((i) => Number.isFinite(x[i]!) && y[i]! > 0);
  if (usable.length <= symbols.length) return null;
  const { fixed = {}, tied = {}, bounds } = direct.choices;
  const start = symbols.flatMap((s, k) => (s in fixed || s in tied ? [] : [[s, direct.parameters[k]!] as const]));
  const fit = fitted(
    model,
    { formula: `ln(${formula})` },
    usable,
    { x, y, xName },
    {
      fixed,
      tied,
      ...(bounds ? { bounds } : {}),
      start: Object.fromEntries(start),
    },
  );
  if (!fit) return null;
  return {
    parameters: [...fit.parameters],
    halfWidths: symbols.map((s, k) => (s in fixed ? NaN : fit.parameterSpread(k).halfWidth)),
    curve: (at) => Math.exp(fit.curve(at).value),
    explanation: `The formula through the logarithms of y, in which each point counts by its relative distance${leftOut(x.length - usable.length)}`,
  };
}

/** Nothing where the logarithm of the formula cannot be fitted, as where it is not above zero at all points. */
function fitted(
  model: Model,
  settings: object,
  usable: readonly number[],
  { x, y, xName }: Pick<FitData, 'x' | 'y' | 'xName'>,
  choices: Choices,
): Fit | null {
  const data = {
    x: Float64Array.from(usable, (i) => x[i]!),
    y: Float64Array.from(usable, (i) => Math.log(y[i]!)),
    xName,
  };
  try {
    const fit = fitModel(model, settings as never, data, choices);
    return fit.parameters.every(Number.isFinite) && fit.residuals.every(Number.isFinite) ? fit : null;
  } catch (error) {
    if (error instanceof AppError) return null;
    throw error;
  }
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
