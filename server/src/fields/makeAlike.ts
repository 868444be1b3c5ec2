import type { AlikeReply, ChartSource, ComparisonBody, FigureSource } from '@undameter/contract';
import { AppError, nameOfSame, type Step } from '@undameter/core';
import { runRows } from '../store/campaigns';
import { comparisons, createComparison } from '../store/comparisons';
import { derivedOf } from '../store/derivedRuns';
import { createFigure, figures } from '../store/figures';
import type { Database } from '../store/pg/Database';
import { run } from '../store/runs';
import type { DerivedRuns } from './DerivedRuns';

/** What stands for what, by ids. */
export interface Instead {
  runs: ReadonlyMap<number, number>;
  comparisons: ReadonlyMap<number, number>;
}

/**
 * Makes all that stands on a derived run of another field too: the run with its procedure, the comparisons that it takes
 * part in, and the figures of both.
 * @throws {AppError} NOT_FOUND, NOT_DERIVED, and as `DerivedRuns.create`
 */
export async function makeAlike(
  db: Database,
  derivedRuns: Pick<DerivedRuns, 'create'>,
  likeId: number,
  fieldId: number,
): Promise<AlikeReply> {
  const like = await run(db, likeId);
  const { campaignId } = like;
  const made = await derivedOf(db, likeId);
  if (!made) throw new AppError('NOT_DERIVED', { name: like.name });
  const field = await run(db, fieldId);
  const named = (name: string, taken: readonly { name: string }[]): string =>
    nameOfSame({ name, from: made.fromName, to: field.name }, new Set(taken.map((t) => t.name)));
  const name = named(like.name, await runRows(db, campaignId));
  const body = { name, runId: fieldId, recipe: made.recipe };
  const id = await derivedRuns.create(campaignId, body, like.procedure as Step[]);
  const copies = { runs: new Map([[likeId, id]]), comparisons: new Map<number, number>() };
  const compared = await comparisons(db, campaignId);
  for (const row of compared.filter((r) => isOfAny(r, copies))) {
    const body = { ...comparisonOf(row, copies), name: named(row.name, compared) };
    copies.comparisons.set(row.id, (await createComparison(db, campaignId, body)).id);
  }
  const drawn = await figures(db, campaignId);
  const sheets: AlikeReply['figures'] = [];
  for (const { source, dressing, name: own } of drawn.filter((f) => showsAny(f.source, copies))) {
    const sheet = { name: named(own, drawn), source: sourceOf(source, copies), dressing };
    sheets.push({ id: (await createFigure(db, campaignId, sheet)).id, name: sheet.name });
  }
  const all = await comparisons(db, campaignId);
  const ids = new Set(copies.comparisons.values());
  return { run: { id, name }, comparisons: all.filter((c) => ids.has(c.id)).map(idAndName), figures: sheets };
}

const idAndName = ({ id, name }: { id: number; name: string }) => ({ id, name });

/** Whether one of the runs takes part in a comparison. */
const isOfAny = ({ reference, candidates }: ComparisonBody, { runs }: Instead): boolean =>
  runs.has(reference.runId) || candidates.some(({ source }) => source.kind === 'run' && runs.has(source.runId));

/** A comparison with other runs in the place of some of its own. */
export function comparisonOf({ name, reference, candidates }: ComparisonBody, { runs }: Instead): ComparisonBody {
  const of = (runId: number): number => runs.get(runId) ?? runId;
  return {
    name,
    reference: { ...reference, runId: of(reference.runId) },
    candidates: candidates.map((candidate) =>
      candidate.source.kind === 'run'
        ? { ...candidate, source: { ...candidate.source, runId: of(candidate.source.runId) } }
        : candidate,
    ),
  };
}

const chartsOf = (source: FigureSource): ChartSource[] =>
  source.kind === 'together' ? source.charts.map((c) => c.source) : [source];

/** Whether a figure shows one of the runs or comparisons. */
const showsAny = (source: FigureSource, { runs, comparisons: compared }: Instead): boolean =>
  chartsOf(source).some(
    (s) => ('runId' in s && runs.has(s.runId)) || (s.kind === 'comparison' && compared.has(s.comparisonId)),
  );

/** What a figure shows, with others in the place of some of it. */
export function sourceOf(source: FigureSource, instead: Instead): FigureSource {
  const chart = (of: ChartSource): ChartSource => {
    if ('runId' in of) return { ...of, runId: instead.runs.get(of.runId) ?? of.runId };
    if (of.kind !== 'comparison') return of;
    return { ...of, comparisonId: instead.comparisons.get(of.comparisonId) ?? of.comparisonId };
  };
  if (source.kind !== 'together') return chart(source);
  return { ...source, charts: source.charts.map((c) => ({ ...c, source: chart(c.source) })) };
}
