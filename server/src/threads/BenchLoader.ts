import type { PropertyTable, Step } from '@undameter/core';
import type { FitBody } from '@undameter/contract';
import { LRUCache } from 'lru-cache';
import { conditions } from '../store/conditions';
import { oneOf } from '../store/one';
import type { Database } from '../store/pg/Database';
import { run, type StoredChannel } from '../store/runs';
import { readColumn, readLevels } from '../store/samples';
import { tables } from '../store/tables';
import type { BenchRun, FitTask, NamedCondition } from './BenchInput';

type Column = BenchRun['channels'][number];

/** Brings runs from the store into shared memory, and keeps the last used gigabyte there. */
export class BenchLoader {
  private readonly columns = new LRUCache<string, Column>({ maxSize: 2 ** 30 });

  constructor(private readonly db: Database) {}

  /**
   * A run with its tables and its procedure, saved or on trial.
   * @throws {AppError} NOT_FOUND
   */
  async run(runId: number, trial?: readonly Step[]): Promise<BenchRun & { campaignId: number }> {
    const head = await run(this.db, runId);
    const loaded: Column[] = [];
    for (const channel of head.declared) loaded.push(await this.column(head.sampleSet, channel, head.samples));
    const known = await tables(this.db, head.campaignId);
    return {
      campaignId: head.campaignId,
      key: JSON.stringify([
        head.sampleSet,
        loaded.map(({ symbol, name, unit, uncertainty }) => [symbol, name, unit, uncertainty]),
      ]),
      name: head.name,
      samples: head.samples,
      along: head.along ?? undefined,
      origin: head.record?.columns[head.declared.findIndex((c) => c.symbol === head.along)]?.origin,
      channels: loaded,
      steps: [...(trial ?? head.procedure)] as Step[],
      tables: known.map(toPropertyTable),
    };
  }

  /** Conditions of a campaign, all or those named, in the order named. @throws {AppError} NOT_FOUND */
  async conditions(campaignId: number, ids?: readonly number[]): Promise<NamedCondition[]> {
    const all = (await conditions(this.db, campaignId)).map(({ id, name, limits }) => ({ id, name, limits }));
    return (
      ids?.map((id) =>
        oneOf(
          all.filter((c) => c.id === id),
          'condition',
          id,
        ),
      ) ?? all
    );
  }

  /** Everything that a fit computes with. */
  async fit(body: FitBody): Promise<FitTask> {
    const benchRun = await this.run(body.runId);
    const { x, y, model, settings } = body;
    return {
      run: benchRun,
      conditions: await this.conditions(benchRun.campaignId, body.conditionIds),
      x,
      y,
      model,
      settings,
    };
  }

  private async column(sampleSet: number, channel: StoredChannel, samples: number): Promise<Column> {
    const { position, symbol, name, unit } = channel;
    const declared = {
      symbol,
      name,
      unit,
      labels: channel.labels ?? undefined,
      uncertainty: channel.uncertainty ?? undefined,
    };
    const key = `${sampleSet}/${position}`;
    const known = this.columns.get(key);
    if (known) return { ...known, ...declared };
    const column = {
      ...declared,
      values: await readColumn(this.db, sampleSet, position, samples),
      levels: await readLevels(this.db, sampleSet, position),
    };
    this.columns.set(key, column, { size: samples * 8 + 64 });
    return column;
  }
}

const toPropertyTable = ({ symbol, name, xName, xUnit, yUnit, source, outside, x, y }: PropertyTable): PropertyTable => ({
  symbol, name, xName, xUnit, yUnit, source, outside, x, y,
}); // prettier-ignore
