import {
  idParams,
  jobParams,
  nothing,
  reportBody,
  reportExportBody,
  reportExportReply,
  reportRow,
  templateBody,
  templateRow,
  versionBody,
  versionParams,
  versionReply,
  versionRow,
  type ReportBody,
  type ReportRow,
  type TemplateBody,
  type TemplateRow,
} from '@undameter/contract';
import { checkDocument } from '@undameter/writing';
import { Type } from 'typebox';
import { attachment } from '../http/attachment';
import { exportTask } from '../reports/exportTask';
import { settled } from '../reports/settled';
import type { Services } from '../services';
import {
  createReport,
  createTemplate,
  keepVersion,
  removeReport,
  removeTemplate,
  removeVersion,
  report,
  reports,
  restoreVersion,
  template,
  templates,
  updateReport,
  updateTemplate,
  version,
  versions,
} from '../store/reports';
import { withEtag } from '../http/match';
import { collectionRoutes } from './collectionRoutes';
import type { Routes } from './Routes';

const tags = ['reports'];

export function reportRoutes(app: Routes, services: Services): void {
  const { db } = services;
  collectionRoutes<ReportBody, ReportRow>(app, {
    path: 'reports',
    called: 'report',
    body: reportBody,
    row: reportRow,
    check: (body) => ({ ...body, document: checkDocument(body.document) }),
    list: (campaignId) => reports(db, campaignId),
    one: (id) => report(db, id),
    create: async (campaignId, body) =>
      createReport(db, campaignId, { ...body, document: await settled(services, campaignId, body.document) }),
    update: (id, body) => updateReport(db, id, body),
    remove: (id) => removeReport(db, id),
  });
  collectionRoutes<TemplateBody, TemplateRow>(app, {
    path: 'templates',
    called: 'template',
    body: templateBody,
    row: templateRow,
    check: (body) => ({ ...body, document: checkDocument(body.document) }),
    list: () => templates(db),
    one: (id) => template(db, id),
    create: (campaignId, body) => createTemplate(db, campaignId, body),
    update: (id, body) => updateTemplate(db, id, body),
    remove: (id) => removeTemplate(db, id),
  });
  versionRoutes(app, services);
  exportRoutes(app, services);
}

/** Named states of a report. */
function versionRoutes(app: Routes, { db }: Services): void {
  app.get(
    '/reports/:id/versions',
    {
      schema: {
        operationId: 'listReportVersions',
        tags,
        summary: 'The named states of a report, the newest first',
        params: idParams,
        response: { 200: Type.Array(versionRow) },
      },
    },
    ({ params }) => versions(db, params.id),
  );
  app.post(
    '/reports/:id/versions',
    {
      config: { changes: 'reports' },
      schema: {
        operationId: 'keepReportVersion',
        tags,
        summary: 'Keep a report as it is now under a name',
        params: idParams,
        body: versionBody,
        response: { 201: versionRow },
      },
    },
    async ({ params, body }, reply) => {
      const kept = await keepVersion(db, params.id, body.name);
      return reply.status(201).header('location', `/api/reports/${params.id}/versions/${kept.id}`).send(kept);
    },
  );
  const path = '/reports/:id/versions/:versionId';
  app.get(
    path,
    {
      schema: {
        operationId: 'getReportVersion',
        tags,
        summary: 'A report as it was when a version of it was kept',
        params: versionParams,
        response: { 200: versionReply },
      },
    },
    ({ params }) => version(db, params.id, params.versionId),
  );
  app.delete(
    path,
    {
      config: { changes: 'reports' },
      schema: {
        operationId: 'deleteReportVersion',
        tags,
        summary: 'Forget a named state of a report',
        params: versionParams,
        response: { 204: nothing },
      },
    },
    async ({ params }, reply) => {
      await removeVersion(db, params.id, params.versionId);
      return reply.status(204).send(null);
    },
  );
  app.put(
    `${path}/restored`,
    {
      config: { changes: 'reports' },
      schema: {
        operationId: 'restoreReportVersion',
        tags,
        summary: 'Let a report read again as it did in a version; what it reads now is not kept by this',
        params: versionParams,
        response: { 200: reportRow },
      },
    },
    async ({ params }, reply) => withEtag(reply, await restoreVersion(db, params.id, params.versionId)),
  );
}

/** Reports as files. */
function exportRoutes(app: Routes, services: Services): void {
  const { db, reportExports } = services;
  const path = '/report-exports/:jobId';
  app.post(
    '/reports/:id/exports',
    {
      schema: {
        operationId: 'startReportExport',
        tags,
        summary: 'Begin to write a report as PDF, word-processor document, web page or Markdown',
        params: idParams,
        body: reportExportBody,
        response: { 202: reportExportReply },
      },
    },
    async ({ params, body }, reply) => {
      const started = reportExports.start(await exportTask(services, await report(db, params.id), body.format));
      return reply.status(202).header('location', `/api/report-exports/${started.jobId}`).send(started);
    },
  );
  app.get(
    path,
    {
      schema: {
        operationId: 'getReportExport',
        tags,
        summary: 'How far the writing of a report is',
        params: jobParams,
        response: { 200: reportExportReply },
      },
    },
    async ({ params }) => reportExports.status(params.jobId),
  );
  app.delete(
    path,
    {
      schema: {
        operationId: 'stopReportExport',
        tags,
        summary: 'End the writing of a report',
        params: jobParams,
        response: { 200: reportExportReply },
      },
    },
    ({ params }) => reportExports.stop(params.jobId),
  );
  app.get(
    `${path}/file`,
    {
      schema: { operationId: 'getReportFile', tags, summary: 'A report that was written', params: jobParams },
    },
    async ({ params }, reply) => {
      const { bytes, title, mediaType, extension } = reportExports.file(params.jobId);
      return reply.type(mediaType).header('content-disposition', attachment(title, extension)).send(Buffer.from(bytes));
    },
  );
}
