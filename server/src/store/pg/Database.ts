import { existsSync, mkdirSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { AppError } from '@undameter/core';
import { workerExecArgv, workerUrl } from '../../workerUrl';
import type { Reply, Request } from './protocol';
import { readBinaryCopy } from './readBinaryCopy';

/** A statement: plain SQL in a template, whose values travel apart from the text. */
export interface Db {
  sql<Row>(text: TemplateStringsArray, ...values: unknown[]): Promise<Row[]>;
  /** Statements without values, for tables whose names are numbers of ours. */
  script(text: string): Promise<void>;
}

/** A part of a statement that is a whole number of ours and so can stand in its text. */
export const whole = (value: number): string => String(Math.trunc(value));

/** A failure of a statement, with PostgreSQL's own code. */
export class SqlError extends Error {
  constructor(
    message: string,
    readonly code: string | undefined,
    readonly constraint: string | undefined,
  ) {
    super(message);
  }
}

type Answer = Record<string, unknown>[] | Uint8Array;
type Waiting = { resolve: (answer: Answer) => void; reject: (error: Error) => void };
type Unsent =
  | { type: 'query'; text: string; values: unknown[] }
  | { type: 'script'; text: string }
  | { type: 'copyOut'; query: string }
  | { type: 'close' };

/** The client of the database thread. Statements outside a transaction wait while one is open. */
export class Database implements Db {
  private readonly waiting = new Map<number, Waiting>();
  private nextId = 1;
  private turn: Promise<unknown> = Promise.resolve();

  private constructor(private readonly worker: Worker) {}

  /** Opens (and creates, the first time) the database; in memory when no directory is given. */
  static async open(directory: string | undefined): Promise<Database> {
    if (directory !== undefined && !existsSync(directory)) {
      mkdirSync(directory, { recursive: true });
      // Creating one takes hundreds of megabytes, which its thread gives back when it ends.
      await (await Database.start(directory)).close();
    }
    return Database.start(directory);
  }

  private static async start(directory: string | undefined): Promise<Database> {
    const worker = new Worker(workerUrl('store/pg/worker'), { workerData: { directory }, execArgv: workerExecArgv });
    const database = new Database(worker);
    await new Promise<void>((resolve, reject) => {
      worker.once('error', reject);
      worker.on('message', (reply: Reply) => {
        if (reply.type === 'ready') resolve();
        else if (reply.type === 'failedToOpen') reject(new AppError('STORE_WRITE_REFUSED', { reason: reply.message }));
        else database.take(reply);
      });
    });
    worker.on('error', (error) => database.failAll(error));
    return database;
  }

  sql<Row>(text: TemplateStringsArray, ...values: unknown[]): Promise<Row[]> {
    return this.inTurn(() => this.send({ type: 'query', ...assemble(text, values) })) as Promise<Row[]>;
  }

  async script(text: string): Promise<void> {
    await this.inTurn(() => this.send({ type: 'script', text }));
  }

  /** Rows of a query without values, as bytes: for columns of samples, which text would slow down thirty times. */
  async copyOut(query: string): Promise<(Uint8Array | null)[][]> {
    return readBinaryCopy((await this.inTurn(() => this.send({ type: 'copyOut', query }))) as Uint8Array);
  }

  /** Runs the work in one transaction; all of it is kept, or nothing. */
  transaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
    return this.inTurn(async () => {
      await this.send({ type: 'script', text: 'begin' });
      const inside: Db = {
        sql: <Row>(text: TemplateStringsArray, ...values: unknown[]) =>
          this.send({ type: 'query', ...assemble(text, values) }) as Promise<Row[]>,
        script: async (text) => void (await this.send({ type: 'script', text })),
      };
      try {
        const result = await work(inside);
        await this.send({ type: 'script', text: 'commit' });
        return result;
      } catch (error) {
        await this.send({ type: 'script', text: 'rollback' }).catch(() => undefined);
        throw error;
      }
    });
  }

  async close(): Promise<void> {
    await this.inTurn(() => this.send({ type: 'close' }));
    await this.worker.terminate();
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const result = this.turn.then(work, work);
    this.turn = result.catch(() => undefined);
    return result;
  }

  private send(request: Unsent): Promise<Answer> {
    const id = this.nextId++;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker.postMessage({ id, ...request } satisfies Request);
    });
  }

  private take(reply: Extract<Reply, { id: number }>): void {
    const waiting = this.waiting.get(reply.id);
    this.waiting.delete(reply.id);
    if (reply.type === 'rows') waiting?.resolve(reply.rows);
    else if (reply.type === 'copied') waiting?.resolve(reply.bytes);
    else waiting?.reject(asAppError(new SqlError(reply.message, reply.code, reply.constraint)));
  }

  private failAll(error: Error): void {
    for (const { reject } of this.waiting.values()) reject(error);
    this.waiting.clear();
  }
}

function assemble(text: TemplateStringsArray, values: unknown[]): { text: string; values: unknown[] } {
  return { text: text.reduce((all, part, i) => `${all}$${i}${part}`), values };
}

/** Disk full (53100), out of memory (53200), I/O error (58030) and refused writes of the file system. */
const refusedWrites = new Set(['53100', '53200', '58030', 'XX001', '25006']);

function asAppError(error: SqlError): Error {
  const refused =
    refusedWrites.has(error.code ?? '') ||
    /No space left|Read-only file system|could not (write|extend|fsync)/i.test(error.message);
  return refused ? new AppError('STORE_WRITE_REFUSED', { reason: error.message }, { cause: error }) : error;
}
