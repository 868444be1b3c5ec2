/** The built server as a person starts it, in a process of its own, for the tests of the API and of the browser. */
import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { madeOnce } from './madeOnce';

const main = join(import.meta.dirname, '..', '..', 'server', 'dist', 'main.js');

export const newDataDirectory = (): string => mkdtempSync(join(tmpdir(), 'undameter-test-'));

export interface Built {
  child: ChildProcess;
  address: string;
  /** Ends with SIGTERM unless told otherwise, and waits until it is gone. */
  stop(signal?: NodeJS.Signals): Promise<void>;
}

/**
 * Starts a server on a data directory; an empty one gets what a first start makes of it, which is made once for all tests.
 * Rejects with what it said when it did not come up.
 */
export async function startBuilt(data: string, args: string[] = [], env: NodeJS.ProcessEnv = {}): Promise<Built> {
  if (readdirSync(data).length === 0) cpSync(await firstStart(args.includes('--demo')), data, { recursive: true });
  return launch(data, args, env);
}

const firstStart = (isDemo: boolean): Promise<string> =>
  madeOnce(isDemo ? 'demo' : 'data', async (path) => {
    const server = await launch(path, isDemo ? ['--demo'] : []);
    await server.stop();
  });

async function launch(data: string, args: string[], env: NodeJS.ProcessEnv = {}): Promise<Built> {
  const child = spawn(process.execPath, [main, ...args], {
    env: { ...process.env, PORT: '0', UNDAMETER_DATA: data, NODE_OPTIONS: '', UNDAMETER_CHECK_REPLIES: '1', ...env },
  });
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  const address = await new Promise<string>((resolve, reject) => {
    let said = '';
    const listen = (text: Buffer): void => {
      said += text.toString();
      const found = /ready at (\S+)/.exec(said);
      if (found) resolve(found[1]!);
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', listen);
    child.once('exit', () => reject(new Error(said)));
  });
  const stop = async (signal: NodeJS.Signals = 'SIGTERM'): Promise<void> => {
    child.kill(signal);
    await gone;
  };
  return { child, address, stop };
}

export const removeDataDirectory = (data: string): void => rmSync(data, { recursive: true, force: true });

/** A question to the API: JSON, or a file. */
export async function askBuilt<T>(
  { address }: Pick<Built, 'address'>,
  path: string,
  body?: unknown,
  method = body === undefined ? 'GET' : 'POST',
): Promise<{ status: number; body: T }> {
  const file = body instanceof Blob;
  const reply = await fetch(`${address}/api${path}`, {
    method,
    ...(body === undefined
      ? {}
      : {
          body: file ? body : JSON.stringify(body),
          headers: { 'content-type': file ? 'application/octet-stream' : 'application/json' },
        }),
  });
  const isJson = /json/.test(reply.headers.get('content-type') ?? '');
  const content: unknown = isJson ? await reply.json() : await reply.arrayBuffer();
  return { status: reply.status, body: (reply.status === 204 ? undefined : content) as T };
}
