import { done, idParams, tableBody, tableFileReply, tableRow, type TableBody } from '@undameter/contract';
import { AppError, constants, functions, isSymbol, orderKnots, parseUnit } from '@undameter/core';
import { formatFor } from '@undameter/formats';
import { Type } from 'typebox';
import type { Services } from '../services';
import { createTable, removeTable, tables, updateTable } from '../store/tables';
import type { Routes } from './Routes';

/** A table is typed or pasted; a file of more than this is a log, not a table. */
const MOST_TABLE_BYTES = 8 * 2 ** 20;

export function tableRoutes(app: Routes, { db }: Services): void {
  const tags = ['tables'];
  app.get(
    '/campaigns/:id/tables',
    {
      schema: {
        tags,
        summary: 'Property tables of a campaign',
        params: idParams,
        response: { 200: Type.Array(tableRow) },
      },
    },
    (request) => tables(db, request.params.id),
  );
  app.post(
    '/campaigns/:id/tables',
    {
      schema: {
        tags,
        summary: 'Create a property table',
        params: idParams,
        body: tableBody,
        response: { 200: tableRow },
      },
    },
    async (request) => createTable(db, request.params.id, checked(request.body)),
  );
  app.put(
    '/tables/:id',
    {
      schema: {
        tags,
        summary: 'Change a property table',
        params: idParams,
        body: tableBody,
        response: { 200: tableRow },
      },
    },
    async (request) => updateTable(db, request.params.id, checked(request.body)),
  );
  app.delete(
    '/tables/:id',
    { schema: { tags, summary: 'Delete a property table', params: idParams, response: { 200: done } } },
    async (request) => {
      await removeTable(db, request.params.id);
      return { done: true as const };
    },
  );
  app.post(
    '/table-files',
    {
      schema: {
        tags,
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
