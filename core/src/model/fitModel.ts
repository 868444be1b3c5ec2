import type { Static, TObject } from 'typebox';
import { AppError } from '../error/AppError';
import { isPlain, type Choices } from './Choices';
import type { Fit, FitData, Model } from './Model';
import { Parametrisation } from './Parametrisation';
import { jointProblem, type Share } from './solve/jointProblem';
import { levenbergMarquardt } from './solve/levenbergMarquardt';
import type { LossName } from './solve/losses';
import { orthogonalProblem } from './solve/orthogonalProblem';
import { pointsProblem, type Problem } from './solve/Problem';
import { robustly } from './solve/robustly';
import { solveNonlinear, withCovariance, type NonlinearSolution, type NonlinearTask } from './solve/solveNonlinear';
import { outcomeOf, type Solved } from './outcomeOf';
import { completeFit } from './uncertainty/completeFit';
import type { SystematicEffect } from './uncertainty/PointErrors';
import { systematicEffects } from './uncertainty/systematicEffects';

/**
 * A model through one series of points.
 * @param isQuick  one trial of many: it gives up where the likeliest start does badly
 * @throws {AppError} TOO_FEW_POINTS_FOR_MODEL, X_HAS_NO_SPREAD, MODEL_NOT_FINITE, MODEL_NO_START, MODEL_PARAMETER_STEPS, and as choices are refused
 */
export function fitModel(
  model: Model,
  settings: Static<TObject>,
  data: FitData,
  choices: Choices = {},
  isQuick = false,
): Fit {
  if (model.direct && isPlain(choices) && !data.sigmaX) {
    const fit = model.direct(data, settings);
    const part = { fit, data, places: fit.inverse.map((_, k) => k) };
    return completeFit(fit, data, systematicEffects([part], fit.inverse));
  }
  return fitTogether(model, settings, [data], choices, isQuick)[0]!;
}

/**
 * A model through several series at once: the shared parameters have one value for all, the others one for each.
 * @throws as fitModel
 */
export function fitTogether(
  model: Model,
  settings: Static<TObject>,
  all: readonly FitData[],
  choices: Choices,
  isQuick = false,
): Fit[] {
  if (model.kind === 'multilinear') throw new AppError('MULTILINEAR_PLAIN', {});
  const parts = new Parametrisation(model, settings, choices);
  const [stepping] = parts.over(all[0]!.x).stepping;
  if (stepping !== undefined) throw new AppError('MODEL_PARAMETER_STEPS', { symbol: stepping });
  const { shared = [] } = choices;
  const own = parts.free.filter((s) => !shared.includes(s));
  const common = parts.free.filter((s) => shared.includes(s));
  const count = own.length * all.length + common.length;
  const points = all.reduce((sum, { x }) => sum + x.length, 0);
  if (points < count || all.some(({ x }) => x.length < own.length))
    throw new AppError('TOO_FEW_POINTS_FOR_MODEL', { have: points, parameters: count });
  const places = all.map((_, s) =>
    parts.free.map((f) =>
      shared.includes(f) ? own.length * all.length + common.indexOf(f) : s * own.length + own.indexOf(f),
    ),
  );
  const starts = startsOf(model, settings, all, choices, parts);
  const joined = starts.map((start) => joinedStart(start, places, count));
  const bound = (which: 'lower' | 'upper') =>
    joinedStart(
      all.map(() => parts.bound(which)),
      places,
      count,
    );
  const bounds = { lower: bound('lower'), upper: bound('upper') };
  const over = (part: readonly FitData[], loss?: Loss): Problem => {
    const shares = part.map((data, s): Share => ({ problem: problemOf(parts, data, loss), places: places[s]! }));
    return { ...(shares.length === 1 ? shares[0]!.problem : jointProblem(shares, count)), ...bounds };
  };
  const degreesOfFreedom = points - count;
  const trial = over(all.map((data) => thinned(data, TRIED)));
  const solved = choices.loss
    ? robustly({
        build: (loss) => over(all, loss),
        starts: joined,
        degreesOfFreedom,
        name: choices.loss,
        residuals: (at) => residualsOf(parts, all, places, at),
      })
    : points > MANY_POINTS
      ? searchThenPolish(
          {
            problem: over(all.map((data) => thinned(data))),
            trial,
            starts: joined,
            degreesOfFreedom: SEARCHED,
            isQuick,
          },
          over(all),
          degreesOfFreedom,
        )
      : solveNonlinear({ problem: over(all), trial, starts: joined, degreesOfFreedom, isQuick });
  if (!solved) throw notFinite(parts, all, starts[0]!);
  const fits = all.map((data, s) =>
    outcomeOf({
      model,
      parts,
      data,
      places: places[s]!,
      solved,
      degreesOfFreedom,
      isJoint: all.length > 1,
    } satisfies Solved),
  );
  const effects = systematicEffects(
    fits.map((fit, s) => ({ fit, data: all[s]!, places: places[s]! })),
    solved.inverse,
  );
  return fits.map((fit, s) => completeFit(fit, all[s]!, ofSeries(effects, places[s]!)));
}

