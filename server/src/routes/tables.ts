import {
  fileQuery,
  idParams,
  removedTable,
  tableBody,
  tableFileReply,
  tableRow,
  tableUse,
  tableVersion,
  type IdParams,
  type TableBody,
  type TableRow,
} from '@undameter/contract';
import {
  AppError,
  builtInOf,
  checkTable,
  constants,
  functions,
  readingFunctions,
  interpolationMethods,
  isSymbol,
  inOrder,
  parseUnit,
} from '@undameter/core';
import type { Services } from '../services';
import { Type } from 'typebox';
import {
  createTable,
  removedTables,
  removeTable,
  restoreTable,
  table,
  tables,
  updateTable,
  usesOfTable,
  versionsOfTable,
} from '../store/tables';
import { collectionRoutes } from './collectionRoutes';
import { columnsOfFile } from '../intake/columnsOfFile';
import { takeFiles, FILE_BODY, sentFile } from '../http/fileBodies';
import type { Pools } from '../threads/Pools';
import type { Routes } from './Routes';

export function tableRoutes(app: Routes, { db, pools }: Services): void {
  collectionRoutes<TableBody, TableRow>(app, {
    path: 'tables',
    called: 'table',
    body: tableBody,
    row: tableRow,
    list: (campaignId) => tables(db, campaignId),
    one: (id) => table(db, id),
    check: checked,
    create: (campaignId, body) => createTable(db, campaignId, body),
    update: (id, body) => updateTable(db, id, body),
    remove: (id) => removeTable(db, id),
  });
  app.get<{ Params: IdParams }>(
    '/tables/:id/versions',
    {
      schema: {
        operationId: 'listTableVersions',
        tags: ['tables'],
        summary: 'What a table was before each change',
        params: idParams,
        response: { 200: Type.Array(tableVersion) },
      },
    },
    (request) => versionsOfTable(db, request.params.id),
  );
  app.get<{ Params: IdParams }>(
    '/tables/:id/uses',
    {
      schema: {
        operationId: 'listTableUses',
        tags: ['tables'],
        summary: 'Steps and conditions that look up in a table, and figures that show it',
        params: idParams,
        response: { 200: Type.Array(tableUse) },
      },
    },
    (request) => usesOfTable(db, request.params.id),
  );
  app.get<{ Params: IdParams }>(
    '/campaigns/:id/tables/removed',
    {
      schema: {
        operationId: 'listRemovedTables',
        tags: ['tables'],
        summary: 'Tables that were deleted and can be brought back',
        params: idParams,
        response: { 200: Type.Array(removedTable) },
      },
    },
    (request) => removedTables(db, request.params.id),
  );
  app.put<{ Params: IdParams }>(
    '/tables/:id/restored',
    {
      config: { changes: 'tables' },
      schema: {
        operationId: 'restoreTable',
        tags: ['tables'],
        summary: 'Bring a deleted table back as it was',
        params: idParams,
        response: { 200: tableRow },
      },
    },
    (request) => restoreTable(db, request.params.id),
  );
  void app.register((scope) => tableFileRoute(scope as Routes, pools));
}

async function tableFileRoute(app: Routes, pools: Pools): Promise<void> {
  await takeFiles(app);
  app.post(
    '/table-files',
    {
      schema: {
        operationId: 'readTableFile',
        tags: ['tables'],
        summary: 'Read the columns of a small file of any format for a table',
        ...FILE_BODY,
        querystring: fileQuery,
        response: { 200: tableFileReply },
      },
    },
    async (request) => {
      const { name, bytes } = await sentFile(request);
      return columnsOfFile(name, bytes, pools);
    },
  );
}

/** Units that are known, a symbol that is free to be a function, knots in rising order. */
function checked(body: TableBody): TableBody {
  if (!isSymbol(body.symbol)) throw new AppError('SYMBOL_INVALID', { symbol: body.symbol });
  const isTaken = [functions, readingFunctions, constants].some((names) => Object.hasOwn(names, body.symbol));
  if (isTaken || builtInOf(body.symbol)) throw new AppError('SYMBOL_TAKEN', { symbol: body.symbol });
  parseUnit(body.xUnit);
  parseUnit(body.yUnit);
  if (body.second) parseUnit(body.second.unit);
  const ordered = inOrder(body);
  checkTable(
    ordered,
    interpolationMethods.map((m) => m.kind),
  );
  return ordered;
}
