import { Type, type Static } from 'typebox';
import { columnReadingSchema } from './ColumnReading';
import { propertySchema } from './propertiesOf';

const closed = { additionalProperties: false };
export const lineNote = Type.Object({ line: Type.Integer(), text: Type.String() }, closed);

/** Why something is understood so, and how sure that is. */
export const becauseSchema = Type.Object(
  {
    why: Type.String(),
    sure: Type.Union([Type.Literal('sure'), Type.Literal('likely'), Type.Literal('a guess')]),
  },
  closed,
);
export type Because = Static<typeof becauseSchema>;

export const previewColumnSchema = Type.Object(
  {
    index: Type.Integer(),
    name: Type.String(),
    symbol: Type.String(),
    unit: Type.String(),
    /** Where the unit came from: a row of units, the heading, or nowhere. */
    unitFrom: Type.Union([Type.Literal('unitsRow'), Type.Literal('heading'), Type.Literal('none')]),
    type: Type.Union([
      Type.Literal('number'),
      Type.Literal('time'),
      Type.Literal('category'),
      Type.Literal('text'),
      Type.Literal('empty'),
      Type.Literal('constant'),
    ]),
    /** How its cells are read, unless told otherwise. */
    reading: columnReadingSchema,
    /** Why it is taken for that, and how sure. */
    because: becauseSchema,
    /** Of the rows seen. */
    missing: Type.Integer(),
    notNumber: Type.Integer(),
    firstNotNumber: Type.Optional(lineNote),
    /** Proposed for import: empty and text columns are not, and say so. */
    proposed: Type.Boolean(),
  },
  closed,
);
export type PreviewColumn = Static<typeof previewColumnSchema>;

export const previewSchema = Type.Object(
  {
    columns: Type.Array(previewColumnSchema),
    lines: Type.Array(
      Type.Object(
        {
          line: Type.Integer(),
          role: Type.Union([
            Type.Literal('preamble'),
            Type.Literal('heading'),
            Type.Literal('units'),
            Type.Literal('data'),
            Type.Literal('blank'),
            Type.Literal('remark'),
            Type.Literal('beyond'),
          ]),
          cells: Type.Array(Type.String()),
          /** The line as it stands, where it is words or its columns have a fixed width. */
          text: Type.Optional(Type.String()),
        },
        closed,
      ),
    ),
    /** Data rows that were looked at. */
    rowsSeen: Type.Integer(),
    /** True when the head was the whole file. */
    whole: Type.Boolean(),
    preamble: Type.Array(Type.String()),
    /** The `key: value` lines among them. */
    properties: Type.Array(propertySchema),
    /** Column that runs along the samples: the first that never steps back and has a unit or name of time. */
    timeColumn: Type.Union([Type.Integer(), Type.Null()]),
    /** What the reader should know before importing. */
    doubts: Type.Array(Type.String()),
  },
  closed,
);
/** What a layout makes of the first bytes of a file. */
export type Preview = Static<typeof previewSchema>;

/** Why a layout was understood so. */
export const whySchema = Type.Object(
  {
    delimiter: becauseSchema,
    decimal: becauseSchema,
    encoding: becauseSchema,
    headingLine: becauseSchema,
    unitsLine: becauseSchema,
    firstDataLine: becauseSchema,
    /** Absent: none was found. */
    missing: Type.Optional(becauseSchema),
    comment: Type.Optional(becauseSchema),
  },
  closed,
);
export type Why = Static<typeof whySchema>;
