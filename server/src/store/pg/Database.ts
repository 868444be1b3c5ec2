import { AppError } from '@undameter/core';
import type { Answer, Connection, Request } from './protocol';
import { readBinaryCopy } from './readBinaryCopy';
import { SqlError } from './SqlError';
import { ThreadConnection } from './ThreadConnection';

/** A statement: plain SQL in a template, whose values travel apart from the text. */
export interface Db {
  sql<Row>(text: TemplateStringsArray, ...values: unknown[]): Promise<Row[]>;
  /** Statements without values, for tables whose names are numbers of ours. */
  script(text: string): Promise<void>;
}

/** A part of a statement that is a whole number of ours and so can stand in its text. */
export const whole = (value: number): string => String(Math.trunc(value));

/** The store over a connection. Statements outside a transaction wait while one is open. */
export class Database implements Db {
  private turn: Promise<unknown> = Promise.resolve();

  constructor(private readonly connection: Connection) {}

  /** Opens (and creates, the first time) the database of a directory. @throws {AppError} STORE_WRITE_REFUSED */
  static async open(directory: string): Promise<Database> {
    return new Database(await ThreadConnection.open(directory));
  }

  sql<Row>(text: TemplateStringsArray, ...values: unknown[]): Promise<Row[]> {
    return this.inTurn(() => this.ask({ type: 'query', ...assemble(text, values) })) as Promise<Row[]>;
  }

  async script(text: string): Promise<void> {
    await this.inTurn(() => this.ask({ type: 'script', text }));
  }

  /** Rows of a query without values, as bytes: for columns of samples, which text would slow down thirty times. */
  async copyOut(query: string): Promise<(Uint8Array | null)[][]> {
    return readBinaryCopy((await this.inTurn(() => this.ask({ type: 'copyOut', query }))) as Uint8Array);
  }

  /** Runs the work in one transaction; all of it is kept, or nothing. */
  transaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
    return this.inTurn(async () => {
      await this.ask({ type: 'script', text: 'begin' });
      const inside: Db = {
        sql: <Row>(text: TemplateStringsArray, ...values: unknown[]) =>
          this.ask({ type: 'query', ...assemble(text, values) }) as Promise<Row[]>,
        script: async (text) => void (await this.ask({ type: 'script', text })),
      };
      try {
        const result = await work(inside);
        await this.ask({ type: 'script', text: 'commit' });
        return result;
      } catch (error) {
        await this.ask({ type: 'script', text: 'rollback' }).catch(() => undefined);
        throw error;
      }
    });
  }

  async close(): Promise<void> {
    await this.inTurn(() => this.connection.close());
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const result = this.turn.then(work, work);
    this.turn = result.catch(() => undefined);
    return result;
  }

  private ask(request: Request): Promise<Answer> {
    return this.connection.ask(request).catch((error: Error) => {
      throw error instanceof SqlError ? asAppError(error) : error;
    });
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
