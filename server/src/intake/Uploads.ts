import { createHash, randomBytes } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { open, rename, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { AppError, type Layout } from '@undameter/core';
import { containerOf, formatFor, type Container } from '@undameter/formats';
import type { UploadReply } from '@undameter/contract';
import { recogniseLayout } from './recogniseLayout';
import type { Db } from '../store/pg/Database';
import type { UnpackedFile, UnpackTask } from '../threads/unpackFile';

/** Bytes from the start of a file that are looked at before it is imported. */
const HEAD_BYTES = 2 ** 20;

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
  container: Container | undefined;
  parts: string[];
  part: string | null;
}

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
      const sent = { uploadId, name, path, bytes: size, sha256: hash.digest('hex') };
      return await this.open(sent, containerOf(await headOf(path), name), undefined);
    } catch (error) {
      rmSync(path, { force: true });
      rmSync(textPathOf(path), { force: true });
      throw refusedWrite(error);
    }
  }

  /** Takes another part of a container, a sheet or a file of an archive. @throws {AppError} UPLOAD_MISSING, FILE_NO_PARTS */
  async choosePart(uploadId: string, part: string): Promise<UploadReply> {
    const upload = this.find(uploadId);
    return this.open(upload, upload.container, part);
  }

  /** Makes the text ready and understands it. */
  private async open(
    sent: Pick<Upload, 'uploadId' | 'name' | 'path' | 'bytes' | 'sha256'>,
    container: Container | undefined,
    part: string | undefined,
  ): Promise<UploadReply> {
    const { uploadId, name, path, bytes, sha256 } = sent;
    const target = textPathOf(path);
    const unpacked = container && (await this.unpack({ path, name, kind: container.kind, part, target }));
    const textPath = container ? target : path;
    const { layout, why } = formatFor(name).guess(await headOf(textPath), name);
    this.waiting.set(uploadId, {
      uploadId, name, path, bytes, sha256, textPath, container,
      textBytes: (await stat(textPath)).size,
      parts: unpacked?.parts ?? [],
      part: unpacked?.part ?? null,
    }); // prettier-ignore
    const preview = await this.preview(uploadId, layout);
    return {
      uploadId, name, bytes, layout, why,
      container: container ? { title: container.title, partTitle: container.partTitle } : null,
      parts: unpacked?.parts ?? [],
      part: unpacked?.part ?? null,
      preview,
      recognised: await recogniseLayout(this.db, { layout, preview }, (other) => this.preview(uploadId, other)),
    }; // prettier-ignore
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
    rmSync(upload.path, { force: true });
    rmSync(textPathOf(upload.path), { force: true });
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
