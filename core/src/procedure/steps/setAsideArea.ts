import { Type } from 'typebox';
import { isWithin } from '../../condition/limits/isWithin';
import { setAsideWhere } from '../setAsideWhere';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

export const setAsideArea = defineStep({
  kind: 'setAsideArea',
  version: 1,
  title: 'Set aside by lasso',
  purpose: 'Set aside what lies within a line drawn around it on the chart of two channels.',
  settings: Type.Object({
    x: Type.String({ title: 'Across', field: 'channel' }),
    channel: Type.String({ title: 'Up', field: 'channel' }),
    corners: Type.Array(Type.Tuple([Type.Number(), Type.Number()]), {
      title: 'Line',
      description: 'Drawn on the chart with Shift held down.',
      minItems: 3,
      maxItems: 500,
      field: 'corners',
    }),
    reason: Type.String({ title: 'Reason', default: '', maxLength: 200 }),
  }),
  start: ({ along, channels, inHand }) => {
    const x = channels.find((c) => c.symbol === along) ?? channels[0];
    const y = channels.find((c) => c.symbol === inHand) ?? channels.find((c) => c.symbol !== x?.symbol);
    const [left, right, low, high] = [x?.lowest ?? 0, x?.highest ?? 0, y?.lowest ?? 0, y?.highest ?? 0];
    const corners: [number, number][] = [
      [left, high],
      [right, high],
      [(left + right) / 2, high + (high - low) / 10],
    ];
    return { x: x?.symbol ?? '', channel: y?.symbol ?? '', corners, reason: '' };
  },
  words: ({ x, channel, corners, reason }) => ({
    title: `Set aside by lasso on ${channel} over ${x}`,
    detail: reason || `${corners.length} corners`,
  }),
  reads: ({ x, channel }) => [x, channel],
  apply: (state, { x, channel, corners }, { ordinal }) => {
    const [xs, ys] = [numberChannelOf(state, x).values, numberChannelOf(state, channel).values];
    return setAsideWhere(state, ordinal, (i) => isWithin(xs[i]!, ys[i]!, corners));
  },
});
