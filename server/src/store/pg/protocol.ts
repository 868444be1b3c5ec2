/**
 * What a database is asked for and what it answers. Any connection that keeps to this can stand behind `Database`:
 * the thread with PGlite does, and a server over the network could.
 *
 * - Requests are carried out one after the other, in the order of arrival, and each is answered once.
 * - `begin`, `commit` and `rollback` are scripts like any other; who asks keeps others out of its transaction.
 * - A statement that fails is refused with PostgreSQL's own code, and the connection goes on.
 * - After `close` nothing more is asked.
 */
export type Request =
  /** One statement; its values travel apart from the text, as $1, $2 … of it. */
  | { type: 'query'; text: string; values: unknown[] }
  /** Statements without values, one or several. */
  | { type: 'script'; text: string }
  /** Rows of a query without values in PostgreSQL's binary form: bytes that would be hexadecimal text otherwise. */
  | { type: 'copyOut'; query: string }
  | { type: 'close' };

/** Rows of a query; none of a script and of closing; the bytes of a copy. */
export type Answer = Record<string, unknown>[] | Uint8Array<ArrayBuffer>;

/** Why a statement failed, with PostgreSQL's own code and the constraint that refused it. */
export interface Refusal {
  message: string;
  code: string | undefined;
  constraint: string | undefined;
}

/** A way to a database. @throws {SqlError} from `ask`, when a statement fails */
export interface Connection {
  ask(request: Request): Promise<Answer>;
  /** Ends it, after all that was asked. */
  close(): Promise<void>;
}

/** Requests and answers as messages between threads, told apart by a number. */
export type Asked = Request & { id: number };
export type Message =
  | { type: 'ready' }
  | { type: 'failedToOpen'; message: string }
  | { type: 'answer'; id: number; answer: Answer }
  | { type: 'refusal'; id: number; refusal: Refusal };
