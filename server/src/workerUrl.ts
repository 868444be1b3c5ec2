/** In development a thread reads TypeScript, as the main thread does. */
export const workerExecArgv = import.meta.url.endsWith('.ts') ? ['--import', 'tsx'] : [];

/**
 * Where the code of a worker thread stands: beside this file as TypeScript in
 * development, as its own bundle in the built server.
 */
export function workerUrl(path: string): URL {
  const extension = import.meta.url.endsWith('.ts') ? '.ts' : '.js';
  return new URL(`./${path}${extension}`, import.meta.url);
}
