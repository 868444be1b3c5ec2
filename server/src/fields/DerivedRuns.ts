import type { DerivedBody } from '@undameter/contract';
import { AppError, checkRecipe, checkSettings, othersOf, type Derived, type Recipe, type Step } from '@undameter/core';
import { keepField, replaceMesh } from '../store/fields';
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
    checkRecipe(recipe);
    const others = othersOf(recipe);
    for (const one of [from, ...(await Promise.all(others.map((id) => run(this.db, id))))])
      if (one.campaignId !== campaignId) throw new AppError('NOT_FOUND', { what: 'run', id: String(one.id) });
    steps.forEach(checkSettings);
    const made = await this.make(runId, recipe);
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
      if (made.mesh) await keepField(this.db, id, takenOf(made), made.mesh);
      await keepDerived(this.db, { runId: id, fromRunId: runId, recipe }, made.said, others);
      await markReady(this.db, id, made.channels[0]!.values.length, null);
      if (steps.length > 0) await saveProcedure(this.db, id, steps, 0);
    } catch (error) {
      await removeRun(this.db, id).catch(() => undefined);
      throw error;
    }
    return id;
  }

  /** @throws {AppError} NOT_FOUND, FIELD_ABSENT, and as `makeDerived` of core */
  private async make(fromRunId: number, recipe: Recipe): Promise<Derived> {
    const others = [];
    for (const id of othersOf(recipe)) others.push(await this.loader.field(id));
    return this.pools.makeDerived({ ...(await this.loader.field(fromRunId)), recipe, others });
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
          await this.replace(runId, await this.make(fromRunId, recipe));
        } catch (error) {
          // What there was before stays, and says that it is from before.
          if (!(error instanceof AppError)) throw error;
          await markMade(this.db, runId, said, error.report());
        }
    }
    return true;
  }

  private async replace(runId: number, { channels, said, mesh }: Derived): Promise<void> {
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
        if (mesh) await replaceMesh(tx, runId, mesh);
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

/** Of a field that is made: its coordinates and all channels behind the zone, by their own names. */
const takenOf = ({ channels, said }: Derived) => ({
  taken: {
    coordinateUnit: channels[0]!.unit,
    variables: channels.slice(4).map(({ symbol, name, unit }) => ({ variable: name, symbol, name, unit })),
  },
  remarks: said,
});
