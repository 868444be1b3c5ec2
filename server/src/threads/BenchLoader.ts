import { AppError, symbolsRead, type Mesh, type PropertyTable, type Step } from '@undameter/core';
import type { ComparisonBody, ConditionRow, FitBody, FurtherSource } from '@undameter/contract';
import { LRUCache } from 'lru-cache';
import { conditions } from '../store/conditions';
import { FIELD_CHANNELS, meshOf } from '../store/fields';
import { fit } from '../store/fits';
import { oneOf } from '../store/one';
import type { Database } from '../store/pg/Database';
import { benchHead, type BenchHead } from '../store/benchHead';
import { readColumn, readLevels } from '../store/samples';
import { tables } from '../store/tables';
import type { FieldTask } from './fieldWork';
import type { BenchRun, CandidateTask, CompareTask, FitTask, NamedCondition, PointsOfRun } from './BenchInput';

type Column = Pick<BenchRun['channels'][number], 'values' | 'levels'>;

const keyOf = (sampleSet: number, position: number): string => `${sampleSet}/${position}`;

/** Samples that are kept in shared memory: a run of 1e6 samples and 20 channels takes 160 MB. */
const MOST_BYTES = 384 * 2 ** 20;

/** A condition as far as threads compute with it. */
const named = ({ id, name, limits, groupId, group }: ConditionRow): NamedCondition => ({
  ...{ id, name, limits, groupId, group },
});

/** Brings runs from the store into shared memory, and keeps there what was used last. */
export class BenchLoader {
  private readonly columns = new LRUCache<string, Column>({ maxSize: MOST_BYTES });
  /** Columns on their way, so that two questions at once load each once. */
  private readonly coming = new Map<string, Promise<Column>>();

  /** A mesh stays the same as long as the samples of its run. */
  private readonly meshes = new LRUCache<string, Promise<Mesh>>({ max: 6 });

  constructor(private readonly db: Database) {}

  /**
   * A run with its tables and its procedure, saved or on trial.
   * @param only  symbols that are needed beside what the procedure reads; undefined: all. A
   *              first chart need not wait for channels that are not on it
   * @throws {AppError} NOT_FOUND
   */
  async run(
    runId: number,
    trial?: readonly Step[],
    only?: readonly string[],
  ): Promise<BenchRun & { campaignId: number }> {
    return this.loaded(await benchHead(this.db, runId), trial, only);
  }

