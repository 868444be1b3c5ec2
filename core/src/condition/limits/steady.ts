import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { numberChannelOf } from '../../procedure/stepTools';
import type { RunState } from '../../procedure/RunState';
import { gather, segments } from '../../sample';
import { cutSettling, steadyFlags } from '../../signal';
import { conversion, differenceFactor, parseUnit, printUnit } from '../../units';
import { HOLDS, type LimitKind } from './LimitKind';
import type { SteadyLimit } from './schema';

/** Stretches over which channels keep calm; only kept samples count, and no stretch goes across a gap. */
export const steady: LimitKind<SteadyLimit> = {
  is: (limit): limit is SteadyLimit => 'steady' in limit,
  reads: ({ steady: watched }) => watched.map((w) => w.symbol),
  words: ({ steady: watched, lasting, settling, timeUnit }) => {
    const unit = printUnit(timeUnit);
    const settled = settling > 0 ? `, the first ${formatValue(settling)} ${unit} cut off` : '';
    return `${watched.map((w) => w.symbol).join(', ')} steady for ${formatValue(lasting)} ${unit}${settled}`;
  },
  judge: (state, limit) => {
    const out = new Uint8Array(state.samples);
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
    for (const samples of segments(along.values, allPresent(columns), state.mask, along.name, state.gaps)) {
      const x = gather(along.values, samples);
      const watched = columns.map((c) => ({ ...c, values: gather(c.values, samples) }));
      const flags = steadyFlags(x, watched, limit.lasting * timeFactor);
      cutSettling(x, flags, limit.settling * timeFactor);
      for (let k = 0; k < samples.length; k++) if (flags[k]) out[samples[k]!] = HOLDS;
    }
    return out;
  },
};

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
