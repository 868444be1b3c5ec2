import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { errorsOf, gather, KEPT, mapErrors, type Channel } from '../../sample';
import { line, standardErrorOfMean } from '../../signal';
import { printUnit } from '../../units';
import { made, madeNames, madeSettings } from '../madeChannel';
import { defineStep } from '../StepKind';
import { checkRange, inChannelUnit, inRanges, numberChannelOf } from '../stepTools';

export const removeDrift = defineStep({
  kind: 'removeDrift',
  version: 1,
  title: 'Remove drift or offset',
  purpose: 'Correct a channel by what it read over stretches in which the true value is known.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    method: Type.Union(
      [
        Type.Literal('offset', { title: 'Offset: the mean there' }),
        Type.Literal('drift', { title: 'Drift: the straight line there' }),
      ],
      { title: 'Remove' },
    ),
    ranges: Type.Array(Type.Tuple([Type.Number(), Type.Number()]), {
      title: 'Stretches of time',
      minItems: 1,
      maxItems: 100,
      field: 'ranges',
    }),
    truth: Type.Number({ title: 'True value there', default: 0 }),
    unit: Type.String({ title: 'Unit', default: '', field: 'hidden' }),
    ...madeSettings,
  }),
  start: (state) => {
    const time = state.channels.find((c) => c.symbol === state.along);
    const [low, high] = [time?.lowest ?? 0, time?.highest ?? 1];
    const unit = state.channels.find((c) => c.symbol === madeNames(state, 'c', '').channel)?.unit ?? '';
    return {
      method: 'offset' as const,
      ranges: [[low, low + (high - low) / 20]] as [number, number][],
      truth: 0,
      unit,
      ...madeNames(state, 'c', 'corrected'),
    };
  },
  words: ({ channel, method, truth, unit }) => ({
    title: `Remove ${method} of ${channel}`,
    detail: `true value ${formatValue(truth)} ${printUnit(unit)}`.trim(),
  }),
  reads: ({ channel }, along) => (along === undefined ? [channel] : [channel, along]),
  apply: (state, { channel, method, ranges, truth: given, unit, symbol, name }) => {
    if (state.along === undefined) throw new AppError('NO_TIME_FOR_RATE', {});
    for (const [from, to] of ranges) checkRange(from, to);
    const source = numberChannelOf(state, channel);
    const time = numberChannelOf(state, state.along);
    const truth = inChannelUnit(source, unit)(given);
    const known = Int32Array.from(source.values, (_, i) => i).filter(
      (i) => state.mask[i] === KEPT && source.values[i]! === source.values[i]! && inRanges(time.values[i]!, ranges),
    );
    const need = method === 'drift' ? 3 : 1;
    if (known.length < need)
      throw new AppError('TOO_FEW_SAMPLES', { name: `"${source.name}" in these stretches`, have: known.length, need });
    const times = gather(time.values, known);
    /** The same for the samples and for their errors: what the known stretch shows of an error is removed with it. */
    const corrected = (column: Float64Array): Float64Array => {
      const { at, mean, slope } = line(gather(column, known), times);
      const lean = method === 'drift' ? slope : 0;
      return column.map((v, i) => v - mean - lean * (time.values[i]! - at));
    };
    const { mean } = line(gather(source.values, known), times);
    const values = corrected(source.values);
    if (truth !== 0) for (let i = 0; i < values.length; i++) values[i]! += truth;
    const removed = `removed ${formatValue(mean - truth, 4)} ${printUnit(source.unit)}`.trim();
    const errors = () =>
      new Map([...mapErrors(errorsOf(source, state.channels), corrected), ...ofReference(source, known, symbol)]);
    return made(state, { symbol, name, unit: source.unit, datum: source.datum, values, errors }, [removed]);
  },
});

/** How sure the mean of the known stretch is by the scatter of its samples: one error for all that is corrected by it. */
function ofReference(source: Channel, known: Int32Array, symbol: string): [string, Float64Array][] {
  const { standardError } = standardErrorOfMean(gather(source.values, known));
  return standardError > 0 ? [[`${symbol} reference`, new Float64Array(source.values.length).fill(standardError)]] : [];
}
