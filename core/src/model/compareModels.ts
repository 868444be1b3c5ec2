import type { AppError } from '../error/AppError';
import { fitModel } from './fitModel';
import { modelOf } from './library';
import type { Fit, FitData } from './Model';
import { plain } from '../units';
import { fTail } from './statistics/distributions';
import { goodnessOf } from './statistics/goodness';
import { runsTest } from './statistics/residualTests';

export interface Candidate {
  kind: string;
  settings: Record<string, unknown>;
}

export interface Rated {
  candidate: Candidate;
  title: string;
  fit?: Fit;
  problem?: AppError;
  parameters: number;
  residualStandardDeviation: number;
  adjustedRSquared: number;
  aic: number;
  bic: number;
  /** Probability of so few runs of equal sign by chance; NaN with few points. */
  runs: number;
  /** Root mean square of what each part of the points is off a fit through the others. */
  leftOut: number;
  /** Against the next simpler one of the list that it contains: probability that it is better by chance. */
  nested?: { simpler: string; f: number; p: number } | undefined;
}

export interface Comparison {
  rated: Rated[];
  /** Of the one that suffices: no other is clearly better, and none of those is simpler. */
  suffices: number;
  sentence: string;
}

/** Parts into which the points are dealt for leaving out, one after the other. */
const PARTS = 10;
/** A difference in AIC up to this is none (Burnham and Anderson 2002, section 2.6). */
const ALIKE = 2;

/**
 * Models on the same points, and the simplest that suffices.
 * Leaving out: M. Stone, Journal of the Royal Statistical Society B 36 (1974) 111-147.
 */
export function compareModels(data: FitData, candidates: readonly Candidate[], { leaveOut = true } = {}): Comparison {
  const rated = candidates.map((candidate) => rate(data, candidate, leaveOut));
  for (const one of rated) one.nested = nestedIn(one, rated);
  const works = rated.filter((r) => r.fit && Number.isFinite(r.aic));
  const best = Math.min(...works.map((r) => r.aic));
  const alike = works.filter((r) => r.aic <= best + ALIKE).sort((a, b) => a.parameters - b.parameters || a.aic - b.aic);
  const chosen = alike[0];
  return { rated, suffices: chosen ? rated.indexOf(chosen) : -1, sentence: sentenceOf(works, chosen, alike) };
}

function rate(data: FitData, candidate: Candidate, leaveOut: boolean): Rated {
  const model = modelOf(candidate.kind);
  const none = {
    parameters: 0,
    residualStandardDeviation: NaN,
    adjustedRSquared: NaN,
    aic: NaN,
    bic: NaN,
    runs: NaN,
    leftOut: NaN,
  };
  const title = titleOf(candidate);
  try {
    const fit = fitModel(model, candidate.settings, data, {}, !leaveOut);
    const goodness = goodnessOf(fit, data.x.length);
    const order = [...data.x.keys()].sort((a, b) => data.x[a]! - data.x[b]!);
    return {
      candidate,
      title,
      fit,
      parameters: fit.parameters.length,
      residualStandardDeviation: fit.residualStandardDeviation,
      adjustedRSquared: goodness.adjustedRSquared,
      aic: goodness.aic,
      bic: goodness.bic,
      runs: runsTest(Float64Array.from(order, (i) => fit.residuals[i]!))?.p ?? NaN,
      leftOut: leaveOut ? leftOutError(data, candidate, fit) : NaN,
    };
  } catch (error) {
    return { candidate, title, problem: error as AppError, ...none };
  }
}

/** Name of a model with what is set in it. */
export function titleOf({ kind, settings }: Candidate): string {
  const model = modelOf(kind);
  return model.titled?.(settings) ?? model.title;
}

/** Each part from the fit to all, since leaving a tenth out leads to no other valley. */
function leftOutError(data: FitData, { kind, settings }: Candidate, whole: Fit): number {
  const model = modelOf(kind);
  const start = Object.fromEntries(
    model.parameters(settings, plain, plain).map((p, k) => [p.symbol, whole.parameters[k]!]),
  );
  let squares = 0;
  const n = data.x.length;
  const parts = Math.min(PARTS, n);
  for (let part = 0; part < parts; part++) {
    const kept = (_: number, i: number): boolean => i % parts !== part;
    const fit = fitModel(
      model,
      settings,
      {
        ...data,
        x: data.x.filter(kept),
        y: data.y.filter(kept),
        ...(data.sigma ? { sigma: data.sigma.filter(kept) } : {}),
      },
      model.direct ? {} : { start },
      true,
    );
    for (let i = part; i < n; i += parts) squares += (data.y[i]! - fit.curve(data.x[i]!).value) ** 2;
  }
  return Math.sqrt(squares / n);
}

/** F-test against the largest model of the list that this one contains (Draper and Smith, Applied Regression Analysis, 3rd ed., section 6.1). */
function nestedIn(one: Rated, rated: readonly Rated[]): Rated['nested'] | undefined {
  const within = rated.filter((r) => r.fit && r !== one && contains(one.candidate, r.candidate));
  const simpler = within.sort((a, b) => b.parameters - a.parameters)[0];
  if (!simpler?.fit || !one.fit || one.fit.degreesOfFreedom < 1) return undefined;
  const extra = one.parameters - simpler.parameters;
  const f =
    (simpler.fit.residualSumOfSquares - one.fit.residualSumOfSquares) /
    extra /
    (one.fit.residualSumOfSquares / one.fit.degreesOfFreedom);
  return { simpler: simpler.title, f, p: fTail(f, extra, one.fit.degreesOfFreedom) };
}

function contains(whole: Candidate, part: Candidate): boolean {
  const below = modelOf(whole.kind).simpler?.(whole.settings) ?? [];
  return below.some((b) => JSON.stringify(b) === JSON.stringify(part) || contains(b, part));
}

function sentenceOf(works: readonly Rated[], chosen: Rated | undefined, alike: readonly Rated[]): string {
  if (!chosen) return 'None of these models can be fitted to the points.';
  if (works.length === 1) return `Only ${chosen.title} is in the list: add others to compare.`;
  const others = alike.slice(1).map((r) => r.title);
  const pattern =
    chosen.runs < 0.01 ? ' Its residuals still have a pattern, so none of them holds the points fully.' : '';
  return others.length === 0
    ? `${chosen.title} is clearly better than the others by AIC, and the simplest that suffices.${pattern}`
    : `${chosen.title} suffices: ${others.join(', ')} ${others.length > 1 ? 'are' : 'is'} no better by AIC (within ${ALIKE}) and ${others.length > 1 ? 'have' : 'has'} no fewer parameters.${pattern}`;
}
