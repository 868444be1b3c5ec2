import type { BenchReply, RunReply, RunRow } from '@undameter/contract';
import type { Services } from '../../services';
import { runRows } from '../../store/campaigns';
import { run } from '../../store/runs';
import { countOf, ofCampaign, type Said } from '../Kind';

/** A run of the campaign with what its procedure comes to. @throws {AppError} NOT_FOUND */
export async function evaluated(
  { db, loader, pools }: Services,
  campaignId: number,
  runId: number,
): Promise<{ row: RunReply; bench: BenchReply }> {
  const row = ofCampaign(await run(db, runId), campaignId, 'run');
  const conditions = await loader.conditionsOn(runId, campaignId);
  return { row, bench: await pools.evaluate({ run: await loader.run(runId), conditions }) };
}

export const originOfRun = (
  { id, name }: Pick<RunRow, 'id' | 'name'>,
  place: 'signals' | 'conditions' | 'intake' = 'signals',
): Said['origin'] => ({
  place,
  thing: place === 'intake' ? null : id,
  words: `${{ signals: 'Signals', conditions: 'Conditions', intake: 'Intake' }[place]}: ${name}`,
});

export const basisOfRun = ({ name }: { name: string }, { kept, samples }: BenchReply): Said['basis'] => [
  { what: `samples kept of ${name}`, value: countOf(kept, samples) },
];

/** Runs that were measured, each with an entry. */
export const measuredRuns = async ({ db }: Services, campaignId: number): Promise<RunRow[]> =>
  (await runRows(db, campaignId)).filter((r) => r.kind === 'measured');
