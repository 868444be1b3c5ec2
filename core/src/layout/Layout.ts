import { Type, type Static } from 'typebox';

const lineNumber = Type.Integer({ minimum: 1, maximum: 2_000_000_000 });
const headLine = Type.Union([Type.Integer({ minimum: 1, maximum: 10000 }), Type.Null()]);

/** How a text file is to be read; every part can be corrected by hand. Lines count from 1. */
export const layoutSchema = Type.Object(
  {
    encoding: Type.Union([
      Type.Literal('utf-8'),
      Type.Literal('utf-16le'),
      Type.Literal('utf-16be'),
      Type.Literal('latin1'),
    ]),
    /** `fixed`: every column begins at a character of its own, see `cuts`. */
    delimiter: Type.Union([
      Type.Literal(','),
      Type.Literal(';'),
      Type.Literal('\t'),
      Type.Literal('|'),
      Type.Literal(' '),
      Type.Literal('fixed'),
    ]),
    /** Characters, counted from 0, at which the second and each further column of fixed width begins; rising. */
    cuts: Type.Optional(Type.Array(Type.Integer({ minimum: 1, maximum: 100_000 }), { maxItems: 2000 })),
    decimal: Type.Union([Type.Literal('.'), Type.Literal(',')]),
    headingLine: headLine,
    unitsLine: headLine,
    firstDataLine: Type.Integer({ minimum: 1, maximum: 10001 }),
    /** Absent: to the end of the file. */
    lastDataLine: Type.Optional(lineNumber),
    /** What a line begins with that is a remark; absent: none. */
    comment: Type.Optional(Type.String({ minLength: 1, maxLength: 4 })),
    /** Cells that say "no value" in this file, beside those that always do; numbers are compared as numbers. */
    missing: Type.Optional(Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { maxItems: 50 })),
  },
  { additionalProperties: false },
);
export type Layout = Static<typeof layoutSchema>;
