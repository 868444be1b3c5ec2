import { compareModels, type Candidate } from '../compareModels';
import { models } from '../library';
import type { FitData, Model } from '../Model';
import { plain } from '../../units';
import { runsTest } from '../statistics/residualTests';
import { fTail } from '../statistics/distributions';
import { notTested, passed, said, type Diagnosed, type Rung } from './Rung';

/** So improbable a pattern is none of chance. */
const IMPROBABLE = 0.01;
/** A better model is worth naming when AIC falls by so much. */
const CLEARLY = 10;
const MOST_POINTS = 300;
const MOST_PARAMETERS = 4;

/** Is the model right: no pattern left in the residuals, no term that says nothing. */
export function modelRung(d: Diagnosed): Rung {
  const { candidate, data, fit } = d;
  const found = needlessTerm(d) ?? explainsLittle(d) ?? untoldTerms(d);
  if (found) return found;
  const order = [...data.x.keys()].sort((a, b) => data.x[a]! - data.x[b]!);
  const runs = runsTest(Float64Array.from(order, (i) => fit.residuals[i]!));
  if (!runs)
    return notTested(
      'Model',
      `not tested: ${data.x.length} points are too few for a test of the residuals; look at them below the fit`,
    );
  const runsInWords = `${runs.runs} runs of one sign in ${data.x.length} points, about ${Math.round(runs.expected)} expected`;
  if (runs.p >= IMPROBABLE) return passed('Model', `the residuals look random along x: ${runsInWords}`);
  const better = data.others ? undefined : betterModel(candidate, data);
  return {
    title: 'Model',
    state: 'doubtful',
    text: better
      ? `The residuals have a pattern along x: ${runsInWords}. ${better.title} would hold these points better: its residuals are ${said(better.ratio)} times as large.`
      : `The residuals have a pattern along x: ${runsInWords}. No model of the library does clearly better, so x may carry noise of its own, or neighbouring points know of each other.`,
    ...(better ? { action: { title: `Try ${better.title}`, candidate: better.candidate } } : {}),
  };
}

/** A highest power that cannot be told from zero. */
function needlessTerm({ candidate, fit, symbols }: Diagnosed): Rung | undefined {
  const degree = (candidate.settings as { degree?: number }).degree ?? 0;
  if (candidate.kind !== 'polynomial' || degree < 2 || fit.degreesOfFreedom < 1) return undefined;
  const half = fit.parameterSpread(degree).halfWidth;
  if (!(Math.abs(fit.parameters[degree]!) < half)) return undefined;
  return {
    title: 'Model',
    state: 'doubtful',
    text: `${symbols[degree]} cannot be told from zero within its ±: a lower degree says as much, and swings less outside the points.`,
    action: { title: `Try degree ${degree - 1}`, candidate: { kind: 'polynomial', settings: { degree: degree - 1 } } },
  };
}

/** A curve that leaves y as it was. */
function explainsLittle({ fit, data }: Diagnosed): Rung | undefined {
  const n = data.x.length;
  const p = fit.parameters.length;
  if (!(fit.rSquared < LITTLE) || p < 2 || n <= p) return undefined;
  const f = fit.rSquared / (p - 1) / ((1 - fit.rSquared) / (n - p));
  const byChance = fit.rSquared > 0 ? fTail(f, p - 1, n - p) : 1;
  return {
    title: 'Model',
    state: 'doubtful',
    text: `x explains ${fit.rSquared > 0 ? said(100 * fit.rSquared) : 'none'}${fit.rSquared > 0 ? ' %' : ''} of how y varies${byChance > IMPROBABLE ? `, which chance does as well in ${said(100 * byChance)} % of cases` : ''}: a mean says nearly as much. Look for another x, or a narrower condition.`,
  };
}

/** Terms of a linear model that cannot be told from zero, where that is more than half of them. */
function untoldTerms({ model, fit, symbols, candidate }: Diagnosed): Rung | undefined {
  if (!model.isLinear || fit.degreesOfFreedom < 1 || fit.parameters.length < 3) return undefined;
  const untold = symbols.filter((_, k) => k > 0 && Math.abs(fit.parameters[k]!) < fit.parameterSpread(k).halfWidth);
  const isMany = candidate.kind === 'multilinear' ? untold.length > 0 : untold.length > (symbols.length - 1) / 2;
  if (!isMany) return undefined;
  return {
    title: 'Model',
    state: 'doubtful',
    text: `${untold.join(', ')} cannot be told from zero within their ±: these points do not hold so many terms.`,
  };
}

/** Less of the variation than this is next to nothing. */
const LITTLE = 0.1;

const isSimple = (model: Model): boolean =>
  !['polynomial', 'own', 'multilinear'].includes(model.kind) &&
  model.parameters({}, plain, plain).length <= MOST_PARAMETERS;

/** The best of the library by AIC on some of the points, where it is clearly better. */
function betterModel(
  candidate: Candidate,
  data: FitData,
): { title: string; candidate: Candidate; ratio: number } | undefined {
  const stride = Math.ceil(data.x.length / MOST_POINTS);
  const some = (column: Float64Array): Float64Array => column.filter((_, i) => i % stride === 0);
  const few: FitData = {
    x: some(data.x),
    y: some(data.y),
    xName: data.xName,
    ...(data.sigma ? { sigma: some(data.sigma) } : {}),
  };
  const degree = (candidate.settings as { degree?: number }).degree;
  const others: Candidate[] = [
    ...[1, 2, 3, 4].filter((d) => d !== degree).map((d) => ({ kind: 'polynomial', settings: { degree: d } })),
    ...models.filter((m) => isSimple(m) && m.kind !== candidate.kind).map((m) => ({ kind: m.kind, settings: {} })),
  ];
  const { rated } = compareModels(few, [candidate, ...others], { leaveOut: false });
  const now = rated[0]!;
  const works = rated.slice(1).filter((r) => Number.isFinite(r.aic) && r.fit?.status === 'solved');
  const best = works.reduce((a, b) => (b.aic < a.aic ? b : a), now);
  if (best === now || !(best.aic < now.aic - CLEARLY)) return undefined;
  return {
    title: best.title,
    candidate: best.candidate,
    ratio: best.residualStandardDeviation / now.residualStandardDeviation,
  };
}