  private async loaded(
    head: BenchHead,
    trial?: readonly Step[],
    only?: readonly string[],
  ): Promise<BenchRun & { campaignId: number }> {
    const loaded: BenchRun['channels'] = [];
    const steps = [...(trial ?? head.steps)] as Step[];
    const wanted = only && new Set([...only, ...symbolsRead(steps, head.along ?? undefined)]);
    const inMemory = (c: BenchHead['declared'][number]): boolean => this.columns.has(keyOf(head.sampleSet, c.position));
    for (const channel of head.declared.filter((c) => !wanted || wanted.has(c.symbol) || inMemory(c)))
      loaded.push(await this.column(head.sampleSet, channel, head.samples));
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
      steps,
      tables: known.map(toPropertyTable),
    };
  }

  /**
   * A field: its run with how its nodes are joined. Of its channels the coordinates, the zone, and those named.
   * @throws {AppError} NOT_FOUND, FIELD_ABSENT
   */
  async field(
    runId: number,
    { steps, only }: { steps?: readonly Step[] | undefined; only?: readonly string[] } = {},
  ): Promise<FieldTask> {
    const head = await benchHead(this.db, runId);
    const { name, isField, sampleSet, declared } = head;
    if (!isField) throw new AppError('FIELD_ABSENT', { name });
    const at = (position: number): string => declared[position]!.symbol;
    const coordinates: FieldTask['coordinates'] = [at(FIELD_CHANNELS.x), at(FIELD_CHANNELS.y), at(FIELD_CHANNELS.z)];
    const zone = at(FIELD_CHANNELS.zone);
    const loaded = await this.loaded(head, steps, only && [...coordinates, zone, ...only]);
    return { run: loaded, ...(await this.mesh(runId, sampleSet)), coordinates, zone };
  }

  private async mesh(runId: number, sampleSet: number): Promise<Pick<FieldTask, 'mesh' | 'meshKey'>> {
    const meshKey = keyOf(runId, sampleSet);
    const known = this.meshes.get(meshKey) ?? meshOf(this.db, runId);
    this.meshes.set(meshKey, known);
    known.catch(() => this.meshes.delete(meshKey));
    return { mesh: await known, meshKey };
  }

  /**
   * Takes in a field that was just written: it is asked for next, and need not be read back.
   * @param columns  in the order of its channels, in shared memory as the mesh
   */
  keepField(runId: number, sampleSet: number, columns: readonly Float64Array[], mesh: Mesh): void {
    for (const [position, values] of columns.entries())
      this.keepColumn(keyOf(sampleSet, position), { values, levels: [] });
    this.meshes.set(keyOf(runId, sampleSet), Promise.resolve(mesh));
  }

  /** Conditions of a campaign, in the order named. @throws {AppError} NOT_FOUND */
  async conditions(campaignId: number, ids: readonly number[]): Promise<NamedCondition[]> {
    const all = await conditions(this.db, campaignId);
    return ids.map((id) =>
      named(
        oneOf(
          all.filter((c) => c.id === id),
          'condition',
          id,
        ),
      ),
    );
  }

  /** Those that are offered on a run: of its campaign, and its own. */
  async conditionsOn(runId: number, campaignId: number): Promise<NamedCondition[]> {
    return (await conditions(this.db, campaignId)).filter((c) => (c.runId ?? runId) === runId).map(named);
  }

  /** Everything that a fit computes with. */
  async fit(body: FitBody): Promise<FitTask> {
    const { data, weights, model, settings, choices, models = {} } = body;
    const further: NonNullable<FitTask['further']> = [];
    for (const source of body.further ?? []) further.push({ id: source.id, ...(await this.points(source)) });
    return { ...(await this.points(body)), further, models, data, model, settings, weights, choices };
  }

  private async points({ runId, x, y, conditionIds, oneSeriesOf }: Omit<FurtherSource, 'id'>): Promise<PointsOfRun> {
    const benchRun = await this.run(runId);
    return { run: benchRun, conditions: await this.conditions(benchRun.campaignId, conditionIds), oneSeriesOf, x, y };
  }

  /** Everything that a comparison computes with. */
  async comparison({ reference, candidates }: ComparisonBody): Promise<CompareTask> {
    const points = { weights: 'none' as const, model: 'polynomial', settings: { degree: 1 }, choices: {} };
    const tasks: CandidateTask[] = [];
    for (const { source, ...how } of candidates) {
      if (source.kind === 'fit') {
        const row = await fit(this.db, source.fitId);
        tasks.push({ ...how, name: row.name, kind: 'fit', x: '', y: '', fit: await this.fit(row) });
      } else {
        const head = await benchHead(this.db, source.runId);
        const benchRun = await this.loaded(head);
        tasks.push({ ...how, name: benchRun.name, kind: head.kind, run: benchRun, x: source.x, y: source.y });
      }
    }
    const { groupBy, ...rest } = reference;
    return { reference: await this.fit({ name: '', ...rest, ...points }), candidates: tasks, groupBy };
  }

  private async column(
    sampleSet: number,
    channel: BenchHead['declared'][number],
    samples: number,
  ): Promise<BenchRun['channels'][number]> {
    const { position, symbol, name, unit } = channel;
    const declared = {
      symbol,
      name,
      unit,
      labels: channel.labels ?? undefined,
      uncertainty: channel.uncertainty ?? undefined,
    };
    const key = keyOf(sampleSet, position);
    const known =
      this.columns.get(key) ?? (await (this.coming.get(key) ?? this.fetch(key, sampleSet, position, samples)));
    return { ...known, ...declared };
  }

  private keepColumn(key: string, column: Column): void {
    this.columns.set(key, column, { size: column.values.byteLength + 64 });
  }

  private fetch(key: string, sampleSet: number, position: number, samples: number): Promise<Column> {
    const coming = (async (): Promise<Column> => {
      const column = {
        values: await readColumn(this.db, sampleSet, position, samples),
        levels: await readLevels(this.db, sampleSet, position),
      };
      this.keepColumn(key, column);
      return column;
    })();
    this.coming.set(key, coming);
    void coming.catch(() => undefined).then(() => this.coming.delete(key));
    return coming;
  }
}

const toPropertyTable = ({
  symbol,
  name,
  xName,
  xUnit,
  yUnit,
  source,
  method,
  xScale,
  yScale,
  outside,
  uncertainty,
  x,
  y,
  second,
}: PropertyTable): PropertyTable => ({
  symbol,
  name,
  xName,
  xUnit,
  yUnit,
  source,
  method,
  xScale,
  yScale,
  outside,
  uncertainty,
  x,
  y,
  second,
});
