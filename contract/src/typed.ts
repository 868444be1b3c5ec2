import { declaredUncertaintySchema, madeUpRecipe } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { runKind } from './campaign';
import { closed, described, name, orNull, reading, symbol, unit } from './common';

/** A sheet is typed or pasted by hand; what is longer comes in as a file. */
export const MOST_TYPED_ROWS = 20_000;
export const MOST_TYPED_COLUMNS = 60;

export const typedColumn = closed({
  symbol,
  name,
  unit,
  uncertainty: described('Left out: it stays as it is.', Type.Optional(orNull(declaredUncertaintySchema))),
  words: described(
    'Of a column of words: its cells are their places, from 0.',
    Type.Optional(Type.Array(Type.String({ minLength: 1, maxLength: 200 }), { minItems: 1, maxItems: 1000 })),
  ),
  decimals: described(
    'So many are shown; left out: as many as it needs.',
    Type.Optional(Type.Integer({ minimum: 0, maximum: 12 })),
  ),
  colour: described(
    'Of its points on the chart, as #rrggbb; left out: the usual one.',
    Type.Optional(Type.String({ pattern: '^#[0-9a-fA-F]{6}$' })),
  ),
});
export type TypedColumn = Static<typeof typedColumn>;

export const typedRow = closed({
  row: described('Number of the row, given once and kept.', Type.Integer({ minimum: 1, maximum: 1_000_000_000 })),
  cells: described('Its values in the order of the columns; null: nothing was read.', Type.Array(reading)),
  note: described('What was remarked on it.', Type.Optional(Type.String({ maxLength: 500 }))),
  takenAt: described(
    'When it was read from instruments, by the clock of the server.',
    Type.Optional(Type.String({ pattern: '^\\d{4}-\\d\\d-\\d\\dT[\\d:.]+Z$', maxLength: 30 })),
  ),
});
export type TypedRow = Static<typeof typedRow>;

const sheet = {
  columns: Type.Array(typedColumn, { minItems: 1, maxItems: MOST_TYPED_COLUMNS }),
  rows: Type.Array(typedRow, { minItems: 1, maxItems: MOST_TYPED_ROWS }),
};
const computed = closed({ symbol, name, unit, formula: Type.String({ minLength: 1, maxLength: 2000 }) });
export type ComputedColumn = Static<typeof computed>;

export const typedBody = closed({
  name,
  kind: runKind,
  ...sheet,
  computed: described('Columns by formula: steps of its procedure.', Type.Array(computed, { maxItems: 40 })),
});
export type TypedBody = Static<typeof typedBody>;

export const sheetBody = closed({
  ...sheet,
  version: described('Of the sheet that it was made from.', Type.Integer({ minimum: 1 })),
});
export type SheetBody = Static<typeof sheetBody>;

export const sheetReply = closed({
  version: Type.Integer(),
  columns: Type.Array(closed({ ...typedColumn.properties, uncertainty: orNull(declaredUncertaintySchema) })),
  rows: Type.Array(typedRow),
});
export type SheetReply = Static<typeof sheetReply>;

export const sheetVersion = closed({
  version: Type.Integer(),
  savedAt: Type.String(),
  ...sheet,
});
export type SheetVersion = Static<typeof sheetVersion>;

export const madeUpBody = closed({ name, recipe: madeUpRecipe });
export type MadeUpBody = Static<typeof madeUpBody>;
