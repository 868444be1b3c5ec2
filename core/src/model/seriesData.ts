import { AppError } from '../error/AppError';
import { operatingPoints, pickSamples, type Condition } from '../condition';
import type { RunState } from '../procedure/RunState';
import { numberChannelOf } from '../procedure/stepTools';
import { combined, countKept, errorsOf, gather, isRandomSource, KEPT, type Channel, type SpreadOf } from '../sample';
import type { PointErrors } from './uncertainty/PointErrors';

export interface Series {
  x: Float64Array;
  y: Float64Array;
  xChannel: Channel;
  yChannel: Channel;
  /** Further x, each of length n, and their channels. */
  others: Float64Array[];
  otherChannels: Channel[];
  /** Standard uncertainty of each y and x: of operating points, or as the channel carries it; empty where none is known. */
  sigma: Float64Array;
  sigmaX: Float64Array;
  /** Of those the part that differs from point to point, where it is known; empty where only the scatter can tell it. */
  random: Float64Array;
  randomX: Float64Array;
  /** The part that the points share, source by source. */
  errors: PointErrors[];
  /** Of samples: how linear steps spread the logged ones into y; absent where none did. */
  spread?: SpreadOf | undefined;
  /** Operating points that are too short for the correlation time of x or y, so that their ± is a guess. */
  short: number;
  /** Samples that are in operating points of two conditions and more: those points are not independent. */
  twice: number;
  /** Of several conditions those that pick nothing. */
  without: string[];
  /** The points are operating points, not samples. */
  isReduced: boolean;
  /** The sample of each point, or the samples of each operating point. */
  members: Int32Array | readonly Int32Array[];
  /** The samples that were picked, rising. */
  picked: Int32Array;
  /** Picked samples in which x or y is missing; they take no part. */
  missing: number;
  /** Of the samples that steps set aside and that the condition would pick. */
  setAside: { x: Float64Array; y: Float64Array };
}

/** What the points of a series are: the samples of a condition, or its operating points. */
export type SeriesKind = 'samples' | 'operatingPoints';

/**
 * x and y of the samples or operating points of conditions; without one, of all kept samples. A sample that several of
 * them pick counts once; the stretches of each are points of their own, in the order in which they begin.
 * @throws {AppError} CHANNEL_UNKNOWN, CONDITION_EMPTY where none of them picks anything
 */
export function seriesData(
  state: RunState,
  conditions: readonly Condition[],
  symbols: { x: string; y: string; others?: readonly string[] },
  runName: string,
  kind: SeriesKind = 'samples',
): Series {
  const xChannel = numberChannelOf(state, symbols.x);
  const yChannel = numberChannelOf(state, symbols.y);
  const otherChannels = (symbols.others ?? []).map((symbol) => numberChannelOf(state, symbol));
  const { each, picked, twice } = pickedBy(state, conditions);
  const without = conditions.filter((_, k) => each[k]!.length === 0).map((c) => c.name);
  if (picked.length === 0)
    throw new AppError('CONDITION_EMPTY', {
      condition: conditions.map((c) => c.name).join(', ') || 'all kept samples',
      run: runName,
    });
  if (kind === 'operatingPoints')
    return { ...pointsOf(state, each, xChannel, yChannel, otherChannels), picked, twice, without };
  const channels = [xChannel, yChannel, ...otherChannels];
  const present = picked.filter((i) => channels.every((c) => Number.isFinite(c.values[i]!)));
  const column = (values: Float64Array | undefined): Float64Array =>
    values ? gather(values, present) : new Float64Array();
  const [ofX, ofY, ...ofOthers] = channels.map((c) => [...errorsOf(c, state.channels)]) as [
    Sources,
    Sources,
    ...Sources[],
  ];
  const random = (all: Sources) => combined(new Map(all.filter(([source]) => isRandomSource(source))));
  const shared = (all: Sources) =>
    new Map(all.filter(([source]) => !isRandomSource(source)).map(([source, c]) => [source, column(c)]));
  return {
    random: column(random(ofY)),
    randomX: column(random(ofX)),
    errors: pointErrors(shared(ofX), shared(ofY), ofOthers.map(shared)),
    x: column(xChannel.values),
    y: column(yChannel.values),
    sigma: column(combined(errorsOf(yChannel, state.channels))),
    sigmaX: column(combined(errorsOf(xChannel, state.channels))),
    short: 0,
    twice: 0,
    without,
    isReduced: false,
    members: present,
    spread: yChannel.spread?.(),
    others: otherChannels.map((c) => column(c.values)),
    otherChannels,
    picked,
    xChannel,
    yChannel,
    missing: picked.length - present.length,
    setAside: setAsideOf(state, conditions, xChannel, yChannel),
  };
}

