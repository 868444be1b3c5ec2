import type { PGlite } from '@electric-sql/pglite';
import { types } from '@electric-sql/pglite';
import type { Answer, Refusal, Request } from './protocol';

/** Bytes go in as they are: as hexadecimal text they would take thirty times as long. */
export const serializers = { [types.BYTEA]: (bytes: Uint8Array) => bytes as unknown as string };

/** Carries out one request of the protocol. Rejects with PostgreSQL's error. */
export async function serve(db: PGlite, request: Request): Promise<Answer> {
  await db.waitReady;
  switch (request.type) {
    case 'close':
      await db.close();
      return [];
    case 'script':
      await db.exec(request.text);
      return [];
    case 'copyOut': {
      const { blob } = await db.query(`copy (${request.query}) to '/dev/blob' (format binary)`);
      return new Uint8Array((await blob?.arrayBuffer()) ?? new ArrayBuffer(0));
    }
    case 'query':
      return (await db.query<Record<string, unknown>>(request.text, request.values)).rows;
  }
}

/** What of an error goes over. */
export function refusalOf(error: unknown): Refusal {
  const { message, code, constraint } = error as Error & { code?: string; constraint?: string };
  return { message, code, constraint };
}
