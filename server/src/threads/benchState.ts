import {
  buildLevels,
  describe,
  keptBlocks,
  pickSamples,
  runProcedure,
  type Channel,
  type Description,
  type Level,
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
  result: ProcedureResult;
  levelsOf(channel: Channel): readonly Level[];
  descriptionOf(channel: Channel): Description;
  blocks(): Uint8Array;
  /** Samples in a condition, or why it cannot be told; see `attempt`. */
  pickedBy(condition: NamedCondition): Attempt<Int32Array>;
  /** Anything else that follows from this state and a key, computed once. */
  once<T>(key: string, make: () => T): T;
}

const states = new LRUCache<string, BenchState>({ max: 12 });

/** The run after its procedure; remembered by content, so that panning does not compute anew. */
export function benchState(run: BenchRun): BenchState {
  const key = JSON.stringify([run.key, run.steps, run.tables]);
  const known = states.get(key);
  if (known) return known;
  const result = runProcedure(loggedState(run), run.steps, new Map(run.tables.map((t) => [t.symbol, t])), {
    store: memory,
    runKey: run.key,
    now: () => performance.now(),
  });
  const levels = new Map<Float64Array, readonly Level[]>(run.channels.map((c) => [c.values, c.levels]));
  const descriptions = new Map<Float64Array, Description>();
  const others = new Map<string, unknown>();
  const once = <T>(name: string, make: () => T): T => remember(others, name, make) as T;
  const state: BenchState = {
    result,
    levelsOf: (channel) => remember(levels, channel.values, () => buildLevels(channel.values)),
    descriptionOf: (channel) =>
      remember(descriptions, channel.values, () => describe(channel.values, result.final.mask)),
    blocks: () => once('blocks', () => keptBlocks(result.final.mask)),
    pickedBy: ({ name, limits }) =>
      once(`picked ${JSON.stringify(limits)}`, () => attempt(() => pickSamples(result.final, { name, limits }))),
    once,
  };
  states.set(key, state);
  return state;
}

function loggedState(run: BenchRun): RunState {
  return {
    samples: run.samples,
    channels: new Map(
      run.channels.map(({ levels: _, ...channel }) => [channel.symbol, { ...channel, origin: 'logged' }]),
    ),
    mask: new Uint16Array(run.samples),
    along: run.along,
  };
}

function remember<K, V>(map: Map<K, V>, key: K, make: () => V): V {
  const known = map.get(key);
  if (known !== undefined) return known;
  const made = make();
  map.set(key, made);
  return made;
}
