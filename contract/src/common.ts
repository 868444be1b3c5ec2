import { interpolationMethods } from '@undameter/core';
import { Type, type Static, type TObject, type TProperties, type TSchema } from 'typebox';

/** An object that refuses fields it does not know: a misspelt one must not vanish silently. */
export const closed = <P extends TProperties>(properties: P): TObject<P> =>
  Type.Object(properties, { additionalProperties: false });

/** A schema with what it holds in words: one home for the reader of the code and of the API's document. */
export const described = <T extends TSchema>(description: string, schema: T): T =>
  Object.defineProperties(
    {},
    {
      ...Object.getOwnPropertyDescriptors(schema),
      description: { value: description, enumerable: true, writable: true, configurable: true },
    },
  ) as T;

export const orNull = <T extends Parameters<typeof Type.Union>[0][number]>(schema: T) =>
  Type.Union([schema, Type.Null()]);

export const id = Type.Integer({ minimum: 1, maximum: 2147483647 });
export const name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });
export const symbol = Type.String({ minLength: 1, maxLength: 40 });
export const unit = Type.String({ maxLength: 60 });
export const reading = described('A number or, where there is none, null: JSON has no NaN.', orNull(Type.Number()));

/** A way to interpolate, by its kind. */
export const method = described(
  `Between the points: ${interpolationMethods.map((m) => `${m.kind} (${m.title})`).join(', ')}.`,
  Type.Unsafe<string>(Type.Enum(interpolationMethods.map((m) => m.kind))),
);

export const idParams = closed({ id });
export type IdParams = Static<typeof idParams>;

export const errorReply = Type.Object({
  code: Type.String(),
  message: Type.String(),
  facts: Type.Record(Type.String(), Type.Unknown()),
});

/** Same shape for a step, a series or a limit that could not be computed, beside the others that could. */
export const problem = errorReply;
/** What a route answers that has nothing to say but its status. */
export const nothing = described('Nothing: the status says it.', Type.Null());
