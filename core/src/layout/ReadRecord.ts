import { Type, type Static } from 'typebox';
import { lineNote } from './Preview';
import { propertySchema } from './propertiesOf';

const closed = { additionalProperties: false };
const counted = Type.Object({ count: Type.Integer(), firstLine: Type.Optional(Type.Integer()) }, closed);

/** What happened to the cells of one column. */
export const columnRecordSchema = Type.Object(
  {
    missing: Type.Integer(),
    notNumber: Type.Integer(),
    firstNotNumber: Type.Optional(lineNote),
    /** Moment from which a column of moments counts seconds. */
    origin: Type.Optional(Type.String()),
    /** Words of a category, in the order of their codes 0, 1, 2 … */
    labels: Type.Optional(Type.Array(Type.String())),
    /** Lines of the first cells that are no numbers. */
    notNumberLines: Type.Optional(Type.Array(Type.Integer())),
  },
  closed,
);
export type ColumnRecord = Static<typeof columnRecordSchema>;

/** The account of an import: every line of the file is in one of its counts. */
export const readRecordSchema = Type.Object(
  {
    linesRead: Type.Integer(),
    rows: Type.Integer(),
    /** Anywhere in the file. */
    blankLines: Type.Integer(),
    /** Lines of headings and of units. */
    headingLines: Type.Optional(Type.Integer()),
    /** Lines in the data without a single number. */
    passedOver: Type.Object(
      { count: Type.Integer(), firstLine: Type.Optional(Type.Integer()), firstText: Type.Optional(Type.String()) },
      closed,
    ),
    shortRows: counted,
    longRows: counted,
    columns: Type.Array(columnRecordSchema),
    preamble: Type.Array(Type.String()),
    properties: Type.Optional(Type.Array(propertySchema)),
    /** Rows in which a cut of fixed width goes through what is written together. */
    cutThrough: Type.Optional(counted),
    /** Lines that go on with a quoted cell of the line before. */
    continued: Type.Optional(counted),
    /** Remarks among the rows. */
    remarks: Type.Optional(counted),
    /** Lines below the last row that was asked for. */
    beyond: Type.Optional(counted),
  },
  closed,
);
export type ReadRecord = Static<typeof readRecordSchema>;
