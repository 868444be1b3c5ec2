import type { DerivedBody } from '@undameter/contract';
import { AppError, checkRecipe, checkSettings, type Derived, type Step } from '@undameter/core';
import { keepDerived, markMade, staleDerived } from '../store/derivedRuns';
import type { Database } from '../store/pg/Database';
import { beginRun, markReady, putSamples, removeRun, run, saveProcedure, type NewChannel } from '../store/runs';
import { createSampleSet, dropSampleSet, writeColumns } from '../store/samples';
import type { BenchLoader } from '../threads/BenchLoader';
import type { Pools } from '../threads/Pools';

/** A chain of runs, each made from the one before, is no longer than this. */
const LONGEST_CHAIN = 10;

/** Runs that are made from others, and made anew when these change. */
export class DerivedRuns {
  private renewing: Promise<boolean> = Promise.resolve(false);

  constructor(
    private readonly db: Database,
    private readonly loader: Pick<BenchLoader, 'field'>,
    private readonly pools: Pick<Pools, 'makeDerived'>,
  ) {}

  /**
   * @param steps  what is done to it
   * @returns its id
   * @throws {AppError} NOT_FOUND, NAME_TAKEN, FIELD_ABSENT, and as `makeDerived`, `checkSettings`
   */
  async create(campaignId: number, { name, runId, recipe }: DerivedBody, steps: readonly Step[] = []): Promise<number> {
    const from = await run(this.db, runId);
    if (from.campaignId !== campaignId) throw new AppError('NOT_FOUND', { what: 'run', id: String(runId) });
    checkRecipe(recipe);
    steps.forEach(checkSettings);
    const made = await this.pools.makeDerived({ ...(await this.loader.field(runId)), recipe });
    const { id, sampleSet } = await beginRun(this.db, {
      ...{ campaignId, name, kind: from.kind, origin: 'derived' },
      file: {
        ...{ fileName: `made from ${from.name}`, fileSha256: '', fileBytes: 0 },
        ...{ parts: [], along: made.along, layout: null },
      },
      channels: made.channels.map(declared),
    });
    try {
      await writeColumns(
        this.db,
        sampleSet,
        made.channels.map((c) => c.values),
      );
      await keepDerived(this.db, { runId: id, fromRunId: runId, recipe }, made.said);
      await markReady(this.db, id, made.channels[0]!.values.length, null);
      if (steps.length > 0) await saveProcedure(this.db, id, steps, 0);
    } catch (error) {
      await removeRun(this.db, id).catch(() => undefined);
      throw error;
    }
    return id;
  }

  /** Makes anew what stands on something that changed. @returns whether anything did; one at a time */
  renew(): Promise<boolean> {
    this.renewing = this.renewing.catch(() => false).then(() => this.renewAll());
    return this.renewing;
  }

  private async renewAll(): Promise<boolean> {
    for (let round = 0; round < LONGEST_CHAIN; round++) {
      const stale = await staleDerived(this.db);
      if (stale.length === 0) return round > 0;
      for (const { runId, fromRunId, recipe, said } of stale)
        try {
          const made = await this.pools.makeDerived({ ...(await this.loader.field(fromRunId)), recipe });
          await this.replace(runId, made);
        } catch (error) {
          // What there was before stays, and says that it is from before.
          if (!(error instanceof AppError)) throw error;
          await markMade(this.db, runId, said, error.report());
        }
    }
    return true;
  }

  private async replace(runId: number, { channels, said }: Derived): Promise<void> {
    const sampleSet = await this.db.transaction(createSampleSet);
    try {
      await writeColumns(
        this.db,
        sampleSet,
        channels.map((c) => c.values),
      );
      await this.db.transaction(async (tx) => {
        await putSamples(tx, runId, {
          sampleSet,
          samples: channels[0]!.values.length,
          channels: channels.map(declared),
        });
        await markMade(tx, runId, said, null);
      });
    } catch (error) {
      await dropSampleSet(this.db, sampleSet).catch(() => undefined);
      throw error;
    }
  }
}

const declared = ({ symbol, name, unit, labels, uncertainty }: Derived['channels'][number]): NewChannel => ({
  ...{ symbol, name, unit, labels, uncertainty, reading: null },
});
