import { exportQuery, idParams, tableExportQuery } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { tableToWrite, writers, type Writer } from '@undameter/formats';
import { attachment } from '../http/attachment';
import type { Services } from '../services';
import { run } from '../store/runs';
import { table } from '../store/tables';
import type { Routes } from './Routes';

export function exportingRoutes(app: Routes, { db, loader, pools }: Services): void {
  const tags = ['runs'];
  app.get(
    '/runs/:id/export',
    {
      schema: {
        operationId: 'exportChannels',
        tags,
        summary: 'Channels of a run as a file: as logged, or after the procedure with the kept samples',
        params: idParams,
        querystring: exportQuery,
      },
    },
    async (request, reply) => {
      const { which, symbols, format = 'csv', from, to } = request.query;
      const writer = writerOf(format);
      const wanted = symbols?.split(',');
      // What is taken out as logged needs no procedure.
      const benchRun = await loader.run(request.params.id, which === 'logged' ? [] : undefined, wanted);
      const columns = await pools.exportColumns({ run: benchRun, which, symbols: wanted, from, to });
      const stream = await pools.write({ run: columns, kind: format });
      return reply
        .type(writer.mediaType)
        .header('content-disposition', attachment(`${benchRun.name} ${which}`, writer.extension))
        .send(stream);
    },
  );
  app.get(
    '/tables/:id/export',
    {
      schema: {
        operationId: 'exportTable',
        tags: ['tables'],
        summary: 'The knots of a table as a file, from which they can be read again',
        params: idParams,
        querystring: tableExportQuery,
      },
    },
    async (request, reply) => {
      const { format = 'csv', form = 'grid' } = request.query;
      const writer = writerOf(format);
      const row = await table(db, request.params.id);
      const stream = await pools.write({ run: tableToWrite(row, form), kind: format });
      return reply
        .type(writer.mediaType)
        .header('content-disposition', attachment(row.name, writer.extension))
        .send(stream);
    },
  );
  app.get(
    '/runs/:id/record',
    {
      schema: {
        operationId: 'exportImportRecord',
        tags,
        summary: 'The record of a run’s import, as a JSON file',
        params: idParams,
      },
    },
    async (request, reply) => {
      const { name, fileName, fileSha256, fileBytes, parts, layout, record, recipe, origin, sources, declared } =
        await run(db, request.params.id);
      const account = {
        run: name,
        origin,
        file: origin === 'file' ? { name: fileName, sha256: fileSha256, bytes: fileBytes, parts } : null,
        layout,
        channels: declared,
        record,
        recipe,
        sources,
      };
      return reply
        .type('application/json; charset=utf-8')
        .header('content-disposition', attachment(`${name} import record`, 'json'))
        .send(JSON.stringify(account, null, 2));
    },
  );
}

/** @throws {AppError} FORMAT_UNKNOWN */
function writerOf(format: string): Writer {
  const writer = writers.find((w) => w.kind === format);
  if (writer) return writer;
  throw new AppError('FORMAT_UNKNOWN', { format, known: writers.map((w) => w.kind).join(', ') });
}
