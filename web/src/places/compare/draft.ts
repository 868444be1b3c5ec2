import type { CandidateBody, ComparisonBody, ComparisonRow, FitRow, RunRow } from '@undameter/contract';

/** What of a saved comparison its form holds. */
export const bodyOf = ({ name, reference, candidates }: ComparisonRow): ComparisonBody => ({
  name,
  reference,
  candidates,
});

const asIs = { offset: 0, scale: 1, method: 'linear', uncertainty: null };

export const ofRun = (runId: number, x = '', y = ''): CandidateBody => ({
  source: { kind: 'run', runId, x, y },
  ...asIs,
});
export const ofFit = (fitId: number): CandidateBody => ({ source: { kind: 'fit', fitId }, ...asIs });

/** The points of the first fit against the first simulated run, else another run: its own points cannot judge a fit. */
export function newComparison(name: string, runs: readonly RunRow[], fits: readonly FitRow[]): ComparisonBody {
  const fit = fits[0];
  const measured = runs.find((r) => r.kind === 'measured') ?? runs[0]!;
  const reference = fit
    ? { runId: fit.runId, x: fit.x, y: fit.y, conditionIds: fit.conditionIds, data: fit.data }
    : { runId: measured.id, x: '', y: '', conditionIds: [], data: 'samples' as const };
  const simulated = runs.find((r) => r.kind === 'simulated');
  const other = simulated ?? runs.find((r) => r.id !== reference.runId);
  return { name, reference, candidates: other ? [ofRun(other.id)] : fit ? [ofFit(fit.id)] : [ofRun(measured.id)] };
}

/** Nothing is missing that the computation needs. */
export const isWhole = ({ reference, candidates }: ComparisonBody): boolean =>
  reference.x !== '' &&
  reference.y !== '' &&
  candidates.length > 0 &&
  candidates.every(({ source }) => source.kind === 'fit' || (source.x !== '' && source.y !== ''));

export const sameComparison = (a: ComparisonBody, b: ComparisonBody): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** What was said openly of a candidate that is not shown as it is. */
export function touchedInWords({ scale, offset }: Pick<CandidateBody, 'scale' | 'offset'>, unit: string): string {
  const times = scale === 1 ? '' : `${scale} × `;
  const plus = offset === 0 ? '' : ` ${offset > 0 ? '+' : '−'} ${Math.abs(offset)} ${unit}`.trimEnd();
  return `shown as ${times}it${plus}`;
}
