import { buffer } from 'node:stream/consumers';
import { fileQuery, tableBody, tableFileReply, tableRow, type TableBody, type TableRow } from '@undameter/contract';
import { AppError, constants, functions, isSymbol, orderKnots, parseUnit } from '@undameter/core';
import { formatFor } from '@undameter/formats';
import type { Services } from '../services';
import { createTable, removeTable, tables, updateTable } from '../store/tables';
import { collectionRoutes } from './collectionRoutes';
import { upTo } from '../intake/upTo';
import { FILE_TYPE, fileNameOf, fileOf } from './files';
import type { Routes } from './Routes';

/** A table is typed or pasted; a file of more than this is a log, not a table. */
const MOST_TABLE_BYTES = 8 * 2 ** 20;

export function tableRoutes(app: Routes, { db }: Services): void {
  collectionRoutes<TableBody, TableRow>(app, {
    path: 'tables',
    one: 'a property table',
    body: tableBody,
    row: tableRow,
    list: (campaignId) => tables(db, campaignId),
    check: checked,
    create: (campaignId, body) => createTable(db, campaignId, body),
    update: (id, body) => updateTable(db, id, body),
    remove: (id) => removeTable(db, id),
  });
  app.post(
    '/table-files',
    {
      schema: {
        tags: ['tables'],
        summary: 'Read the columns of a small delimited file, sent as the body, for a table',
        consumes: [FILE_TYPE],
        querystring: fileQuery,
        response: { 200: tableFileReply },
      },
    },
    async (request) => columnsOf(fileNameOf(request), await buffer(upTo(MOST_TABLE_BYTES, fileOf(request)))),
  );
}

/** Units that are known, a symbol that is free to be a function, knots in rising order. */
function checked(body: TableBody): TableBody {
  if (!isSymbol(body.symbol)) throw new AppError('SYMBOL_INVALID', { symbol: body.symbol });
  if (Object.hasOwn(functions, body.symbol) || Object.hasOwn(constants, body.symbol))
    throw new AppError('SYMBOL_TAKEN', { symbol: body.symbol });
  parseUnit(body.xUnit);
  parseUnit(body.yUnit);
  return { ...body, ...orderKnots(body.x, body.y) };
}

async function columnsOf(name: string, bytes: Uint8Array) {
  const format = formatFor(name);
  const { layout } = format.guess(bytes, name);
  const preview = format.preview(bytes, layout, true);
  const usable = preview.columns.filter((c) => c.type !== 'empty' && c.type !== 'text');
  const values: (number | null)[][] = usable.map(() => []);
  await format.read({
    bytes: (async function* () {
      yield bytes;
    })(),
    name,
    layout,
    columns: usable.map((c) => c.reading),
    width: preview.columns.length,
    onBlock: (columns) =>
      columns.forEach((c, k) => values[k]!.push(...Array.from(c, (v) => (Number.isFinite(v) ? v : null)))),
  });
  return {
    name,
    columns: usable.map((c, k) => ({ name: c.name, unit: c.unit, values: values[k]! })),
    doubts: preview.doubts,
  };
}
