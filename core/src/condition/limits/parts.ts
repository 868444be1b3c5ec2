import { Type } from 'typebox';

/** Parts that the schemas of limits share. */
export const closed = { additionalProperties: false };
export const symbol = Type.String({ minLength: 1, maxLength: 40, field: 'hidden' });
export const unit = Type.String({ maxLength: 60, title: 'Unit', field: 'unit' });
/** The unit of a field that is said beside it, and is no field of its own. */
export const hiddenUnit = Type.String({ maxLength: 60, field: 'hidden' });
/** The opposite counts. */
export const not = Type.Optional(Type.Boolean({ field: 'hidden' }));
/** A number, or null where nothing is asked. */
export const bound = (title: string, more: object = {}) => Type.Union([Type.Number(), Type.Null()], { title, ...more });
