import { done, idParams, type IdParams } from '@undameter/contract';
import { Type, type TSchema } from 'typebox';
import type { Routes } from './Routes';

interface Collection<Body, Row> {
  /** Last part of the address, and the tag in the API's document. */
  path: 'conditions' | 'tables' | 'fits' | 'models' | 'comparisons' | 'procedures' | 'sensors';
  /** What one of them is called: `a condition`. */
  one: string;
  body: TSchema;
  row: TSchema;
  list(campaignId: number): Promise<Row[]>;
  /** What has to hold beyond the schema; answers the body as it is kept. @throws {AppError} */
  check?(body: Body): Body;
  create(campaignId: number, body: Body): Promise<Row>;
  update(id: number, body: Body): Promise<Row>;
  remove(id: number): Promise<void>;
}

/**
 * The routes that every collection of a campaign has: list, create, change, delete.
 * `Body` and `Row` are the types of the two schemas, which have checked what is taken for them here.
 */
export function collectionRoutes<Body, Row>(
  app: Routes,
  { path, one, body, row, list, check = (given) => given, create, update, remove }: Collection<Body, Row>,
): void {
  const tags = [path];
  app.get<{ Params: IdParams }>(
    `/campaigns/:id/${path}`,
    { schema: { tags, summary: `The ${path} of a campaign`, params: idParams, response: { 200: Type.Array(row) } } },
    (request) => list(request.params.id),
  );
  app.post<{ Params: IdParams }>(
    `/campaigns/:id/${path}`,
    { schema: { tags, summary: `Create ${one}`, params: idParams, body, response: { 200: row } } },
    async (request) => create(request.params.id, check(request.body as Body)),
  );
  app.put<{ Params: IdParams }>(
    `/${path}/:id`,
    { schema: { tags, summary: `Change ${one}`, params: idParams, body, response: { 200: row } } },
    async (request) => update(request.params.id, check(request.body as Body)),
  );
  app.delete<{ Params: IdParams }>(
    `/${path}/:id`,
    { schema: { tags, summary: `Delete ${one}`, params: idParams, response: { 200: done } } },
    async (request) => {
      await remove(request.params.id);
      return { done: true as const };
    },
  );
}
