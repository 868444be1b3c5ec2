import { fsyncSync } from 'node:fs';
import type { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

type EmscriptenOptions = Parameters<NodeFS['init']>[1];

/** The part of the database's file system that is completed here. */
interface Mounted {
  NODEFS: { stream_ops: { fsync?: (stream: { nfd?: number }) => number } };
}

/**
 * PGlite's file system on a directory, with the fsync that it lacks: without it a commit
 * survives the death of the process but not a power cut.
 */
export class SyncedNodeFs extends NodeFS {
  override async init(pg: PGlite, options: EmscriptenOptions) {
    const result = await super.init(pg, options);
    result.emscriptenOpts.preRun = [
      ...[result.emscriptenOpts.preRun ?? []].flat(),
      (mod: unknown) => {
        (mod as Mounted).NODEFS.stream_ops.fsync = (stream) => {
          if (stream.nfd !== undefined) fsyncSync(stream.nfd);
          return 0;
        };
      },
    ];
    return result;
  }
}
