import { formatValue } from '../number/formatNumber';
import type { FitData, Model, PlainFit } from './Model';
import type { Parametrisation } from './Parametrisation';
import type { RobustSolution } from './solve/robustly';
import type { NonlinearSolution, Valley } from './solve/solveNonlinear';
import { summarise } from './statistics/summarise';

export interface Solved {
  model: Model;
  parts: Parametrisation;
  data: FitData;
  /** Of the free parameters of this series among those of the solution. */
  places: readonly number[];
  solved: NonlinearSolution | RobustSolution;
  /** Points less parameters, of all series together. */
  degreesOfFreedom: number;
  /** One of several series that have parameters in common. */
  isJoint: boolean;
}

/** What a solution says of one series. */
export function outcomeOf({ model, parts, data, places, solved, degreesOfFreedom, isJoint }: Solved): PlainFit {
  const { x, y, sigma } = data;
  const free = Float64Array.from(places, (k) => solved.parameters[k]!);
  const curve = parts.over(x);
  const residuals = new Float64Array(y.length);
  curve.eachBlock(free, false, ({ value }, from, count) => {
    for (let i = 0; i < count; i++) residuals[from + i] = y[from + i]! - value[i]!;
  });
  const weighted = sigma ? residuals.map((r, i) => r / sigma[i]!) : residuals;
  const summary = summarise(y, residuals, weighted, free.length);
  const chiSquare = isJoint || data.sigmaX ? solved.sumOfSquares / degreesOfFreedom : summary.weightedVariance;
  const variance = 'variance' in solved ? solved.variance : sigma && data.sigmaIsAbsolute ? 1 : chiSquare;
  const inner = places.map((k) => Float64Array.from(places, (l) => solved.inverse[k]![l]! * variance));
  const slopes = parts.slopes(free);
  const covariance = slopes.map((row) => Float64Array.from(slopes, (other) => bilinear(row, inner, other)));
  const single = parts.over(new Float64Array(1));
  const at = single.variables.get('x')!;
  return {
    status: solved.conditionNumber < SINGULAR ? 'solved' : 'singular',
    parameters: parts.whole(free),
    standardErrors: Float64Array.from(covariance, (row, k) => Math.sqrt(Math.max(0, row[k]!))),
    covariance,
    residuals,
    ...summary.statistics,
    degreesOfFreedom,
    residualStandardDeviation: isJoint
      ? Math.sqrt(summary.statistics.residualSumOfSquares / Math.max(1, x.length - free.length))
      : summary.statistics.residualStandardDeviation,
    conditionNumber: solved.conditionNumber,
    reducedChiSquare: sigma ? chiSquare : NaN,
    doubts: doubtsOf(
      model,
      parts,
      places,
      solved,
      Float64Array.from(inner, (row, k) => Math.sqrt(Math.max(0, row[k]!))),
      ROUNDING * sumOfSquaresOf(y, sigma),
    ),
    start: parts.whole(Float64Array.from(places, (k) => solved.start[k]!)),
    ends: solved.ends,
    curve: (place) => {
      at[0] = place;
      const gradient = Float64Array.from(single.jacobian(free), (column) => column[0]!);
      return { value: single.values(free)[0]!, gradient };
    },
    parameterGradients: slopes,
    inverse: places.map((k) => Float64Array.from(places, (l) => solved.inverse[k]![l]!)),
    variance,
    randomSpread: (gradient) => Math.sqrt(Math.max(0, bilinear(gradient, inner, gradient))),
  };
}

const SINGULAR = 1e15;
/** Misfits that differ by less are one. */
const ALIKE = 1.001;
/** This share of the squares of the points is what an exact fit leaves. */
const ROUNDING = 1e-18;

const sumOfSquaresOf = (y: Float64Array, sigma: Float64Array | undefined): number =>
  y.reduce((sum, v, i) => sum + (v / (sigma?.[i] ?? 1)) ** 2, 0);

const bilinear = (a: Float64Array, matrix: readonly Float64Array[], b: Float64Array): number =>
  a.reduce(
    (sum, v, i) => (v === 0 ? sum : sum + v * matrix[i]!.reduce((s, m, j) => (b[j] === 0 ? s : s + m * b[j]!), 0)),
    0,
  );

/** A correlation above this: the two cannot be told apart by these points. */
const HARDLY_APART = 0.9995;

function doubtsOf(
  model: Model,
  { free }: Parametrisation,
  places: readonly number[],
  { ending, atBound, inverse, parameters, conditionNumber: condition, ends, valleys, together }: NonlinearSolution,
  errors: Float64Array,
  rounding: number,
): string[] {
  const bounds = free.filter((_, k) => atBound[places[k]!]);
  const correlation = (k: number, l: number): number =>
    Math.abs(inverse[k]![l]!) / Math.sqrt(inverse[k]![k]! * inverse[l]![l]!);
  const pairs = free.flatMap((symbol, i) =>
    free.flatMap((other, j) =>
      j > i && correlation(places[i]!, places[j]!) > HARDLY_APART ? [`${symbol} and ${other}`] : [],
    ),
  );
  const singular = condition < SINGULAR ? [] : free.filter((_, k) => together.includes(places[k]!));
  const lost = model.isLinear
    ? []
    : free.filter((_, k) => !atBound[places[k]!] && errors[k]! > Math.abs(parameters[places[k]!]!));
  const lowest = Math.min(...valleys.map((v) => v.sumOfSquares));
  const isAlike = ({ sumOfSquares: sum }: Valley): boolean => sum <= lowest * ALIKE + rounding;
  const elsewhere = valleys.filter((v) => !isAlike(v)).length;
  const isOther = (v: Valley): boolean =>
    places.some(
      (p, k) => Math.abs(v.parameters[p]! - parameters[p]!) > Math.max(errors[k]!, 0.01 * Math.abs(parameters[p]!)),
    );
  const twin = valleys.find((v) => isAlike(v) && isOther(v));
  return [
    ...(ending === 'converged'
      ? []
      : [
          `The search did not end (${ending === 'stalled' ? 'no step went downhill any more' : 'it was stopped after many rounds'}): the sum of squares is not surely the least.`,
        ]),
    ...(elsewhere > 0
      ? [
          `Another start ended at a larger misfit: there is more than one valley, and this is the deepest of ${ends.length} that were tried.`,
        ]
      : []),
    ...(twin
      ? [
          `Another start ended at other values with the same misfit (${free.map((symbol, k) => `${symbol} = ${formatValue(twin.parameters[places[k]!]!, 4)}`).join(', ')}): these points do not say which of the two it is.`,
        ]
      : []),
    ...(bounds.length > 0 ? [`${bounds.join(', ')} ended at a bound, so its ± says nothing.`] : []),
    ...(singular.length > 0
      ? [
          `${singular.join(' and ')} cannot be told apart at all: another choice of ${singular.length > 1 ? 'them' : 'it'} gives the same curve. Fix one of them.`,
        ]
      : []),
    ...(singular.length === 0 && pairs.length > 0
      ? [`${pairs.join('; ')} can hardly be told apart by these points: a longer range of x would part them.`]
      : []),
    ...(lost.length > 0 ? [`${lost.join(', ')} cannot be told from zero: a simpler model says as much.`] : []),
  ];
}
