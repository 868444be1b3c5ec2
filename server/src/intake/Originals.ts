import { randomBytes } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { copyFile, link, open, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { setTimeout as later } from 'node:timers/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { AppError } from '@undameter/core';
import type { Db } from '../store/pg/Database';
import { refusedWrite } from './refusedWrite';

/** A small file is compressed before anybody notices; a large one waits until its first pictures are drawn. */
const AT_ONCE_BYTES = 2 ** 22;
const QUIET_MILLISECONDS = 15_000;

/**
 * The originals of imported runs, named by the SHA-256 of what was sent. An import keeps the
 * file as it is, which takes no time; it is compressed afterwards, when nobody waits for it.
 */
export class Originals {
  private readonly folder: string;
  private readonly stopping = new AbortController();
  private compressing: Promise<void> = Promise.resolve();

  constructor(
    dataDirectory: string,
    private readonly db: Db,
  ) {
    this.folder = join(dataDirectory, 'originals');
    mkdirSync(this.folder, { recursive: true });
    for (const file of readdirSync(this.folder)) {
      if (file.endsWith('.part')) rmSync(join(this.folder, file));
      // What the last stop left uncompressed goes on now.
      else if (file.endsWith('.raw')) this.compressLater(file.slice(0, -4));
    }
  }

  private readonly raw = (sha256: string): string => join(this.folder, `${sha256}.raw`);
  private readonly compressed = (sha256: string): string => join(this.folder, `${sha256}.gz`);

  /** Keeps a file for good, or not at all. @throws {AppError} STORE_WRITE_REFUSED */
  async keep(path: string, sha256: string): Promise<void> {
    const raw = this.raw(sha256);
    if (existsSync(raw) || existsSync(this.compressed(sha256))) return;
    const part = `${raw}.${randomBytes(4).toString('hex')}.part`;
    try {
      // A second name for the same bytes; not every file system has them.
      await link(path, part).catch(() => copyFile(path, part));
      const file = await open(part, 'r+');
      await file.sync();
      await file.close();
      await rename(part, raw);
    } catch (error) {
      rmSync(part, { force: true });
      throw refusedWrite(error);
    }
  }

  /** Compresses what an import has kept, after all that was begun before. */
  compressLater(sha256: string): void {
    this.compressing = this.compressing.then(() => this.compress(sha256)).catch(() => undefined);
  }

  private async compress(sha256: string): Promise<void> {
    const raw = this.raw(sha256);
    if (this.stopping.signal.aborted || !existsSync(raw)) return;
    if (statSync(raw).size > AT_ONCE_BYTES)
      await later(QUIET_MILLISECONDS, undefined, { signal: this.stopping.signal });
    const part = `${this.compressed(sha256)}.part`;
    try {
      await pipeline(createReadStream(raw), createGzip({ level: 6 }), createWriteStream(part), this.stopping);
      const file = await open(part, 'r+');
      await file.sync();
      await file.close();
      // Gone meanwhile: the last run that came from it was deleted.
      if (existsSync(raw)) await rename(part, this.compressed(sha256));
      await rm(raw, { force: true });
    } finally {
      await rm(part, { force: true });
    }
  }

  /** Writes an original to a place as it was sent. @throws {AppError} ORIGINAL_GONE */
  async restore(sha256: string, name: string, path: string): Promise<void> {
    const [raw, compressed] = [this.raw(sha256), this.compressed(sha256)];
    const source = existsSync(compressed)
      ? createReadStream(compressed).pipe(createGunzip())
      : existsSync(raw)
        ? createReadStream(raw)
        : undefined;
    if (!source) throw new AppError('ORIGINAL_GONE', { name });
    await pipeline(source as Readable, createWriteStream(path));
  }

  /** Removes the originals that no run came from any more. */
  async dropUnused(): Promise<void> {
    const runs = await this.db.sql<{ sha: string }>`select distinct file_sha256 as sha from run`;
    const used = new Set(runs.map(({ sha }) => sha));
    for (const file of readdirSync(this.folder))
      if (!file.endsWith('.part') && !used.has(file.replace(/\.(gz|raw)$/, ''))) rmSync(join(this.folder, file));
  }

  /** For shutdown: what is not compressed yet is compressed after the next start. */
  async stop(): Promise<void> {
    this.stopping.abort();
    await this.compressing;
  }
}
