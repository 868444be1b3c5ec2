import { idParams, nothing, type IdParams } from '@undameter/contract';
import { Type, type TSchema } from 'typebox';
import { checkMatch, created, withEtag } from '../http/match';
import type { Routes } from './Routes';

interface Collection<Body, Row> {
  /** Last part of the address, and the tag in the API's document. */
  path:
    | 'conditions'
    | 'tables'
    | 'fits'
    | 'models'
    | 'comparisons'
    | 'procedures'
    | 'sensors'
    | 'instruments'
    | 'figures'
    | 'styles'
    | 'reports'
    | 'templates';
  /** What one of them is called: `condition`. */
  called: string;
  body: TSchema;
  row: TSchema;
  list(campaignId: number): Promise<Row[]>;
  /** @throws {AppError} NOT_FOUND */
  one(id: number): Promise<Row>;
  /** What has to hold beyond the schema; answers the body as it is kept. @throws {AppError} */
  check?(body: Body): Body;
  create(campaignId: number, body: Body): Promise<Row>;
  update(id: number, body: Body): Promise<Row>;
  remove(id: number): Promise<void>;
}

/**
 * The routes that every collection of a campaign has: list, create, read, change, delete.
 * `Body` and `Row` are the types of the two schemas, which have checked what is taken for them here.
 */
export function collectionRoutes<Body, Row extends { id: number }>(app: Routes, of: Collection<Body, Row>): void {
  const { path, called, body, row, list, check = (given) => given, create } = of;
  const tags = [path];
  const noun = called.replace(/(?:^| )(\w)/g, (_, first: string) => first.toUpperCase());
  app.get<{ Params: IdParams }>(
    `/campaigns/:id/${path}`,
    {
      schema: {
        operationId: `list${noun}s`,
        tags,
        summary: `The ${path} of a campaign`,
        params: idParams,
        response: { 200: Type.Array(row) },
      },
    },
    (request) => list(request.params.id),
  );
  app.post<{ Params: IdParams }>(
    `/campaigns/:id/${path}`,
    {
      config: { changes: path },
      schema: {
        operationId: `create${noun}`,
        tags,
        summary: `Create a ${called}`,
        params: idParams,
        body,
        response: { 201: row },
      },
    },
    async (request, reply) => created(reply, path, await create(request.params.id, check(request.body as Body))),
  );
  memberRoutes(app, of, noun);
}

/** What is asked of one of them, and done to it. */
function memberRoutes<Body, Row extends { id: number }>(
  app: Routes,
  { path, called, body, row, one, check = (given) => given, update, remove }: Collection<Body, Row>,
  noun: string,
): void {
  const tags = [path];
  app.get<{ Params: IdParams }>(
    `/${path}/:id`,
    {
      schema: {
        operationId: `get${noun}`,
        tags,
        summary: `One ${called}`,
        params: idParams,
        response: { 200: row },
      },
    },
    async (request, reply) => withEtag(reply, await one(request.params.id)),
  );
  app.put<{ Params: IdParams }>(
    `/${path}/:id`,
    {
      config: { changes: path },
      schema: {
        operationId: `change${noun}`,
        tags,
        summary: `Change a ${called}`,
        params: idParams,
        body,
        response: { 200: row },
      },
    },
    async (request, reply) => {
      await checkMatch(request, called, () => one(request.params.id));
      return withEtag(reply, await update(request.params.id, check(request.body as Body)));
    },
  );
  app.delete<{ Params: IdParams }>(
    `/${path}/:id`,
    {
      config: { changes: path },
      schema: {
        operationId: `delete${noun}`,
        tags,
        summary: `Delete a ${called}`,
        params: idParams,
        response: { 204: nothing },
      },
    },
    async (request, reply) => {
      await checkMatch(request, called, () => one(request.params.id));
      await remove(request.params.id);
      return reply.status(204).send(null);
    },
  );
}
