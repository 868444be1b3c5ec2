import type { TraceReply, TracesReply } from '@undameter/contract';
import {
  channelOf,
  firstAtLeast,
  GAP_FACTOR,
  gather,
  median,
  reduceTrace,
  sampleNumbers,
  setAsidePoints,
  type RunState,
} from '@undameter/core';
import type { NamedCondition, TracesTask } from './BenchInput';
import { benchState, type BenchState } from './benchState';
import { attempt, readings } from './toReply';

const MOST_SET_ASIDE = 1500;
const MOST_POINTS = 1200;

/** What the charts of a window show, reduced to their pixels. */
export function traces(task: TracesTask): TracesReply {
  const state = benchState(task.run);
  const { final } = state.result;
  const axis = axisOf(final);
  const [first, last] = windowOf(axis, task.from, task.to);
  const made = attempt(() => task.symbols.map((symbol) => traceOf(symbol, state, axis, first, last, task)));
  return {
    whole: axis.range,
    window: [task.from ?? axis.range[0], task.to ?? axis.range[1]],
    samplesInWindow: Math.max(0, last - first),
    traces: made.value ?? [],
    problem: made.problem,
  };
}

interface Axis {
  x: Float64Array;
  /** Rising without missing values, so a window can be searched. */
  rising: boolean;
  range: [number, number];
  gap: number;
  /** It steps back now and then, as a length does that begins anew with each part: no line goes back with it. */
  isAnew: boolean;
}

/** Of a channel that goes forth and back a line goes back too; one that begins anew steps back more seldom than this. */
const MOST_STEPS_BACK = 0.05;

const axes = new WeakMap<Float64Array, Axis>();

function axisOf(state: RunState): Axis {
  const x = state.along === undefined ? sampleNumbers(state.samples) : channelOf(state, state.along).values;
  const known = axes.get(x);
  if (known) return known;
  let rising = true;
  let stepsBack = 0;
  let low = Infinity;
  let high = -Infinity;
  const steps: number[] = [];
  const stride = Math.max(1, Math.floor(x.length / 5000));
  for (let i = 0; i < x.length; i++) {
    if (i > 0 && !(x[i]! >= x[i - 1]!)) rising = false;
    if (x[i]! < x[i - 1]!) stepsBack++;
    if (i > 0 && i % stride === 0) steps.push(x[i]! - x[i - 1]!);
    if (x[i]! < low) low = x[i]!;
    if (x[i]! > high) high = x[i]!;
  }
  const isAnew = stepsBack > 0 && stepsBack <= MOST_STEPS_BACK * x.length;
  const gap = rising || isAnew ? GAP_FACTOR * median(Float64Array.from(steps.filter((s) => s > 0))) : Infinity;
  const range: Axis['range'] = low <= high ? [low, high] : [0, 1];
  const axis: Axis = { x, rising, isAnew, range, gap: gap > 0 ? gap : Infinity };
  axes.set(x, axis);
  return axis;
}

/** Sample numbers of a window; one sample more on each side, so that lines run to the edge. */
function windowOf(axis: Axis, from: number | null, to: number | null): [number, number] {
  const n = axis.x.length;
  if (!axis.rising || (from === null && to === null)) return [0, n];
  const first = from === null ? 0 : Math.max(0, firstAtLeast(axis.x, from) - 1);
  const last = to === null ? n : Math.min(n, firstAtLeast(axis.x, to) + 1);
  return [Math.min(first, last), last];
}

function traceOf(
  symbol: string,
  state: BenchState,
  axis: Axis,
  first: number,
  last: number,
  task: TracesTask,
): TraceReply {
  const { final } = state.result;
  const channel = channelOf(final, symbol);
  const source = { x: axis.x, y: channel.values, levels: state.levelsOf(channel) };
  const trace = reduceTrace(source, final.mask, state.blocks(), first, last, task.pixels, axis.gap, axis.isAnew);
  const aside = setAsidePoints(axis.x, channel.values, final.mask, state.blocks(), first, last, MOST_SET_ASIDE);
  return {
    symbol,
    x: readings(trace.x),
    y: readings(trace.y),
    everySample: trace.everySample,
    setAside: { x: readings(aside.x), y: readings(aside.y), count: aside.count },
    doubtful: channel.doubtful
      ? { ...pointsAt(channel.doubtful.samples, axis.x, channel.values, first, last), why: channel.doubtful.why }
      : null,
    inConditions: task.conditions.map((c) => inCondition(c, state, axis.x, channel.values, first, last)),
  };
}

function inCondition(
  condition: NamedCondition,
  state: BenchState,
  x: Float64Array,
  y: Float64Array,
  first: number,
  last: number,
) {
  const picked = state.pickedBy(condition).value ?? new Int32Array(0);
  return { id: condition.id, ...pointsAt(picked, x, y, first, last) };
}

/** Those of some samples that are in the window, thinned to what can be told apart. */
function pointsAt(samples: Int32Array, x: Float64Array, y: Float64Array, first: number, last: number) {
  // Sample numbers rise, so those of the window are found by searching.
  const inside = samples.subarray(firstAtLeast(samples, first), firstAtLeast(samples, last));
  const every = Math.max(1, Math.ceil(inside.length / MOST_POINTS));
  const shown = inside.filter((_, k) => k % every === 0);
  return { x: readings(gather(x, shown)), y: readings(gather(y, shown)) };
}
