import { Type } from 'typebox';
import { KEPT } from '../../sample';
import { defineStep } from '../StepKind';
import { checkRange, inChannelUnit, inRanges, numberChannelOf, rangesInUnit, remask } from '../stepTools';
import { rangeSettings, rangesInWords, setAside } from './setAside';

export const bringBack = defineStep({
  kind: 'bringBack',
  version: 1,
  title: 'Bring back',
  purpose: 'Keep samples again that an earlier step had set aside.',
  settings: Type.Object(rangeSettings),
  start: (state) => {
    const { channel, ranges, unit } = setAside.start(state) as {
      channel: string;
      ranges: [number, number][];
      unit: string;
    };
    return { channel, ranges, unit };
  },
  words: ({ ranges, unit, channel }) => ({
    title: `Bring back ${rangesInWords(ranges, unit)}`,
    detail: `of ${channel}`,
  }),
  reads: ({ channel }) => [channel],
  apply: (state, { channel, ranges: given, unit }) => {
    for (const [from, to] of given) checkRange(from, to);
    const source = numberChannelOf(state, channel);
    const { values } = source;
    const ranges = rangesInUnit(given, inChannelUnit(source, unit));
    let brought = 0;
    const mask = remask(state.mask, (i, now) => {
      if (now === KEPT || !inRanges(values[i]!, ranges)) return now;
      brought++;
      return KEPT;
    });
    const told =
      brought === 0 ? { doubts: ['no sample in these ranges was set aside'] } : { notes: [`${brought} brought back`] };
    return { state: { ...state, mask }, ...told };
  },
});