const ofSeries = (effects: readonly SystematicEffect[], places: readonly number[]): SystematicEffect[] =>
  effects.map(({ source, change }) => ({ source, change: Float64Array.from(places, (k) => change[k]!) }));

/** Beyond so many points the search goes over a part of them, and only its end over all. */
const MANY_POINTS = 1500;
const SEARCHED = 750;
const POLISHING = 60;
/** Starts far and wide are tried on so many. */
const TRIED = 150;
/** Start values are looked for among so many. */
const LOOKED_AT = 300;

function thinned(data: FitData, most = SEARCHED): FitData {
  const stride = Math.ceil(data.x.length / most);
  const some = (column: Float64Array): Float64Array =>
    Float64Array.from({ length: Math.floor(column.length / stride) }, (_, i) => column[i * stride]!);
  const { sigma, sigmaX } = data;
  return {
    ...data,
    x: some(data.x),
    y: some(data.y),
    ...(sigma ? { sigma: some(sigma) } : {}),
    ...(sigmaX ? { sigmaX: some(sigmaX) } : {}),
  };
}

function searchThenPolish(
  search: NonlinearTask,
  all: Problem,
  degreesOfFreedom: number,
): NonlinearSolution | undefined {
  const found = solveNonlinear(search);
  const end = found && levenbergMarquardt(all, found.parameters, { damping: 1e-9, mostRounds: POLISHING });
  // A point that was left out may be where the model gives no number.
  if (!end) return solveNonlinear({ ...search, problem: all, degreesOfFreedom });
  return { ...withCovariance(all, end, found.start), ends: found.ends, valleys: found.valleys };
}

type Loss = { name: LossName; scale: number };

function problemOf(parts: Parametrisation, data: FitData, loss: Loss | undefined): Problem {
  const { x, y, sigma, sigmaX } = data;
  const model = parts.over(x);
  if (sigmaX && sigma) return orthogonalProblem({ model, y, sigmaX, sigmaY: sigma });
  return pointsProblem({ model, y, sigma, loss });
}

/** For each start, the free parameters of each series. */
function startsOf(
  model: Model,
  settings: Static<TObject>,
  all: readonly FitData[],
  { start = {} }: Choices,
  parts: Parametrisation,
): Float64Array[][] {
  const fromData = all.map((data) => model.starts(thinned(data, LOOKED_AT), settings).map((s) => parts.freeOf(s)));
  const most = Math.max(...fromData.map((s) => s.length));
  const isWhole = parts.free.every((s) => Object.hasOwn(start, s));
  if (most === 0 && !isWhole) throw new AppError('MODEL_NO_START', { model: model.title });
  const typed = Float64Array.from(parts.free, (s) => start[s] ?? NaN);
  const together = Array.from({ length: most }, (_, k) =>
    fromData.map((starts) => starts[Math.min(k, starts.length - 1)] ?? typed),
  );
  if (Object.keys(start).length === 0) return together;
  const first = all.map((_, s) => typed.map((v, k) => (Number.isNaN(v) ? together[0]![s]![k]! : v)));
  return [first, ...together];
}

/** Own parameters side by side, the shared ones as their mean over the series. */
function joinedStart(of: readonly Float64Array[], places: readonly (readonly number[])[], count: number): Float64Array {
  const [sum, times] = [new Float64Array(count), new Float64Array(count)];
  of.forEach((values, s) =>
    values.forEach((v, k) => {
      const place = places[s]![k]!;
      sum[place] = sum[place]! + v;
      times[place] = times[place]! + 1;
    }),
  );
  return sum.map((v, k) => v / times[k]!);
}

/** Says the first point at which the model gives no number with its start values. */
function notFinite(
  parts: Parametrisation,
  all: readonly FitData[],
  start: readonly Float64Array[],
): AppError<'MODEL_NOT_FINITE'> {
  const said = all.map(({ x }, s) => {
    const values = parts.over(x).values(start[s]!);
    const first = values.findIndex((v) => !Number.isFinite(v));
    const typed = parts.free.map((symbol, k) => `${symbol} = ${Number(start[s]![k]!.toPrecision(4))}`).join(', ');
    return {
      without: values.filter((v) => !Number.isFinite(v)).length,
      points: x.length,
      at: x[Math.max(0, first)]!,
      start: typed,
    };
  });
  return new AppError('MODEL_NOT_FINITE', said.find((s) => s.without > 0) ?? said[0]!);
}

function residualsOf(
  parts: Parametrisation,
  all: readonly FitData[],
  places: readonly (readonly number[])[],
  at: Float64Array,
): Float64Array {
  const columns = all.map(({ x, y, sigma }, s) => {
    const values = parts.over(x).values(Float64Array.from(places[s]!, (k) => at[k]!));
    return values.map((v, i) => (y[i]! - v) / (sigma?.[i] ?? 1));
  });
  const out = new Float64Array(columns.reduce((n, c) => n + c.length, 0));
  let from = 0;
  for (const column of columns) {
    out.set(column, from);
    from += column.length;
  }
  return out;
}
