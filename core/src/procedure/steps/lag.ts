import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { bringIn, findOffset } from '../../join';
import { formatValue } from '../../number/formatNumber';
import { errorsOf, KEPT, mapErrors } from '../../sample';
import { made, madeNames, madeSettings } from '../madeChannel';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

export const lag = defineStep({
  kind: 'lag',
  version: 1,
  title: 'Lag or align a channel',
  purpose: 'Move one channel in time against the others: by an amount, or to where it fits another one best.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    method: Type.Union(
      [Type.Literal('amount', { title: 'By an amount' }), Type.Literal('align', { title: 'To fit another channel' })],
      { title: 'Move' },
    ),
    by: Type.Optional(
      Type.Number({ title: 'By', description: 'Positive: later. In the unit of time.', when: ['amount'] }),
    ),
    to: Type.Optional(Type.String({ title: 'To fit', field: 'channel', when: ['align'] })),
    ...madeSettings,
  }),
  start: (state) => {
    const names = madeNames(state, 'lag', 'moved in time');
    const other = state.channels.find((c) => c.symbol !== state.along && c.symbol !== names.channel);
    return { method: 'amount' as const, by: 0, to: other?.symbol ?? '', ...names };
  },
  words: ({ channel, method, by = 0, to = '' }) => ({
    title: method === 'amount' ? `Move ${channel} by ${formatValue(by, 5)} in time` : `Align ${channel} with ${to}`,
    detail: method === 'amount' ? (by < 0 ? 'earlier' : 'later') : 'by cross-correlation',
  }),
  reads: ({ channel, method, to = '' }, along) => [
    channel,
    ...(method === 'align' ? [to] : []),
    ...(along === undefined ? [] : [along]),
  ],
  apply: (state, { channel, method, by = 0, to = '', symbol, name }) => {
    if (state.along === undefined) throw new AppError('NO_TIME_FOR_RATE', {});
    const source = numberChannelOf(state, channel);
    const time = numberChannelOf(state, state.along).values;
    const notes: string[] = [];
    let shift = by;
    if (method === 'align') {
      const kept = (column: Float64Array): Float64Array => column.map((v, i) => (state.mask[i] === KEPT ? v : NaN));
      const found = findOffset(
        { x: time, y: kept(numberChannelOf(state, to).values) },
        { x: time, y: kept(source.values) },
      );
      shift = found.offset;
      notes.push(
        `moved by ${formatValue(shift, 4)}, correlation ${formatValue(found.correlation, 3)}, next best ${formatValue(found.runnerUp, 3)}`,
      );
    }
    const moved = (column: Float64Array): Float64Array =>
      bringIn(
        time,
        time.map((t) => t + shift),
        column,
        'linear',
      );
    const errors = () => mapErrors(errorsOf(source, state.channels), moved);
    return made(
      state,
      { symbol, name, unit: source.unit, datum: source.datum, values: moved(source.values), errors },
      [],
      notes,
    );
  },
});
