/**
 * The server without threads: the real routes and the real store, in memory, with the thread
 * functions called where they are. Every reply is held against its schema.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { fromReport } from '@undameter/core';
import { buildApp } from '../src/app';
import { DerivedRuns } from '../src/fields/DerivedRuns';
import { FieldUploads } from '../src/fields/FieldUploads';
import { ReportExports } from '../src/jobs/ReportExports';
import { asAppError } from '../src/errors';
import { Instruments } from '../src/readings/Instruments';
import { Readings } from '../src/readings/Readings';
import { LivingMemory } from '../src/living/LivingMemory';
import { Imports } from '../src/intake/Imports';
import { Originals } from '../src/intake/Originals';
import { Uploads } from '../src/intake/Uploads';
import type { Services } from '../src/services';
import type { Database } from '../src/store/pg/Database';
import { beginRun, markReady } from '../src/store/runs';
import { writeColumns } from '../src/store/samples';
import { BenchLoader } from '../src/threads/BenchLoader';
import * as bench from '../src/threads/benchWorker';
import * as desk from '../src/threads/deskWorker';
import * as drawing from '../src/threads/figureWorker';
import type { Pools } from '../src/threads/Pools';
import * as reader from '../src/threads/readerWorker';
import type { BlockMessage } from '../src/threads/readerWorker';
import type { Answer } from '../src/threads/reportErrors';
import { piecesOf } from '../src/threads/piecesOf';
import { writeFileOf } from '../src/threads/writeFileOf';
import { newStore } from './inMemory';

type Work = (task: never) => Promise<Answer<unknown>> | void;

/** What a thread is asked, answered here; a task goes as a copy, as it does to a thread. */
const answeredHere = (functions: Record<string, unknown>) =>
  Object.fromEntries(
    Object.entries(functions as Record<string, Work>).map(([name, work]) => [
      name,
      async (task: never) => {
        const answer = (await work(structuredClone(task))) as Answer<unknown>;
        if ('value' in answer) return answer.value;
        throw fromReport(answer.report);
      },
    ]),
  );

/** Reads a file block by block, each stored before the next is asked for. */
const readHere: Pools['read'] = async (task, store) => {
  const { port1, port2 } = new MessageChannel();
  let failure: unknown;
  port1.on('message', (block) =>
    store(block as BlockMessage).then(
      (answer) => port1.postMessage(answer),
      (error: unknown) => {
        failure = error;
        port1.postMessage('stop');
      },
    ),
  );
  const answer = await reader.read({ ...task, port: port2 });
  port1.close();
  if (failure !== undefined) throw failure;
  if ('value' in answer) return answer.value;
  throw fromReport(answer.report);
};

const poolsHere = {
  ...answeredHere(bench),
  ...answeredHere(desk),
  ...answeredHere(drawing),
  read: readHere,
  write: (task: Parameters<Pools['write']>[0]) => piecesOf((port) => writeFileOf({ ...structuredClone(task), port })),
  warmReader: () => undefined,
  warmDesk: () => undefined,
} as unknown as Pools;

export interface Asked<T> {
  status: number;
  body: T;
  headers: Headers;
}

export interface ServerHere {
  db: Database;
  /** Where it listens. */
  address: string;
  /** Its data directory. */
  data: string;
  ask<T = { code: string; message: string }>(path: string, body?: object, method?: string): Promise<Asked<T>>;
  close(): Promise<void>;
}

export async function startHere(): Promise<ServerHere> {
  const db = await newStore();
  const data = mkdtempSync(join(tmpdir(), 'undameter-here-'));
  const originals = new Originals(data, db);
  const uploads = new Uploads(data, poolsHere, db, originals);
  const say = (error: unknown) => asAppError(error, (_, cause) => console.error(cause)).report();
  const living = new LivingMemory();
  const imports = new Imports(db, uploads, originals, poolsHere, say, () => living.forget());
  const reportExports = new ReportExports(poolsHere, say);
  const instruments = new Instruments(new Set());
  const readings = new Readings(db, instruments);
  const loader = new BenchLoader(db);
  const fieldUploads = new FieldUploads(data, db, originals, poolsHere, loader);
  const derivedRuns = new DerivedRuns(db, loader, poolsHere);
  const services = {
    config: { uploadLimitBytes: 2 ** 20, webDirectory: undefined, port: 0, checksReplies: true, version: '1.2.3' },
    db,
    ...{ loader, fieldUploads, derivedRuns },
    ...{ pools: poolsHere, originals, uploads, imports, living, reportExports, instruments, readings },
  } as unknown as Services;
  const app = await buildApp(services);
  const address = await app.listen({ host: '127.0.0.1', port: 0 });
  const ask = async <T>(path: string, body?: object, method = body === undefined ? 'GET' : 'POST') => {
    const sent =
      body instanceof Blob
        ? { body, headers: { 'content-type': 'application/octet-stream' } }
        : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
    const reply = await fetch(`${address}/api${path}`, { method, ...(body === undefined ? {} : sent) });
    return {
      status: reply.status,
      body: (reply.status === 204 ? undefined : await reply.json()) as T,
      headers: reply.headers,
    };
  };
  const close = async (): Promise<void> => {
    await app.close();
    await imports.stopAll();
    await reportExports.stopAll();
    await originals.stop();
    await db.close();
    rmSync(data, { recursive: true, force: true });
  };
  return { db, address, data, ask, close };
}

const layout = {
  encoding: 'utf-8',
  delimiter: ',',
  decimal: '.',
  headingLine: 1,
  unitsLine: null,
  firstDataLine: 2,
} as const;

/** Where the samples of a run of the tests came from. */
export const fileOf = (along: string | undefined) => ({
  fileName: 'log.csv',
  fileSha256: 'f'.repeat(64),
  fileBytes: 100,
  parts: [],
  along,
  layout,
});

/** Puts a run into the store as an import would: columns by symbol, each with its unit. */
export async function addRun(
  db: Database,
  campaignId: number,
  name: string,
  columns: Record<string, { unit: string; values: ArrayLike<number>; labels?: string[] }>,
  along: string | undefined = Object.keys(columns)[0],
): Promise<number> {
  const channels = Object.entries(columns).map(([symbol, { unit, labels }]) => ({
    symbol,
    name: symbol,
    unit,
    reading: null,
    labels,
  }));
  const run = await beginRun(db, { campaignId, name, kind: 'measured', file: fileOf(along), channels });
  const values = Object.values(columns).map((c) => Float64Array.from(c.values));
  await writeColumns(db, run.sampleSet, values);
  const samples = values[0]?.length ?? 0;
  const counted = { count: 0 };
  await markReady(db, run.id, samples, {
    linesRead: samples + 1,
    rows: samples,
    blankLines: 0,
    passedOver: { count: 0 },
    shortRows: counted,
    longRows: counted,
    columns: channels.map(({ labels }) => ({ missing: 0, notNumber: 0, labels })),
    preamble: [],
  } as never);
  return run.id;
}

/** `n` values of a function of their number. */
export const column = (n: number, of: (i: number) => number): Float64Array =>
  Float64Array.from({ length: n }, (_, i) => of(i));
