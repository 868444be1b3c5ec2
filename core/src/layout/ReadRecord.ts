import { Type, type Static } from 'typebox';
import { lineNote } from './Preview';

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
  },
  closed,
);
export type ColumnRecord = Static<typeof columnRecordSchema>;

/** The account of an import: every line of the file is in one of its counts. */
export const readRecordSchema = Type.Object(
  {
    linesRead: Type.Integer(),
    rows: Type.Integer(),
    blankLines: Type.Integer(),
    /** Lines in the data without a single number. */
    passedOver: Type.Object(
      { count: Type.Integer(), firstLine: Type.Optional(Type.Integer()), firstText: Type.Optional(Type.String()) },
      closed,
    ),
    shortRows: counted,
    longRows: counted,
    columns: Type.Array(columnRecordSchema),
    preamble: Type.Array(Type.String()),
  },
  closed,
);
export type ReadRecord = Static<typeof readRecordSchema>;
