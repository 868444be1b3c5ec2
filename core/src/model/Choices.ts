import { Type, type Static } from 'typebox';
import { lossNames, type LossName } from './solve/losses';

const symbol = Type.String({ minLength: 1, maxLength: 40 });
const end = Type.Union([Type.Number(), Type.Null()]);

/** What the hand of the engineer adds to a model before it is fitted; each by the symbol of a parameter. */
export const choicesSchema = Type.Object(
  {
    /** Start values that come before those out of the data. */
    start: Type.Optional(Type.Record(symbol, Type.Number())),
    fixed: Type.Optional(Type.Record(symbol, Type.Number())),
    /** A formula in other parameters. */
    tied: Type.Optional(Type.Record(symbol, Type.String({ maxLength: 200 }))),
    bounds: Type.Optional(Type.Record(symbol, Type.Tuple([end, end]))),
    /** One value for all series. */
    shared: Type.Optional(Type.Array(symbol, { maxItems: 20 })),
    loss: Type.Optional(Type.Unsafe<LossName>(Type.String({ enum: [...lossNames] }))),
    /** The part of x that takes part, by series name; absent: all of it. */
    ranges: Type.Optional(Type.Record(Type.String({ maxLength: 200 }), Type.Tuple([Type.Number(), Type.Number()]))),
    /** Over which the curve is drawn beyond its points; it takes no part in the fit. */
    reach: Type.Optional(Type.Tuple([Type.Number(), Type.Number()])),
  },
  { additionalProperties: false },
);
export type Choices = Static<typeof choicesSchema>;

/** Nothing but start values: a linear model is then solved at once. */
export const isPlain = ({ fixed, tied, bounds, shared, loss }: Choices): boolean =>
  ![fixed, tied, bounds].some((part) => part && Object.keys(part).length > 0) && !shared?.length && !loss;
