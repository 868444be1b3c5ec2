import { Type, type Static } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { numberChannelOf } from '../../procedure/stepTools';
import type { RunState } from '../../procedure/RunState';
import { gather, segments } from '../../sample';
import { cutApproach, cutSettling, steadyFlags } from '../../signal';
import { conversion, differenceFactor, parseUnit, printUnit } from '../../units';
import { scatterLimits } from '../scatterLimits';
import { HOLDS, type LimitKind } from './LimitKind';
import { bound, closed, hiddenUnit, not, symbol } from './parts';

const watched = Type.Object(
  { symbol, unit: hiddenUnit, deviation: bound('Standard deviation'), slope: bound('Slope') },
  closed,
);
const schema = Type.Object(
  {
    kind: Type.Literal('steady'),
    steady: Type.Array(watched, { minItems: 1, maxItems: 20, title: 'Channels', field: 'watched' }),
    /** At least so long, and so much of it is left for settling; in this unit of time. */
    lasting: Type.Number({ exclusiveMinimum: 0, title: 'Lasting', before: 'for at least', unitFrom: 'timeUnit' }),
    settling: Type.Number({
      minimum: 0,
      title: 'Settling',
      before: 'of which the first',
      after: 'are left for settling',
      unitFrom: 'timeUnit',
    }),
    /** Of the way to a level so many time constants are left out as well, as the run shows them. */
    constants: Type.Optional(
      bound('Time constants', {
        minimum: 0,
        before: 'and until',
        after: 'time constants of the way to its level have passed',
        placeholder: 'none',
      }),
    ),
    timeUnit: hiddenUnit,
    not,
  },
  closed,
);
export type SteadyLimit = Static<typeof schema>;
export const steadyLimitSchema = schema;

/** Stretches over which channels keep calm; only kept samples count, and no stretch goes across a gap. */
export const steady: LimitKind<typeof schema> = {
  kind: 'steady',
  title: 'is steady',
  schema,
  on: 'numbers',
  needsTime: true,
  reads: (limit) => limit.steady.map((w) => w.symbol),
  units: (limit) => [limit.timeUnit, ...limit.steady.map((w) => w.unit)],
  words: (limit) => {
    const unit = printUnit(limit.timeUnit);
    const constants = limit.constants ?? 0;
    const settled = [
      ...(limit.settling > 0 ? [`, the first ${formatValue(limit.settling)} ${unit} cut off`] : []),
      ...(constants > 0 ? [`, ${formatValue(constants)} time constants of its way cut off`] : []),
    ].join('');
    const names = limit.steady.map((w) => w.symbol).join(', ');
    return `${names} steady for ${formatValue(limit.lasting)} ${unit}${settled}`;
  },
  isWhole: (limit) => limit.steady.some((w) => w.deviation !== null || w.slope !== null),
  start: ({ symbol: of, unit }, timeUnit) => ({
    kind: 'steady',
    steady: [{ symbol: of, unit, deviation: null, slope: null }],
    lasting: 10,
    settling: 0,
    timeUnit,
  }),
  widened: (state, limit) => {
    const asked = askedByScatter(state, limit);
    const wider = limit.steady.map((w, k) => ({
      ...w,
      deviation: wideEnough(w.deviation, asked[k]!.deviation),
      slope: wideEnough(w.slope, asked[k]!.slope),
    }));
    const isWider = wider.some(
      (w, k) => w.deviation !== limit.steady[k]!.deviation || w.slope !== limit.steady[k]!.slope,
    );
    return isWider ? { ...limit, steady: wider } : undefined;
  },
  // What narrows and turns answers round does so in its own copy.
  judge: (state, limit) => judgedOnce(state, limit).slice(),
};

/** So many answers are kept of a run. */
const MOST_KEPT = 8;
const kept = new WeakMap<RunState, Map<string, Uint8Array>>();

