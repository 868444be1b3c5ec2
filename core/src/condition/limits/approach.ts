import { Type, type Static } from 'typebox';
import { formatValue } from '../../number/formatNumber';
import { numberChannelOf } from '../../procedure/stepTools';
import { KEPT } from '../../sample';
import { directionsOf, DOWN, UP } from '../../signal';
import { differenceFactor, parseUnit, printUnit } from '../../units';
import { FAILS, HOLDS, UNKNOWN, type LimitKind } from './LimitKind';
import { closed, hiddenUnit, not, symbol } from './parts';

const schema = Type.Object(
  {
    kind: Type.Literal('approach'),
    symbol,
    from: Type.Union([Type.Literal('below', { title: 'from below' }), Type.Literal('above', { title: 'from above' })], {
      title: 'Direction',
      field: 'choice',
    }),
    deadBand: Type.Number({
      minimum: 0,
      title: 'Dead band',
      before: 'moves up to',
      after: 'are passed over',
      unitFrom: 'unit',
    }),
    unit: hiddenUnit,
    not,
  },
  closed,
);
export type ApproachLimit = Static<typeof schema>;

/** How a channel came to where it is: a loop that is run up and down shows its two branches. */
export const approach: LimitKind<typeof schema> = {
  kind: 'approach',
  title: 'was approached',
  schema,
  on: 'numbers',
  reads: (limit) => [limit.symbol],
  units: (limit) => [limit.unit],
  words: ({ symbol: of, from, deadBand, unit: u }) => {
    const passed =
      deadBand > 0 ? ` (moves up to ${formatValue(deadBand)} ${printUnit(u)}`.trimEnd() + ' passed over)' : '';
    return `${of} approached from ${from}${passed}`;
  },
  start: ({ symbol: of, unit: u, mean }) => ({
    kind: 'approach',
    symbol: of,
    from: 'below',
    deadBand: Number((Math.abs(mean ?? 0) / 100).toPrecision(1)),
    unit: u,
  }),
  judge: (state, limit) => {
    const channel = numberChannelOf(state, limit.symbol);
    const factor = Math.abs(differenceFactor(parseUnit(limit.unit), parseUnit(channel.unit)));
    // What is set aside has moved nothing.
    const kept = channel.values.map((v, i) => (state.mask[i] === KEPT ? v : NaN));
    const wanted = limit.from === 'below' ? UP : DOWN;
    const answerTo = (direction: number): number => (direction === wanted ? HOLDS : direction === 0 ? UNKNOWN : FAILS);
    return Uint8Array.from(directionsOf(kept, limit.deadBand * factor), (direction, i) =>
      kept[i]! === kept[i]! ? answerTo(direction) : UNKNOWN,
    );
  },
};
