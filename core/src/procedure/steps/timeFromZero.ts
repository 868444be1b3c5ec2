import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { errorsOf, KEPT } from '../../sample';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

export const timeFromZero = defineStep({
  kind: 'timeFromZero',
  version: 1,
  title: 'Time from zero',
  purpose: 'Shift a time channel so that the first kept sample stands at zero.',
  settings: Type.Object({ channel: Type.String({ title: 'Time channel', field: 'channel' }) }),
  start: ({ along, channels }) => ({ channel: along ?? channels[0]?.symbol ?? '' }),
  words: ({ channel }) => ({ title: 'Time from zero', detail: `${channel} counts from the first kept sample` }),
  reads: ({ channel }) => [channel],
  apply: (state, { channel }) => {
    const time = numberChannelOf(state, channel);
    const first = state.mask.findIndex((m, i) => m === KEPT && Number.isFinite(time.values[i]!));
    if (first < 0) throw new AppError('TOO_FEW_SAMPLES', { name: time.name, have: 0, need: 1 });
    const start = time.values[first]!;
    const shifted = {
      ...time,
      values: time.values.map((v) => v - start),
      uncertainty: undefined,
      errors: () => errorsOf(time, state.channels),
    };
    return { state: { ...state, channels: new Map(state.channels).set(channel, shifted) } };
  },
});
