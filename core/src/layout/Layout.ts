import { Type, type Static } from 'typebox';

/** How a delimited text file is to be read; every part can be corrected by hand. Lines count from 1. */
export const layoutSchema = Type.Object(
  {
    encoding: Type.Union([Type.Literal('utf-8'), Type.Literal('utf-16le'), Type.Literal('latin1')]),
    delimiter: Type.Union([
      Type.Literal(','),
      Type.Literal(';'),
      Type.Literal('\t'),
      Type.Literal('|'),
      Type.Literal(' '),
    ]),
    decimal: Type.Union([Type.Literal('.'), Type.Literal(',')]),
    headingLine: Type.Union([Type.Integer({ minimum: 1, maximum: 10000 }), Type.Null()]),
    unitsLine: Type.Union([Type.Integer({ minimum: 1, maximum: 10000 }), Type.Null()]),
    firstDataLine: Type.Integer({ minimum: 1, maximum: 10001 }),
  },
  { additionalProperties: false },
);
export type Layout = Static<typeof layoutSchema>;
