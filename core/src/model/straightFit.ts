import { fitPolynomial } from './library/polynomial';
import { ModelFunction } from './kernel/ModelFunction';
import type { FitData, Model } from './Model';
import { plain } from '../units';

export interface StraightFit {
  parameters: number[];
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
  const { parameters: line } = fitPolynomial(
    { x: u, y: Float64Array.from(usable, (i) => straight.v(y[i]!)), xName },
    1,
  );
  const parameters = straight.back(line[0]!, line[1]!);
  const symbols = model.parameters({}, plain, plain).map((p) => p.symbol);
  const left = x.length - usable.length;
  return {
    parameters,
    curve: (at) =>
      ModelFunction.of(model.expression({}), symbols, new Map([['x', Float64Array.of(at)]])).values(
        Float64Array.from(parameters),
      )[0]!,
    explanation: `${straight.explanation}${left > 0 ? `; ${left} points have no logarithm and were left out` : ''}`,
  };
}
