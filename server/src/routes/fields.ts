import {
  alikeBody,
  alikeReply,
  cutBody,
  cutReply,
  derivedBody,
  derivedReply,
  fieldBody,
  fieldReply,
  fieldTrialBody,
  fieldUploadReply,
  fieldValuesBody,
  fileQuery,
  idParams,
  nodeParams,
  nodeReply,
  nothing,
  orNull,
  runReply,
  uploadParams,
} from '@undameter/contract';
import { cellsOf, hasSolids, othersOf, type Step } from '@undameter/core';
import { makeAlike } from '../fields/makeAlike';
import { FILE_BODY, sentFile, takeFiles } from '../http/fileBodies';
import type { Services } from '../services';
import { derivedOf } from '../store/derivedRuns';
import { keptField } from '../store/fields';
import { run } from '../store/runs';
import type { FieldSurface } from '../threads/fieldWork';
import type { Routes } from './Routes';

const tags = ['fields'];

/** Simulated fields: their files, their pictures, and the runs that are made from them. */
export function fieldRoutes(app: Routes, services: Services): void {
  void app.register((scope) => sendingRoutes(scope as Routes, services));
  takingRoutes(app, services);
  lookingRoutes(app, services);
  derivingRoutes(app, services);
}

/** Sending a file. */
async function sendingRoutes(app: Routes, { fieldUploads }: Services): Promise<void> {
  await takeFiles(app);
  app.post(
    '/field-uploads',
    {
      schema: {
        operationId: 'sendField',
        tags,
        summary: 'Send a file of a simulated field; answers what it holds',
        ...FILE_BODY,
        querystring: fileQuery,
        response: { 201: fieldUploadReply },
      },
    },
    async (request, reply) => {
      const { name, bytes: sent } = await sentFile(request);
      return reply.status(201).send(await fieldUploads.receive(name, sent));
    },
  );
}

/** A file that waits becomes a run, or is discarded. */
function takingRoutes(app: Routes, { fieldUploads, db }: Services): void {
  app.delete(
    '/field-uploads/:uploadId',
    {
      schema: {
        operationId: 'discardField',
        tags,
        summary: 'Discard a waiting file of a field',
        params: uploadParams,
        response: { 204: nothing },
      },
    },
    async ({ params }, reply) => {
      fieldUploads.discard(params.uploadId);
      return reply.status(204).send(null);
    },
  );
  app.post(
    '/campaigns/:id/fields',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'createField',
        tags,
        summary: 'Make a run of a waiting file of a field: its nodes are the samples',
        params: idParams,
        body: fieldBody,
        response: { 201: runReply },
      },
    },
    async ({ params, body }, reply) => {
      const id = await fieldUploads.take(params.id, body);
      return reply
        .status(201)
        .header('location', `/api/runs/${id}`)
        .send(await run(db, id));
    },
  );
}

