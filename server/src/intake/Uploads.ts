import { createHash, randomBytes } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { open, rename, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { AppError, type Layout } from '@undameter/core';
import { containerOf, formatFor } from '@undameter/formats';
import type { UploadReply } from '@undameter/contract';
import { recogniseLayout } from './recogniseLayout';
import { settingsOf } from './settingsOf';
import { run } from '../store/runs';
import type { Db } from '../store/pg/Database';
import { HEAD_BYTES, type Level, type UnpackedFile, type UnpackTask } from '../threads/unpackFile';

export interface Upload {
  uploadId: string;
  name: string;
  /** The file as it was sent. */
  path: string;
  bytes: number;
  sha256: string;
  /** Its text, or that of the chosen part of a container. */
  textPath: string;
  textBytes: number;
  levels: Level[];
  given: UnpackedFile['given'];
}

type Sent = Pick<Upload, 'uploadId' | 'name' | 'path' | 'bytes' | 'sha256'>;

/**
 * Files that were sent and wait for import, in a folder of the data directory; and the
 * originals of imported runs, compressed and named by the SHA-256 of what was sent.
 */
export class Uploads {
  private readonly waiting = new Map<string, Upload>();
  private readonly waitingFolder: string;
  private readonly originalsFolder: string;

  constructor(
    dataDirectory: string,
    private readonly unpack: (task: UnpackTask) => Promise<UnpackedFile>,
    private readonly db: Db,
  ) {
    this.waitingFolder = join(dataDirectory, 'waiting');
    this.originalsFolder = join(dataDirectory, 'originals');
    // What waited when the server stopped has lost its owner.
    rmSync(this.waitingFolder, { recursive: true, force: true });
    mkdirSync(this.waitingFolder, { recursive: true });
    mkdirSync(this.originalsFolder, { recursive: true });
    for (const file of readdirSync(this.originalsFolder))
      if (file.endsWith('.part')) rmSync(join(this.originalsFolder, file));
  }

  /** Takes a file as it streams in. @throws {AppError} FILE_EMPTY, FILE_BINARY, and what a container refuses */
  async receive(name: string, bytes: Readable & { truncated?: boolean }, limitBytes: number): Promise<UploadReply> {
    const uploadId = randomBytes(16).toString('hex');
    const path = join(this.waitingFolder, uploadId);
    try {
      const hash = createHash('sha256');
      let size = 0;
      const count = new Transform({
        transform(chunk: Buffer, _, done) {
          hash.update(chunk);
          size += chunk.length;
          done(null, chunk);
        },
      });
      await pipeline(bytes, count, createWriteStream(path));
      if (bytes.truncated) throw new AppError('UPLOAD_TOO_LARGE', { limitBytes });
      return await this.open({ uploadId, name, path, bytes: size, sha256: hash.digest('hex') }, []);
    } catch (error) {
      this.remove(path);
      throw refusedWrite(error);
    }
  }

  /** Takes other parts of a container: a sheet, a file of an archive. @throws {AppError} UPLOAD_MISSING, FILE_NO_PARTS */
  async chooseParts(uploadId: string, parts: string[]): Promise<UploadReply> {
    return this.open(this.find(uploadId), parts);
  }

  /**
   * Takes the kept original of a run out, to be read again with other settings.
   * @throws {AppError} NOT_FOUND, ORIGINAL_GONE
   */
  async reopen(runId: number): Promise<UploadReply> {
    const { fileName: name, fileSha256: sha256, fileBytes: bytes, parts, ...head } = await run(this.db, runId);
    const kept = join(this.originalsFolder, `${sha256}.gz`);
    if (!existsSync(kept)) throw new AppError('ORIGINAL_GONE', { name });
    const uploadId = randomBytes(16).toString('hex');
    const path = join(this.waitingFolder, uploadId);
    try {
      await pipeline(createReadStream(kept), createGunzip(), createWriteStream(path));
      const reply = await this.open({ uploadId, name, path, bytes, sha256 }, parts);
      const layout = head.layout ?? reply.layout;
      const preview = await this.preview(uploadId, layout);
      return { ...reply, again: { ...settingsOf(head, preview), layout, preview } };
    } catch (error) {
      this.remove(path);
      throw refusedWrite(error);
    }
  }

  /** Makes the text ready and understands it. */
  private async open({ uploadId, name, path, bytes, sha256 }: Sent, parts: string[]): Promise<UploadReply> {
    const target = textPathOf(path);
    const container = containerOf(await headOf(path), name);
    const packed = container !== undefined && bytes <= (container.mostBytes ?? Infinity);
    const { levels, given } = packed
      ? await this.unpack({ path, name, parts, target })
      : { levels: [], given: undefined };
    const textPath = packed ? target : path;
    const { layout, why } = formatFor(name).guess(await headOf(textPath), name, given);
    const textBytes = (await stat(textPath)).size;
    this.waiting.set(uploadId, { uploadId, name, path, bytes, sha256, textPath, textBytes, levels, given });
    const preview = await this.preview(uploadId, layout);
    const recognised = await recogniseLayout(this.db, { layout, preview }, (other) => this.preview(uploadId, other));
    return { uploadId, name, bytes, levels, layout, why, preview, recognised, again: null };
  }

  /** @throws {AppError} UPLOAD_MISSING */
  find(uploadId: string): Upload {
    const upload = this.waiting.get(uploadId);
    if (!upload || !existsSync(upload.path)) throw new AppError('UPLOAD_MISSING', { uploadId });
    return upload;
  }

  /** @throws {AppError} UPLOAD_MISSING */
  async preview(uploadId: string, layout: Layout) {
    const upload = this.find(uploadId);
    return formatFor(upload.name).preview(await headOf(upload.textPath), layout, upload.textBytes <= HEAD_BYTES);
  }

  /** Keeps the file as the original of a run: compressed, on the disk for good, or not at all. */
  async keepOriginal({ path, sha256 }: Upload): Promise<void> {
    const kept = join(this.originalsFolder, `${sha256}.gz`);
    if (existsSync(kept)) return;
    const part = `${kept}.${randomBytes(4).toString('hex')}.part`;
    try {
      await pipeline(createReadStream(path), createGzip({ level: 6 }), createWriteStream(part));
      const file = await open(part, 'r+');
      await file.sync();
      await file.close();
      await rename(part, kept);
    } catch (error) {
      rmSync(part, { force: true });
      throw refusedWrite(error);
    }
  }

  /** Removes the originals that no run came from any more. */
  async dropUnused(): Promise<void> {
    const runs = await this.db.sql<{ sha: string }>`select distinct file_sha256 as sha from run`;
    const used = new Set(runs.map(({ sha }) => `${sha}.gz`));
    for (const file of readdirSync(this.originalsFolder))
      if (file.endsWith('.gz') && !used.has(file)) rmSync(join(this.originalsFolder, file));
  }

  discard(uploadId: string): void {
    const upload = this.waiting.get(uploadId);
    this.waiting.delete(uploadId);
    if (!upload) return;
    this.remove(upload.path);
  }

  private remove(path: string): void {
    rmSync(path, { force: true });
    rmSync(textPathOf(path), { force: true });
  }
}

const textPathOf = (path: string): string => `${path}.text`;

async function headOf(path: string): Promise<Uint8Array> {
  const { size } = await stat(path);
  const file = await open(path, 'r');
  try {
    const head = new Uint8Array(Math.min(size, HEAD_BYTES));
    await file.read(head, 0, head.length, 0);
    return head;
  } finally {
    await file.close();
  }
}

/** Errors of the file system that a person can mend, as ours. */
function refusedWrite(error: unknown): unknown {
  const { code, message } = error as NodeJS.ErrnoException;
  return ['ENOSPC', 'EACCES', 'EROFS', 'EDQUOT', 'EIO', 'EPERM'].includes(code ?? '')
    ? new AppError('STORE_WRITE_REFUSED', { reason: message }, { cause: error })
    : error;
}
