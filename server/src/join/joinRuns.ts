import type { ContinueBody, JoinBody, RunReply, Source } from '@undameter/contract';
import { AppError, isSymbol } from '@undameter/core';
import type { Services } from '../services';
import { replaceSamples, run, type NewChannel } from '../store/runs';
import { createSampleSet, dropSampleSet, writeColumns } from '../store/samples';
import type { TwoRuns } from '../threads/BenchInput';

/** Two runs of one campaign. @throws {AppError} NOT_FOUND, JOIN_WITH_ITSELF */
export async function twoRuns(
  { loader }: Pick<Services, 'loader'>,
  runId: number,
  otherRunId: number,
): Promise<TwoRuns> {
  if (runId === otherRunId) throw new AppError('JOIN_WITH_ITSELF', {});
  const [first, other] = [await loader.run(runId), await loader.run(otherRunId)];
  if (first.campaignId !== other.campaignId)
    throw new AppError('NOT_FOUND', { what: 'run of this campaign', id: String(otherRunId) });
  return { run: first, other };
}

/** What is made from another run keeps nothing of its own. @throws {AppError} DERIVED_JOINED */
function checkKept({ origin, name }: Pick<RunReply, 'origin' | 'name'>): void {
  if (origin === 'derived') throw new AppError('DERIVED_JOINED', { name });
}

/**
 * Puts the rows of another run below those of a run; its procedure goes over all of them.
 * @throws {AppError} DERIVED_JOINED, FIELD_CONTINUED
 */
export async function continueRun(services: Services, runId: number, body: ContinueBody): Promise<void> {
  const { otherRunId, matches, times } = body;
  const head = await run(services.db, runId);
  checkKept(head);
  if (head.isField) throw new AppError('FIELD_CONTINUED', { name: head.name });
  const { columns, shift } = await services.pools.continueRun({
    ...(await twoRuns(services, runId, otherRunId)),
    matches,
    times,
  });
  const { declared, samples } = await run(services.db, runId);
  const channels = declared.map((c, i): NewChannel => ({ ...c, labels: columns[i]!.labels }));
  const count = (columns[0]?.values.length ?? samples) - samples;
  await take(services, { runId, otherRunId, how: 'continued', count, shift }, channels, columns);
}

/** Adds channels of another run to a run, at its own times. @throws {AppError} SYMBOL_TAKEN, SYMBOL_INVALID, DERIVED_JOINED */
export async function joinRun(services: Services, runId: number, body: JoinBody): Promise<void> {
  const { otherRunId, channels, offset, rate, method } = body;
  const head = await run(services.db, runId);
  checkKept(head);
  const { declared } = head;
  const taken = new Set(declared.map((c) => c.symbol));
  for (const { symbol } of channels) {
    if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
    if (taken.has(symbol)) throw new AppError('SYMBOL_TAKEN', { symbol });
    taken.add(symbol);
  }
  const runs = await twoRuns(services, runId, otherRunId);
  const { columns, shift } = await services.pools.joinRun({
    ...runs,
    ...{ channels, offset, method },
    ...(rate === undefined ? {} : { rate }),
  });
  const added = channels.map(({ symbol, name }, i): NewChannel => {
    const { unit, labels, uncertainty } = columns[i]!;
    return { symbol, name, unit, labels, uncertainty, reading: null };
  });
  const how = {
    ...({ runId, otherRunId, how: 'joined', count: added.length, shift } as const),
    ...(rate ? { rate } : {}),
  };
  await take(services, how, [...declared.map(keep), ...added], [...runs.run.channels, ...columns]);
}

const keep = ({ labels, ...channel }: Awaited<ReturnType<typeof run>>['declared'][number]): NewChannel => ({
  ...channel,
  labels: labels ?? undefined,
});

interface Joining extends Pick<Source, 'how' | 'count' | 'shift' | 'rate'> {
  runId: number;
  otherRunId: number;
}

/** Writes the columns as new samples of the run and puts them in place, or leaves all as it was. */
async function take(
  { db }: Services,
  { runId, otherRunId, ...account }: Joining,
  channels: NewChannel[],
  columns: readonly { values: Float64Array }[],
): Promise<void> {
  const { name: runName, fileName, fileSha256 } = await run(db, otherRunId);
  const sampleSet = await db.transaction(createSampleSet);
  try {
    const values = columns.map((c) => c.values);
    await writeColumns(db, sampleSet, values);
    const added: Source = { ...account, runName, fileName, fileSha256 };
    await replaceSamples(db, runId, { sampleSet, samples: values[0]?.length ?? 0, channels, added });
  } catch (error) {
    await dropSampleSet(db, sampleSet).catch(() => undefined);
    throw error;
  }
}