/** Conditions of one proposal have the same steady limit: a run is looked at once for all of them. */
function judgedOnce(state: RunState, limit: SteadyLimit): Uint8Array {
  const ofState = kept.get(state) ?? new Map<string, Uint8Array>();
  kept.set(state, ofState);
  const key = JSON.stringify({ ...limit, not: undefined });
  const answers = ofState.get(key) ?? judged(state, limit);
  ofState.delete(key);
  ofState.set(key, answers);
  const [oldest] = ofState.keys();
  if (ofState.size > MOST_KEPT) ofState.delete(oldest!);
  return answers;
}

function judged(state: RunState, limit: SteadyLimit): Uint8Array {
  const out = new Uint8Array(state.samples);
  const { parts, lasting, settling, constants } = watchedParts(state, limit);
  for (const { samples, x, watched } of parts) {
    const flags = steadyFlags(x, watched, lasting);
    cutSettling(x, flags, settling);
    if (constants > 0)
      cutApproach(
        x,
        watched.map((w) => w.values),
        flags,
        constants,
      );
    for (let k = 0; k < samples.length; k++) if (flags[k]) out[samples[k]!] = HOLDS;
  }
  return out;
}

/** A limit that is set, raised to what the scatter asks where it is lower than three quarters of that. */
const wideEnough = (set: number | null, asked: number | null): number | null =>
  set !== null && asked !== null && set < 0.75 * asked ? asked : set;

/**
 * The watched channels with limits as wide as the scatter of the run asks, in the units of the limit; where a channel shows no
 * scatter they stay as they are.
 * @throws {AppError} CHANNEL_UNKNOWN, CHANNEL_IS_CATEGORY, UNIT_MISFIT
 */
export function askedByScatter(state: RunState, { steady: watched, lasting }: SteadyLimit): SteadyLimit['steady'] {
  const scatter = scatterLimits(
    state,
    watched.map((w) => w.symbol),
    lasting,
  );
  return watched.map((w, k) => {
    const { unit, deviation, slope } = scatter[k]!;
    const factor = Math.abs(differenceFactor(parseUnit(unit), parseUnit(w.unit)));
    const inOwn = (v: number | null): number | null => (v === null ? null : Number((v * factor).toPrecision(2)));
    return { ...w, deviation: inOwn(deviation) ?? w.deviation, slope: inOwn(slope) ?? w.slope };
  });
}

/** What a run has to be looked at for a limit: its parts between gaps, and the limits in the units of its channels. */
export function watchedParts(state: RunState, limit: SteadyLimit) {
  const { along, timeFactor } = timesOf(state, limit);
  const columns = limit.steady.map(({ symbol, unit, deviation, slope }) => {
    const channel = numberChannelOf(state, symbol);
    const factor = differenceFactor(parseUnit(unit), parseUnit(channel.unit));
    return {
      values: channel.values,
      deviation: deviation === null ? Infinity : deviation * Math.abs(factor),
      slope: slope === null ? Infinity : (slope * Math.abs(factor)) / timeFactor,
    };
  });
  const between = segments(along.values, allPresent(columns), state.mask, along.name, state.gaps);
  return {
    parts: between.map((samples) => ({
      samples,
      x: gather(along.values, samples),
      watched: columns.map((c) => ({ ...c, values: gather(c.values, samples) })),
    })),
    lasting: limit.lasting * timeFactor,
    settling: limit.settling * timeFactor,
    constants: limit.constants ?? 0,
  };
}

function timesOf(state: RunState, { timeUnit }: SteadyLimit) {
  if (state.along === undefined) throw new AppError('NO_TIME_FOR_STEADY', {});
  const along = numberChannelOf(state, state.along);
  return { along, timeFactor: conversion(parseUnit(timeUnit), parseUnit(along.unit)).factor };
}

/** A column that is present where all are. */
function allPresent(columns: readonly { values: Float64Array }[]): Float64Array {
  if (columns.length === 1) return columns[0]!.values;
  return columns[0]!.values.map((v, i) => (columns.every((c) => c.values[i]! === c.values[i]!) ? v : NaN));
}
