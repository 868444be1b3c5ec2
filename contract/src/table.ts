import { Type, type Static } from 'typebox';
import { tableUncertaintySchema, type BetweenPoints } from '@undameter/core';
import { closed, described, id, method, name, orNull, symbol, unit } from './common';

const axisScale = Type.Union([Type.Literal('plain'), Type.Literal('log'), Type.Literal('reciprocal')]);

const knots = Type.Array(Type.Number(), { minItems: 2, maxItems: 100000 });

export const tableBody = closed({
  isShared: described('Every campaign can use it.', Type.Boolean()),
  symbol,
  name,
  xName: name,
  xUnit: unit,
  yUnit: unit,
  source: Type.String({ minLength: 1, maxLength: 1000 }),
  method,
  xScale: axisScale,
  yScale: axisScale,
  outside: Type.Union([Type.Literal('refuse'), Type.Literal('hold'), Type.Literal('extend')]),
  uncertainty: described(
    'What its source states of how sure its values are: the same for all, or knot by knot in the order of the values.',
    orNull(tableUncertaintySchema),
  ),
  notes: Type.String({ maxLength: 5000 }),
  x: knots,
  y: described(
    'The value at each knot; of a grid row by row, null where it has a hole.',
    Type.Array(orNull(Type.Number()), { minItems: 2, maxItems: 100000 }),
  ),
  second: orNull(
    closed({
      name,
      unit,
      method,
      scale: axisScale,
      w: knots,
      isScattered: Type.Boolean(),
      between: described(
        'Between scattered points: flat triangles, or a thin plate that is bent as little as possible; absent: triangles.',
        Type.Optional(Type.Unsafe<BetweenPoints>(Type.Enum(['triangles', 'thinPlate']))),
      ),
    }),
  ),
});
export type TableBody = Static<typeof tableBody>;
export const tableRow = described(
  'Without a campaign: a shared one whose campaign was deleted.',
  closed({ id, campaignId: orNull(id), ...tableBody.properties }),
);
export type TableRow = Static<typeof tableRow>;

export const tableVersion = closed({ version: Type.Integer(), savedAt: Type.String(), body: tableBody });
export type TableVersion = Static<typeof tableVersion>;

export const tableUse = described(
  'A step of a run, a condition that looks up in a table, or a figure that shows it.',
  closed({ runId: orNull(id), where: Type.String(), what: Type.String() }),
);
export type TableUse = Static<typeof tableUse>;

export const removedTable = described(
  'A table that was deleted and can be brought back.',
  closed({ id, symbol: Type.String(), name: Type.String(), removedAt: Type.String() }),
);
export type RemovedTable = Static<typeof removedTable>;

/** As far as a file states them. */
const headed = { name: Type.String(), unit: Type.String() };
export const tableFileReply = described(
  'Columns of a file, from which two are chosen for a table.',
  closed({
    name: Type.String(),
    columns: Type.Array(
      closed({
        name: Type.String(),
        unit: Type.String(),
        values: Type.Array(Type.Union([Type.Number(), Type.Null()])),
      }),
    ),
    grid: described(
      'The file as a grid: one argument down, the other one across; null: it is none.',
      orNull(
        closed({
          down: described('The argument of the rows.', closed({ ...headed, values: Type.Array(Type.Number()) })),
          across: described('The argument of the columns.', closed({ ...headed, values: Type.Array(Type.Number()) })),
          value: closed(headed),
          cells: described('Row by row; null where there is no number.', Type.Array(orNull(Type.Number()))),
          doubt: described('Why it could be columns as well; empty: it is a grid.', Type.String()),
        }),
      ),
    ),
    source: described('As the file names it; empty: it does not.', Type.String()),
    doubts: Type.Array(Type.String()),
  }),
);
export type TableFileReply = Static<typeof tableFileReply>;

export const tableExportQuery = closed({
  format: Type.Optional(described('One of the formats that are written; absent: csv.', Type.String({ maxLength: 20 }))),
  form: described(
    'Of a grid: the second argument across, or each knot in a row.',
    Type.Optional(Type.Union([Type.Literal('grid'), Type.Literal('long')])),
  ),
});
export type TableExportQuery = Static<typeof tableExportQuery>;
