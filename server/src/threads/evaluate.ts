import type { BenchReply, ChannelBoardRow } from '@undameter/contract';
import {
  combined,
  countKept,
  describe,
  errorsOf,
  KEPT,
  type Channel,
  type Mask,
  type RunState,
  usualSpacing,
} from '@undameter/core';
import type { EvaluateTask, NamedCondition } from './BenchInput';
import { benchState, type BenchState } from './benchState';
import { attempt, reading, readings } from './toReply';

/** Slices of the ledger bar. */
const STRIP = 240;
/** Points of the small trace in the board. */
const TRACE = 60;

/** Board, ledger and step reports of a run. */
export function evaluate({ run, conditions }: EvaluateTask): BenchReply {
  const state = benchState(run);
  return state.once(`board ${JSON.stringify(conditions)}`, () => board(state, conditions));
}

function board(state: BenchState, conditions: readonly NamedCondition[]): BenchReply {
  const { final, reports } = state.result;
  const times = new Uint16Array(final.samples);
  const picked = conditions.map((condition) => state.pickedBy(condition));
  for (const { value } of picked) for (const i of value ?? []) times[i]!++;
  const counted = conditions.map(({ id, name }, k) => {
    const { value, problem } = picked[k]!;
    const shares = value?.reduce((sum, i) => sum + Number(times[i]! > 1), 0) ?? 0;
    return { id, name, samples: value?.length ?? null, shares, problem };
  });
  return {
    samples: final.logged?.samples ?? final.samples,
    kept: countKept(final.logged?.mask ?? final.mask),
    grid: final.logged ? { samples: final.samples, kept: countKept(final.mask) } : null,
    along: final.along ?? null,
    spacing: spacingOf(state),
    channels: [...final.channels.values()].map((channel) => boardRow(channel, state)),
    reports: reports.map((r) => ({ ...r, made: r.made ?? null, error: r.error ?? null })),
    conditions: counted,
    outsideTables: outsideTables(final),
    inAnyCondition: countAbove(times, 0),
    inSeveralConditions: countAbove(times, 1),
    strip: stripOf(final.mask, times),
  };
}

/** The usual step from one kept sample to the next; null where the run is not ordered by numbers that rise. */
function spacingOf(state: BenchState): number | null {
  const { along, channels, mask } = state.result.final;
  const channel = along === undefined ? undefined : channels.get(along);
  if (!channel) return null;
  const spacing = state.ofKept('spacing', channel, () => {
    const kept = channel.values.filter((v, i) => mask[i] === KEPT && Number.isFinite(v));
    return kept.length > 1 ? usualSpacing(kept) : NaN;
  });
  return spacing > 0 ? spacing : null;
}

function boardRow(channel: Channel, state: BenchState): ChannelBoardRow {
  const { mask } = state.result.final;
  const d = state.ofKept('description', channel, () => describe(channel.values, mask));
  return {
    symbol: channel.symbol,
    name: channel.name,
    unit: channel.unit,
    origin: channel.origin,
    lowest: reading(d.lowest),
    mean: reading(d.mean),
    highest: reading(d.highest),
    standardDeviation: reading(d.standardDeviation),
    uncertainty: reading(meanUncertainty(channel, state)),
    labels: channel.labels ? [...channel.labels] : null,
    decimals: channel.decimals ?? null,
    missing: d.missing,
    present: d.present,
    trace: state.ofKept('trace', channel, () => readings(smallTrace(channel, mask))),
  };
}

/** Mean standard uncertainty over the kept samples; NaN where none is known. */
function meanUncertainty(channel: Channel, state: BenchState): number {
  return state.once(`uncertainty ${channel.symbol}`, () => {
    const { final } = state.result;
    const each = attempt(() => combined(errorsOf(channel, final.channels))).value;
    return each ? describe(each, final.mask).mean : NaN;
  });
}

/** Mean of the kept samples in each of TRACE slices. */
function smallTrace({ values }: Channel, mask: Mask): Float64Array {
  return Float64Array.from({ length: Math.min(TRACE, values.length) }, (_, s, n = Math.min(TRACE, values.length)) => {
    let sum = 0;
    let count = 0;
    for (let i = Math.floor((s * values.length) / n); i < Math.floor(((s + 1) * values.length) / n); i++)
      if (mask[i] === KEPT && values[i]! === values[i]!) {
        sum += values[i]!;
        count++;
      }
    return sum / count;
  });
}

/** Kept samples of which any channel rests on a table beyond its end. */
function outsideTables({ channels, mask }: RunState): number {
  const samples = new Set(
    [...channels.values()].flatMap(({ doubtful }) => (doubtful?.isOutsideTable ? [...doubtful.samples] : [])),
  );
  let count = 0;
  for (const i of samples) if (mask[i] === KEPT) count++;
  return count;
}

function countAbove(times: Uint16Array, limit: number): number {
  let count = 0;
  for (let i = 0; i < times.length; i++) if (times[i]! > limit) count++;
  return count;
}

/** The ledger bar: of each slice of the run the shares that are kept and in a condition, and the last step that took of it. */
function stripOf(mask: Mask, times: Uint16Array): BenchReply['strip'] {
  const slices = Math.min(STRIP, mask.length);
  const strip: BenchReply['strip'] = { kept: [], inCondition: [], asideBy: [] };
  for (let s = 0; s < slices; s++) {
    const from = Math.floor((s * mask.length) / slices);
    const to = Math.floor(((s + 1) * mask.length) / slices);
    let [kept, inCondition, asideBy] = [0, 0, 0];
    for (let i = from; i < to; i++) {
      if (mask[i] === KEPT) kept++;
      else if (mask[i]! > asideBy) asideBy = mask[i]!;
      if (times[i]! > 0) inCondition++;
    }
    const share = (count: number): number => Math.round((count / Math.max(1, to - from)) * 1000) / 1000;
    strip.kept.push(share(kept));
    strip.inCondition.push(share(inCondition));
    strip.asideBy.push(asideBy);
  }
  return strip;
}
