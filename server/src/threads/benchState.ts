import {
  buildLevels,
  keptBlocks,
  pickSamples,
  runProcedure,
  symbolsOfLimit,
  type Channel,
  type Level,
  type Mask,
  type Change,
  type ProcedureResult,
  type RunState,
  type StepMemory,
} from '@undameter/core';
import { LRUCache } from 'lru-cache';
import type { BenchRun, NamedCondition } from './BenchInput';
import { attempt, type Attempt } from './toReply';

/** What steps made, by content, up to a quarter of a gigabyte: only the new column and the mask of each count. */
const changes = new LRUCache<string, Change>({ maxSize: 256 * 2 ** 20 });
const memory: StepMemory = {
  recall: (key) => changes.get(key),
  keep: (key, change) => {
    let size = 1 + (change.mask?.byteLength ?? 0);
    for (const { values } of change.channels.values()) size += values.byteLength;
    changes.set(key, change, { size });
  },
};

/** A run with its procedure applied, and what was computed of it on the way. */
export interface BenchState {
  /** As it was logged, without any step. */
  logged: RunState;
  result: ProcedureResult;
  levelsOf(channel: Channel): readonly Level[];
  /** What follows from a column and from which samples are kept, and so is the same while other channels change. */
  ofKept<T>(name: string, channel: Channel, make: () => T): T;
  blocks(): Uint8Array;
  /** Samples in a condition, or why it cannot be told; see `attempt`. */
  pickedBy(condition: NamedCondition): Attempt<Int32Array>;
  /** Anything else that follows from this state and a key, computed once. */
  once<T>(key: string, make: () => T): T;
}

/** What follows from columns alone, as long as anything holds them. */
const levelsOfColumns = new WeakMap<Float64Array, readonly Level[]>();
const blocksOfMasks = new WeakMap<Mask, Uint8Array>();
const ofColumns = new WeakMap<Float64Array, WeakMap<Mask, Map<string, unknown>>>();
/** One mask of nothing set aside for each run, so that it is the same one each time. */
const untouched = new LRUCache<string, Mask>({ max: 24 });

const states = new LRUCache<string, BenchState>({ max: 12 });

/** The run after its procedure; remembered by content, so that panning does not compute anew. */
export function benchState(run: BenchRun): BenchState {
  const key = JSON.stringify([run.key, run.steps, run.tables]);
  const known = states.get(key);
  if (known) return known;
  const logged = loggedState(run);
  const result = runProcedure(logged, run.steps, new Map(run.tables.map((t) => [t.symbol, t])), {
    store: memory,
    runKey: run.key,
    now: () => performance.now(),
  });
  const others = new Map<string, unknown>();
  const once = <T>(name: string, make: () => T): T => remember(others, name, make) as T;
  const state: BenchState = {
    logged,
    result,
    levelsOf: (channel) => remember(levelsOfColumns, channel.values, () => buildLevels(channel.values)),
    ofKept: (name, channel, make) => {
      const byMask = remember(ofColumns, channel.values, () => new WeakMap<Mask, Map<string, unknown>>());
      const known = remember(byMask, result.final.mask, () => new Map<string, unknown>());
      return remember(known, name, make) as never;
    },
    blocks: () => remember(blocksOfMasks, result.final.mask, () => keptBlocks(result.final.mask)),
    pickedBy: (condition) => {
      const key = `picked ${JSON.stringify(condition.limits)}`;
      return once(key, () => pickedFrom(result.final, condition, `${key} ${JSON.stringify(run.tables)}`));
    },
    once,
  };
  states.set(key, state);
  return state;
}

/** Of masks and the columns that a condition reads: a step on trial mostly leaves those as they are. */
const picks = new WeakMap<object, unknown>();

function pickedFrom(state: RunState, { name, limits }: NamedCondition, key: string): Attempt<Int32Array> {
  const pick = (): Attempt<Int32Array> => attempt(() => pickSamples(state, { name, limits }));
  const symbols = [...new Set([...limits.flatMap(symbolsOfLimit), ...(state.along ? [state.along] : [])])].sort();
  const read = symbols.map((symbol) => state.channels.get(symbol));
  if (!read.every((channel) => channel !== undefined)) return pick();
  let place: WeakMap<object, unknown> = picks;
  for (const part of [state.mask, ...read.map((c) => c.values)])
    place = remember(place, part, () => new WeakMap()) as WeakMap<object, unknown>;
  const byKey = remember(place, state.mask, () => new Map<string, Attempt<Int32Array>>()) as Map<
    string,
    Attempt<Int32Array>
  >;
  return remember(byKey, `${key} ${JSON.stringify(read.map(({ unit, labels }) => [unit, labels]))}`, pick);
}

function loggedState(run: BenchRun): RunState {
  const channels = run.channels.map(({ levels, ...channel }) => {
    const values = sameColumn(`${run.key} ${channel.symbol}`, channel.values);
    levelsOfColumns.set(values, levels);
    return { ...channel, values, origin: 'logged' as const };
  });
  return {
    samples: run.samples,
    channels: new Map(channels.map((c) => [c.symbol, c])),
    mask: untouchedMask(run.key, run.samples),
    along: run.along,
  };
}

/** Columns come as new objects with each task, although their memory is shared: what is known of one is found by the first. */
const columns = new LRUCache<string, Float64Array>({ maxSize: 384 * 2 ** 20 });

function sameColumn(key: string, values: Float64Array): Float64Array {
  const known = columns.get(key);
  if (known?.length === values.length) return known;
  columns.set(key, values, { size: values.byteLength + 64 });
  return values;
}

function untouchedMask(key: string, samples: number): Mask {
  const known = untouched.get(key) ?? new Uint16Array(samples);
  untouched.set(key, known);
  return known;
}

/** A map of any sort that keeps what was made for a key. */
interface Remembers<K, V> {
  get(key: K): V | undefined;
  set(key: K, value: V): unknown;
}

function remember<K, V>(map: Remembers<K, V>, key: K, make: () => V): V {
  const known = map.get(key);
  if (known !== undefined) return known;
  const made = make();
  map.set(key, made);
  return made;
}
