import { Type, type Static } from 'typebox';

const moments = [
  Type.Literal('clock'),
  Type.Literal('yearFirst'),
  Type.Literal('dayFirst'),
  Type.Literal('monthFirst'),
] as const;

/** How the cells of a column are read: as numbers, or as moments of a form; a time of day may have its date in another column. */
export const columnReadingSchema = Type.Object(
  {
    index: Type.Integer({ minimum: 0, maximum: 20000 }),
    reads: Type.Union([Type.Literal('number'), ...moments]),
    date: Type.Optional(
      Type.Object(
        { index: Type.Integer({ minimum: 0 }), reads: Type.Union([...moments]) },
        { additionalProperties: false },
      ),
    ),
  },
  { additionalProperties: false },
);
export type ColumnReading = Static<typeof columnReadingSchema>;
