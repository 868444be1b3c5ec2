import { addressSchema, sourceSchema, speeches } from '@undameter/instruments/sources';
import { Type, type Static } from 'typebox';
import { closed, described, id, orNull, symbol, unit } from './common';

export { addressText, byteOrders, registerTypes, speeches } from '@undameter/instruments/sources';
export type { CommandSource, RegisterSource, Source as InstrumentSource } from '@undameter/instruments/sources';

const called = Type.String({ minLength: 1, maxLength: 60, pattern: '\\S' });

/** What of an instrument is read or set. */
export const instrumentQuantity = closed({
  symbol,
  name: called,
  unit,
  access: described(
    'Whether it is read from the instrument or set at it.',
    Type.Unsafe<'read' | 'set'>(Type.Enum(['read', 'set'])),
  ),
  source: described('Where the instrument has it: a command, or a register.', sourceSchema),
  scale: described(
    'What the instrument states times this, plus the offset, is the value in its unit.',
    Type.Number({ minimum: -1e12, maximum: 1e12 }),
  ),
  offset: described('In the unit of the quantity.', Type.Number()),
  low: described('Lowest value that can be true; null: any.', orNull(Type.Number())),
  high: described('Highest value that can be true; null: any.', orNull(Type.Number())),
  resolution: described('Last digit of the instrument in the unit; 0: it is not known.', Type.Number({ minimum: 0 })),
});
export type InstrumentQuantity = Static<typeof instrumentQuantity>;

const line = {
  protocol: described(
    `How it is talked to: ${speeches.map((s) => `${s.kind} (${s.title})`).join(', ')}.`,
    Type.Unsafe<string>(Type.Enum(speeches.map((s) => s.kind))),
  ),
  ...addressSchema.properties,
};

export const instrumentBody = described(
  'An instrument that readings are taken from, or that is set.',
  closed({ name: called, ...line, quantities: Type.Array(instrumentQuantity, { maxItems: 60 }) }),
);
export type InstrumentBody = Static<typeof instrumentBody>;
/** How an instrument is reached. */
export type InstrumentLine = Pick<InstrumentBody, 'protocol' | 'host' | 'port' | 'timeoutMs'>;
export const instrumentRow = closed({ id, campaignId: id, ...instrumentBody.properties });
export type InstrumentRow = Static<typeof instrumentRow>;

/** What an instrument that is being set up answers, before it is kept. */
export const instrumentTrial = closed({
  ...line,
  quantity: described('Read once; null: none.', orNull(instrumentQuantity)),
});
export type InstrumentTrial = Static<typeof instrumentTrial>;
export const instrumentAnswer = closed({
  identity: described('What it says it is; null where its protocol has no such question.', orNull(Type.String())),
  value: described('Of the quantity that was tried; null without one.', orNull(Type.Number())),
});
export type InstrumentAnswer = Static<typeof instrumentAnswer>;
