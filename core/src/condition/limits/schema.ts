import { Type, type Static } from 'typebox';

const closed = { additionalProperties: false };
const symbol = Type.String({ minLength: 1, maxLength: 40 });
const unit = Type.String({ maxLength: 60 });
/** The opposite counts. */
const not = Type.Optional(Type.Boolean());
const bound = Type.Union([Type.Number(), Type.Null()]);

/** value ± tolerance on one channel, in a unit of its own. */
const tolerance = Type.Object(
  { symbol, value: Type.Number(), tolerance: Type.Number({ minimum: 0 }), unit, not },
  closed,
);
/** From low to high, ends included; null for an open end. */
const between = Type.Object({ symbol, low: bound, high: bound, unit, not }, closed);
/** One of some words of a category. */
const words = Type.Object(
  { symbol, words: Type.Array(Type.String({ maxLength: 200 }), { minItems: 1, maxItems: 200 }), not },
  closed,
);
/** A formula that is true or false. */
const formula = Type.Object({ formula: Type.String({ minLength: 1, maxLength: 2000 }), not }, closed);
/** Within a closed line drawn on the map of two channels. */
const area = Type.Object(
  {
    x: symbol,
    y: symbol,
    xUnit: unit,
    yUnit: unit,
    corners: Type.Array(Type.Tuple([Type.Number(), Type.Number()]), { minItems: 3, maxItems: 500 }),
    not,
  },
  closed,
);
/** Channels that keep calm for some time, the first part of which is cut off. */
const steady = Type.Object(
  {
    steady: Type.Array(Type.Object({ symbol, unit, deviation: bound, slope: bound }, closed), {
      minItems: 1,
      maxItems: 20,
    }),
    /** At least so long, and so much of it is left for settling; in this unit of time. */
    lasting: Type.Number({ exclusiveMinimum: 0 }),
    settling: Type.Number({ minimum: 0 }),
    timeUnit: unit,
    not,
  },
  closed,
);

export const steadyLimitSchema = steady;
export const singleLimitSchema = Type.Union([tolerance, between, words, formula, area, steady]);
/** One of several, of which at least one must hold. */
const anyOf = Type.Object({ any: Type.Array(singleLimitSchema, { minItems: 1, maxItems: 20 }) }, closed);
export const limitSchema = Type.Union([...singleLimitSchema.anyOf, anyOf]);

export type ToleranceLimit = Static<typeof tolerance>;
export type BetweenLimit = Static<typeof between>;
export type WordLimit = Static<typeof words>;
export type FormulaLimit = Static<typeof formula>;
export type AreaLimit = Static<typeof area>;
export type SteadyLimit = Static<typeof steady>;
export type SingleLimit = Static<typeof singleLimitSchema>;
export type AnyLimit = Static<typeof anyOf>;
export type Limit = SingleLimit | AnyLimit;
