/** What the client asks of the database thread; statements run one after the other, in the order of arrival. */
export type Request =
  | { id: number; type: 'query'; text: string; values: unknown[] }
  | { id: number; type: 'script'; text: string }
  /** Rows of a query without values in PostgreSQL's binary form: bytes that would be hexadecimal text otherwise. */
  | { id: number; type: 'copyOut'; query: string }
  | { id: number; type: 'close' };

export type Reply =
  | { type: 'ready' }
  | { type: 'failedToOpen'; message: string }
  | { id: number; type: 'rows'; rows: Record<string, unknown>[] }
  | { id: number; type: 'copied'; bytes: Uint8Array<ArrayBuffer> }
  | { id: number; type: 'error'; message: string; code: string | undefined; constraint: string | undefined };
