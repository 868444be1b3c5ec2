import { Type, type Static, type TObject, type TProperties } from 'typebox';

/** An object that refuses fields it does not know: a misspelt one must not vanish silently. */
export const closed = <P extends TProperties>(properties: P): TObject<P> =>
  Type.Object(properties, { additionalProperties: false });

export const orNull = <T extends Parameters<typeof Type.Union>[0][number]>(schema: T) =>
  Type.Union([schema, Type.Null()]);

export const id = Type.Integer({ minimum: 1, maximum: 2147483647 });
export const name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });
export const symbol = Type.String({ minLength: 1, maxLength: 40 });
export const unit = Type.String({ maxLength: 60 });
/** A number or, where there is none, null: JSON has no NaN. */
export const reading = orNull(Type.Number());

export const idParams = closed({ id });
export type IdParams = Static<typeof idParams>;

export const errorReply = Type.Object({
  code: Type.String(),
  message: Type.String(),
  facts: Type.Record(Type.String(), Type.Unknown()),
});

/** Same shape for a step, a series or a limit that could not be computed, beside the others that could. */
export const problem = errorReply;
export const done = closed({ done: Type.Literal(true) });