/** What each condition picks, and all of them together: each sample once, rising. */
function pickedBy(state: RunState, conditions: readonly Condition[]) {
  const each = conditions.length > 0 ? conditions.map((c) => pickSamples(state, c)) : [keptSamples(state)];
  if (each.length === 1) return { each, picked: each[0]!, twice: 0 };
  const times = new Uint8Array(state.samples);
  for (const samples of each) for (const i of samples) times[i] = Math.min(2, times[i]! + 1);
  const all = Int32Array.from(times, (_, i) => i);
  return { each, picked: all.filter((i) => times[i]! > 0), twice: all.filter((i) => times[i]! > 1).length };
}

function setAsideOf(state: RunState, conditions: readonly Condition[], x: Channel, y: Channel): Series['setAside'] {
  if (countKept(state.mask) === state.samples) return { x: new Float64Array(), y: new Float64Array() };
  const others = { ...state, mask: state.mask.map((m) => Number(m === KEPT)) };
  const { picked } = pickedBy(others, conditions);
  const present = picked.filter((i) => Number.isFinite(x.values[i]!) && Number.isFinite(y.values[i]!));
  return { x: gather(x.values, present), y: gather(y.values, present) };
}

/** Two means and more of each stretch that has both; where a condition ends, a point ends. */
function pointsOf(
  state: RunState,
  each: readonly Int32Array[],
  xChannel: Channel,
  yChannel: Channel,
  otherChannels: Channel[],
): Omit<Series, 'picked' | 'twice' | 'without'> {
  const symbols = [xChannel, yChannel, ...otherChannels].map((c) => c.symbol);
  const points = each
    .flatMap((picked) => operatingPoints(state, picked, symbols))
    .sort((a, b) => a.first - b.first || a.last - b.last);
  const present = points.filter(({ values }) => values.every((v) => v.count > 0));
  const column = (which: number, part: 'mean' | 'uncertainty' | 'standardError'): Float64Array =>
    Float64Array.from(present, ({ values }) => values[which]![part]);
  const effects = (which: number): Map<string, Float64Array> => {
    const sources = new Set(present.flatMap(({ values }) => [...values[which]!.effects.keys()]));
    return new Map(
      [...sources].map((s) => [s, Float64Array.from(present, ({ values }) => values[which]!.effects.get(s) ?? 0)]),
    );
  };
  return {
    random: column(1, 'standardError'),
    randomX: column(0, 'standardError'),
    errors: pointErrors(
      effects(0),
      effects(1),
      otherChannels.map((_, k) => effects(k + 2)),
    ),
    x: column(0, 'mean'),
    y: column(1, 'mean'),
    sigma: column(1, 'uncertainty'),
    sigmaX: column(0, 'uncertainty'),
    short: present.filter(({ values }) => values[0]!.isShort || values[1]!.isShort).length,
    isReduced: true,
    members: present.map((p) => p.members),
    others: otherChannels.map((_, k) => column(k + 2, 'mean')),
    otherChannels,
    xChannel,
    yChannel,
    missing: points.length - present.length,
    setAside: { x: new Float64Array(), y: new Float64Array() },
  };
}

type Sources = [string, Float64Array][];

type BySource = ReadonlyMap<string, Float64Array>;

/** The errors of x, of y and of further x, source by source: one that reaches several stands in all of them. */
function pointErrors(ofX: BySource, ofY: BySource, ofOthers: readonly BySource[]): PointErrors[] {
  const sources = new Set([ofX, ofY, ...ofOthers].flatMap((errors) => [...errors.keys()]));
  return [...sources].map((source) => ({
    source,
    x: ofX.get(source),
    y: ofY.get(source),
    ...(ofOthers.length > 0 ? { others: ofOthers.map((errors) => errors.get(source)) } : {}),
  }));
}

function keptSamples(state: RunState): Int32Array {
  const kept: number[] = [];
  for (let i = 0; i < state.samples; i++) if (state.mask[i] === KEPT) kept.push(i);
  return Int32Array.from(kept);
}
