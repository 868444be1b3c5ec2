import { tableBody, tableFileReply, tableRow, type TableBody, type TableRow } from '@undameter/contract';
import { AppError, constants, functions, isSymbol, orderKnots, parseUnit } from '@undameter/core';
import { formatFor } from '@undameter/formats';
import type { Services } from '../services';
import { createTable, removeTable, tables, updateTable } from '../store/tables';
import { collectionRoutes } from './collectionRoutes';
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
        summary: 'Read the columns of a small delimited file (multipart) for a table',
        consumes: ['multipart/form-data'],
        response: { 200: tableFileReply },
      },
    },
    async (request) => {
      const part = await request.file({ limits: { fileSize: MOST_TABLE_BYTES } }).catch(() => undefined);
      if (!part) throw new AppError('UPLOAD_NO_FILE', {});
      const bytes = await part.toBuffer().catch(() => {
        throw new AppError('UPLOAD_TOO_LARGE', { limitBytes: MOST_TABLE_BYTES });
      });
      return columnsOf(part.filename, bytes);
    },
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