/** Looking at a field. */
function lookingRoutes(app: Routes, { db, loader, pools }: Services): void {
  app.get(
    '/runs/:id/field',
    {
      schema: {
        operationId: 'getField',
        tags,
        summary: 'Nodes, cells and zones of a field; null: the run is none',
        params: idParams,
        response: { 200: orNull(fieldReply) },
      },
    },
    async ({ params: { id } }) => {
      const { samples, declared } = await run(db, id);
      const kept = await keptField(db, id);
      if (!kept) return null;
      const { mesh, coordinates, zone } = await loader.field(id, { only: [] });
      const zones = declared.find((c) => c.symbol === zone)?.labels ?? [];
      return {
        nodes: samples,
        cells: cellsOf(mesh),
        hasSolids: hasSolids(mesh),
        zones,
        coordinates,
        zone,
        remarks: kept.remarks,
      };
    },
  );
  app.post(
    '/runs/:id/field/surface',
    {
      schema: {
        operationId: 'getFieldSurface',
        tags,
        summary: 'Triangles of a field for a picture, as bytes',
        description:
          'Little-endian: uint32 of nodes, triangles and edges; float32 x, y, z of each node; uint32 corners of each ' +
          'triangle; uint32 ends of each edge; uint16 zone of each triangle.',
        params: idParams,
        body: fieldTrialBody,
      },
    },
    async ({ params: { id }, body }, reply) => {
      const task = await loader.field(id, { steps: body.steps as Step[] | undefined, only: [] });
      return reply.type('application/octet-stream').send(packed(await pools.surfaceOfField(task)));
    },
  );
  app.post(
    '/runs/:id/field/values',
    {
      schema: {
        operationId: 'getFieldValues',
        tags,
        summary: 'Values of a channel at the nodes for a picture, as bytes',
        description: 'Little-endian float32 of each node; NaN where it has none or is set aside.',
        params: idParams,
        body: fieldValuesBody,
      },
    },
    async ({ params: { id }, body: { symbol, steps } }, reply) => {
      const task = await loader.field(id, { steps: steps as Step[] | undefined, only: [symbol] });
      const { buffer, byteOffset, byteLength } = await pools.valuesOfField({ ...task, symbol });
      return reply.type('application/octet-stream').send(Buffer.from(buffer as ArrayBuffer, byteOffset, byteLength));
    },
  );
  app.get(
    '/runs/:id/field/nodes/:node',
    {
      schema: {
        operationId: 'getFieldNode',
        tags,
        summary: 'Everything that is known of a node',
        params: nodeParams,
        response: { 200: nodeReply },
      },
    },
    async ({ params: { id, node } }) => pools.nodeOfField({ ...(await loader.field(id)), node }),
  );
  app.post(
    '/runs/:id/field/cut',
    {
      schema: {
        operationId: 'cutField',
        tags,
        summary: 'The lines of a cut through a field; nothing is kept',
        params: idParams,
        body: cutBody,
        response: { 200: cutReply },
      },
    },
    async ({ params: { id }, body: { recipe, steps } }) => {
      const only = wordsIn(recipe.settings);
      const others = [];
      for (const other of othersOf(recipe)) others.push(await loader.field(other, { only }));
      const task = await loader.field(id, { steps: steps as Step[] | undefined, only });
      return pools.cutOfField({ ...task, recipe, others });
    },
  );
}

/** All texts of settings: the symbols that they name are among them, and what is no symbol is passed over. */
const wordsIn = (settings: unknown): string[] =>
  typeof settings === 'string'
    ? [settings]
    : settings !== null && typeof settings === 'object'
      ? Object.values(settings).flatMap(wordsIn)
      : [];

/** Runs that are made from others. */
function derivingRoutes(app: Routes, { db, derivedRuns }: Services): void {
  app.post(
    '/campaigns/:id/derived-runs',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'createDerivedRun',
        tags,
        summary: 'Make a run from another by a recipe; it is made anew when that one changes',
        params: idParams,
        body: derivedBody,
        response: { 201: runReply },
      },
    },
    async ({ params, body }, reply) => {
      const id = await derivedRuns.create(params.id, body);
      return reply
        .status(201)
        .header('location', `/api/runs/${id}`)
        .send(await run(db, id));
    },
  );
  app.post(
    '/runs/:id/alike',
    {
      config: { changes: 'runs' },
      schema: {
        operationId: 'makeAlike',
        tags,
        summary: 'Make a derived run of another run too, with its comparisons and figures',
        params: idParams,
        body: alikeBody,
        response: { 201: alikeReply },
      },
    },
    async ({ params: { id }, body }, reply) => {
      const made = await makeAlike(db, derivedRuns, id, body.runId);
      return reply.status(201).header('location', `/api/runs/${made.run.id}`).send(made);
    },
  );
  app.get(
    '/runs/:id/derivation',
    {
      schema: {
        operationId: 'getDerivation',
        tags,
        summary: 'From what a run is made, and how; null: it is not made from another',
        params: idParams,
        response: { 200: orNull(derivedReply) },
      },
    },
    async ({ params: { id } }) => {
      await run(db, id);
      return (await derivedOf(db, id)) ?? null;
    },
  );
}

/** One array after another, each at a multiple of its size. */
function packed({ positions, corners, zones, edges }: FieldSurface): Buffer {
  const head = Uint32Array.of(positions.length / 3, corners.length / 3, edges.length / 2);
  return Buffer.concat(
    [head, positions, corners, edges, zones].map((a) =>
      Buffer.from(a.buffer as ArrayBuffer, a.byteOffset, a.byteLength),
    ),
  );
}
