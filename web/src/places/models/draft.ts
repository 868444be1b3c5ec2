import type { FitBody, FitRow, FitReply, SeriesReply } from '@undameter/contract';

/** What of a saved fit its form holds. */
export const bodyOf = ({ name, runId, x, y, conditionIds, data, weights, model, settings }: FitRow): FitBody => ({
  name, runId, x, y, conditionIds, data, weights, model, settings,
}); // prettier-ignore

/** A fit that waits for its x and y. */
export const newFit = (name: string, runId: number): FitBody => ({
  name, runId, x: '', y: '', conditionIds: [], data: 'samples', weights: 'none', model: 'polynomial', settings: { degree: 2 },
}); // prettier-ignore

export const sameFit = (a: FitBody, b: FitBody): boolean => JSON.stringify(a) === JSON.stringify(b);

export interface Rung {
  title: string;
  text: string;
  /** sound: nothing speaks against it; doubt: look here. */
  state: 'sound' | 'doubt';
  /** A degree that would mend it. */
  tryDegree?: number;
}

/** The ladder of trust beside a fit: what speaks for and against the numbers of one series. */
/** @param degree  of a polynomial; undefined for any other model */
export function ladder(
  fit: FitReply,
  series: SeriesReply,
  degree: number | undefined,
  weights: FitBody['weights'],
): Rung[] {
  const rungs: Rung[] = [];
  const few = series.degreesOfFreedom < 3;
  rungs.push({
    title: 'Data',
    text:
      `${series.points} points${series.missing > 0 ? `, ${series.missing} more without a value` : ''}` +
      (few ? `: only ${series.degreesOfFreedom} more than parameters, so the ± says little` : ''),
    state: few ? 'doubt' : 'sound',
  });
  rungs.push({
    title: 'Solution',
    text:
      series.doubts.length > 0
        ? series.doubts.join(' ')
        : degree === undefined
          ? 'the search came to its end; that another start leads lower is not ruled out'
          : 'linear: there is only one, and it was found',
    state: series.doubts.length > 0 ? 'doubt' : 'sound',
  });
  const last = series.parameters.at(-1);
  if (degree !== undefined && last && last.value !== null && last.halfWidth !== null) {
    const needless = Math.abs(last.value) < last.halfWidth;
    rungs.push({
      title: 'Highest term',
      text: needless
        ? `${last.symbol} cannot be told from zero within its ±: a lower degree says as much.`
        : `${last.symbol} is ${ratio(Math.abs(last.value) / last.halfWidth)} times its 95 % half width`,
      state: needless ? 'doubt' : 'sound',
      ...(needless && degree > 1 ? { tryDegree: degree - 1 } : {}),
    });
  }
  const runs = runsOf(series);
  if (runs)
    rungs.push({
      title: 'Residuals',
      text: runs.tooFew
        ? `not random along ${fit.x.symbol}: ${runs.runs} runs where about ${Math.round(runs.expected)} are expected. The curve bends otherwise than the points, or ${fit.x.symbol} carries noise of its own.`
        : `change sign ${runs.runs} times, about ${Math.round(runs.expected)} expected`,
      state: runs.tooFew ? 'doubt' : 'sound',
      ...(runs.tooFew && degree !== undefined && degree < 9 ? { tryDegree: degree + 1 } : {}),
    });
  rungs.push(uncertaintyRung(series, weights));
  return rungs;
}

/** Scatter this many times what the uncertainties say, in squares, is no chance. */
const MUCH_SCATTER = 2;

function uncertaintyRung({ points, reducedChiSquare }: SeriesReply, weights: FitBody['weights']): Rung {
  const title = 'Uncertainty';
  if (weights !== 'absolute' || reducedChiSquare === null)
    return {
      title,
      text: `from the scatter about the curve, each point taken as independent${weights === 'none' ? '' : ' and weighted by its ±'}; sensor errors that all points share are not in it`,
      state: points > 200 ? 'doubt' : 'sound',
    };
  const much = reducedChiSquare > MUCH_SCATTER ? 'more' : reducedChiSquare < 1 / MUCH_SCATTER ? 'less' : undefined;
  const said = `from the uncertainties of the points; χ²/ν is ${reducedChiSquare.toPrecision(2)}`;
  return much
    ? { title, text: `${said}: they scatter ${much} than their uncertainties say${much === 'more' ? '. The model misses something, or the ± is too small' : '. The ± may be too large, or an error that all share'}.`, state: 'doubt' }
    : { title, text: `${said}: they scatter as their uncertainties say`, state: 'sound' };
} // prettier-ignore

const ratio = (v: number): string => (v >= 10 ? String(Math.round(v)) : v.toFixed(1));

/** Runs of equal sign among the drawn residuals, in order of x, after Wald and Wolfowitz (1940); too few is a left tail of 1 %. */
export function runsOf({ drawn }: Pick<SeriesReply, 'drawn'>): { runs: number; expected: number; tooFew: boolean } | null {
  const signs = drawn.x
    .map((x, i) => [x, drawn.residual[i]] as const)
    .filter((p): p is readonly [number, number] => p[0] !== null && p[1] !== null && p[1] !== undefined && p[1] !== 0)
    .sort((a, b) => a[0] - b[0])
    .map(([, r]) => r > 0);
  const n = signs.length;
  const up = signs.filter(Boolean).length;
  const down = n - up;
  if (n < 12 || up === 0 || down === 0) return null;
  const runs = 1 + signs.filter((s, i) => i > 0 && s !== signs[i - 1]).length;
  const expected = (2 * up * down) / n + 1;
  const variance = ((expected - 1) * (expected - 2)) / (n - 1);
  return { runs, expected, tooFew: (runs - expected) / Math.sqrt(variance) < -2.326 };
} // prettier-ignore
