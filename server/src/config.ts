import { readFileSync } from 'node:fs';
import { join } from 'node:path';

export interface Config {
  host: string;
  port: number;
  dataDirectory: string;
  uploadLimitBytes: number;
  /** Where instruments may be beside this machine. */
  instrumentHosts: ReadonlySet<string>;
  /** Make the demo campaign when the data directory is new. */
  demo: boolean;
  /** Folder of the built web app; absent in development, where Vite serves it. */
  webDirectory: string | undefined;
  /** As package.json states it, its one home. */
  version: string;
  /** Hold every reply against its schema, as the tests do. */
  checksReplies: boolean;
}

/** Settings from the environment; every one has a default. */
export function readConfig(environment: NodeJS.ProcessEnv, argv: readonly string[], root: string): Config {
  const port = Number(environment['PORT'] ?? 4780);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT is "${environment['PORT']}"; it must be a whole number from 0 to 65535.`);
  const limitMiB = Number(environment['UNDAMETER_UPLOAD_LIMIT_MIB'] ?? 2048);
  if (!(limitMiB > 0)) throw new Error('UNDAMETER_UPLOAD_LIMIT_MIB must be a positive number of MiB.');
  return {
    host: '127.0.0.1',
    port,
    dataDirectory: environment['UNDAMETER_DATA'] ?? join(root, 'data'),
    uploadLimitBytes: limitMiB * 2 ** 20,
    instrumentHosts: hostsOf(environment['UNDAMETER_INSTRUMENTS'] ?? ''),
    demo: argv.includes('--demo'),
    version: (JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string }).version,
    checksReplies: environment['UNDAMETER_CHECK_REPLIES'] === '1',
    webDirectory: argv.includes('--api-only') ? undefined : join(root, 'web', 'dist'),
  };
}

/** @param text  host names or addresses, separated by commas */
const hostsOf = (text: string): ReadonlySet<string> =>
  new Set(
    text
      .split(',')
      .map((host) => host.trim().toLowerCase())
      .filter((host) => host !== ''),
  );
