import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { errorsOf, unitOfChannel, type ErrorSources } from '../../sample';
import { convertColumn, differenceFactor, parseUnit } from '../../units';
import { channelToStart, madeSettings } from '../madeChannel';
import { defineStep } from '../StepKind';
import { freeSymbol, numberChannelOf, withNewChannel } from '../stepTools';

export const average = defineStep({
  kind: 'average',
  version: 1,
  title: 'Average across channels',
  purpose: 'The mean of several channels at each sample, over those that are not missing, with their number.',
  settings: Type.Object({
    channels: Type.Array(Type.String(), { title: 'Channels', minItems: 2, maxItems: 100, field: 'channels' }),
    fewest: Type.Integer({ title: 'At least so many present', minimum: 1, maximum: 100, default: 1 }),
    ...madeSettings,
  }),
  start: (state) => {
    const first = channelToStart(state);
    const others = state.channels.filter((c) => c.symbol !== state.along);
    const sameUnit = others.filter((c) => c.unit === first?.unit);
    const alike = sameUnit.length > 1 ? sameUnit : others.slice(0, 2);
    return {
      channels: alike.map((c) => c.symbol),
      fewest: 1,
      symbol: freeSymbol(`${first?.symbol ?? 'y'}_mean`, state.channels),
      name: 'Mean of channels',
    };
  },
  words: ({ channels, symbol }) => ({
    title: `${symbol} = mean of ${channels.join(', ')}`,
    detail: 'missing ones passed over',
  }),
  reads: ({ channels }) => channels,
  ignoresMask: () => true,
  apply: (state, { channels, fewest, symbol, name }) => {
    const sources = channels.map((s) => numberChannelOf(state, s));
    if (sources.length < 2) throw new AppError('TOO_FEW_CHANNELS', { have: sources.length, need: 2 });
    const to = unitOfChannel(sources[0]!);
    const columns = sources.map((c) => convertColumn(c.values, unitOfChannel(c), to));
    const count = new Float64Array(state.samples);
    for (const c of columns) for (let i = 0; i < count.length; i++) count[i]! += Number(c[i]! === c[i]!);
    const meanOf = (all: readonly (Float64Array | undefined)[]): Float64Array => {
      const out = new Float64Array(state.samples);
      all.forEach((c, k) => {
        // An error counts where its channel does.
        const column = columns[k]!;
        if (c) for (let i = 0; i < out.length; i++) if (column[i]! === column[i]!) out[i]! += c[i]!;
      });
      for (let i = 0; i < out.length; i++) out[i] = count[i]! < fewest || count[i] === 0 ? NaN : out[i]! / count[i]!;
      return out;
    };
    const errors = (): ErrorSources => {
      const each = sources.map((c) => errorsOf(c, state.channels));
      const factors = sources.map((c) => differenceFactor(parseUnit(c.unit), to));
      const names = new Set(each.flatMap((e) => [...e.keys()]));
      return new Map([...names].map((n) => [n, meanOf(each.map((e, k) => e.get(n)?.map((v) => v * factors[k]!)))]));
    };
    const unit = sources[0]!.unit;
    const withMean = withNewChannel(state, {
      symbol,
      name,
      unit,
      origin: 'derived',
      datum: sources[0]!.datum,
      values: meanOf(columns),
      errors,
    });
    const counted = freeSymbol(`${symbol}_n`, [...withMean.channels.values()]);
    const next = withNewChannel(withMean, {
      symbol: counted,
      name: `${name}, number present`,
      unit: '',
      origin: 'derived',
      values: count,
    });
    return { state: next, made: symbol };
  },
});
