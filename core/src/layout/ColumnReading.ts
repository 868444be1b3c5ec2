import { Type, type Static } from 'typebox';

const dates = [Type.Literal('yearFirst'), Type.Literal('dayFirst'), Type.Literal('monthFirst')] as const;
const timestamps = [Type.Literal('clock'), ...dates] as const;

/** How the cells of a column are read: as numbers, as moments of a form, or as the words of a category. */
export const columnReadingSchema = Type.Object(
  {
    index: Type.Integer({ minimum: 0, maximum: 20000 }),
    reads: Type.Union([
      Type.Literal('number'),
      ...timestamps,
      Type.Literal('epochSeconds'),
      Type.Literal('epochMilliseconds'),
      Type.Literal('category'),
    ]),
    /** A time of day may have its date in another column. */
    date: Type.Optional(
      Type.Object(
        { index: Type.Integer({ minimum: 0 }), reads: Type.Union([...timestamps]) },
        { additionalProperties: false },
      ),
    ),
    /** Minutes that the logger's clock was ahead of UTC, where its moments do not say it themselves. */
    zone: Type.Optional(Type.Integer({ minimum: -14 * 60, maximum: 14 * 60 })),
  },
  { additionalProperties: false },
);
export type ColumnReading = Static<typeof columnReadingSchema>;
