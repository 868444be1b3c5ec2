import { Type, type Static } from 'typebox';
import { closed, id, name, symbol, unit } from './common';

export const tableBody = closed({
  symbol,
  name,
  xName: name,
  xUnit: unit,
  yUnit: unit,
  source: Type.String({ minLength: 1, maxLength: 1000 }),
  outside: Type.Union([Type.Literal('refuse'), Type.Literal('hold')]),
  x: Type.Array(Type.Number(), { minItems: 2, maxItems: 100000 }),
  y: Type.Array(Type.Number(), { minItems: 2, maxItems: 100000 }),
});
export type TableBody = Static<typeof tableBody>;
export const tableRow = closed({ id, campaignId: id, ...tableBody.properties });
export type TableRow = Static<typeof tableRow>;

/** Columns of a file, from which two are chosen for a table. */
export const tableFileReply = closed({
  name: Type.String(),
  columns: Type.Array(
    closed({ name: Type.String(), unit: Type.String(), values: Type.Array(Type.Union([Type.Number(), Type.Null()])) }),
  ),
  doubts: Type.Array(Type.String()),
});
export type TableFileReply = Static<typeof tableFileReply>;
