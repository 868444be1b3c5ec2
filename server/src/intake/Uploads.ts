import { createHash, randomBytes } from 'node:crypto';
import { createWriteStream, existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { AppError, type Layout } from '@undameter/core';
import type { UploadReply } from '@undameter/contract';
import type { Originals } from './Originals';
import { refusedWrite } from './refusedWrite';
import { recogniseLayout } from './recogniseLayout';
import { settingsOf } from './settingsOf';
import { upTo } from './upTo';
import { run } from '../store/runs';
import type { Db } from '../store/pg/Database';
import type { OpenedFile } from '../threads/openFile';
import type { Pools } from '../threads/Pools';

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
  levels: OpenedFile['levels'];
}

/** Written at once; smaller pieces wait for the disk more often. */
const PIECE_BYTES = 2 ** 20;

type Sent = Pick<Upload, 'uploadId' | 'name' | 'path' | 'bytes' | 'sha256'>;

/** Files that were sent and wait for import, in a folder of the data directory. */
export class Uploads {
  private readonly waiting = new Map<string, Upload>();
  private readonly waitingFolder: string;

  constructor(
    dataDirectory: string,
    private readonly pools: Pick<Pools, 'open' | 'preview' | 'warmReader'>,
    private readonly db: Db,
    private readonly originals: Originals,
  ) {
    this.waitingFolder = join(dataDirectory, 'waiting');
    // What waited when the server stopped has lost its owner.
    rmSync(this.waitingFolder, { recursive: true, force: true });
    mkdirSync(this.waitingFolder, { recursive: true });
  }

  /** Takes a file as it streams in. @throws {AppError} UPLOAD_TOO_LARGE, FILE_EMPTY, FILE_BINARY, and what a container refuses */
  async receive(name: string, bytes: Readable, limitBytes: number): Promise<UploadReply> {
    const uploadId = randomBytes(16).toString('hex');
    const path = join(this.waitingFolder, uploadId);
    this.pools.warmReader();
    try {
      const hash = createHash('sha256');
      let size = 0;
      const counted = async function* (sent: AsyncIterable<Buffer>) {
        for await (const piece of upTo(limitBytes, sent)) {
          hash.update(piece);
          size += piece.length;
          yield piece;
        }
      };
      await pipeline(bytes, counted, createWriteStream(path, { highWaterMark: PIECE_BYTES }));
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

  /** A waiting file, understood as it stands. @throws {AppError} UPLOAD_MISSING */
  async understood(uploadId: string): Promise<UploadReply> {
    const upload = this.find(uploadId);
    return this.open(
      upload,
      upload.levels.map((level) => level.part),
    );
  }

  /**
   * Takes the kept original of a run out, to be read again with other settings.
   * @throws {AppError} NOT_FOUND, ORIGINAL_GONE, NO_ORIGINAL
   */
  async reopen(runId: number): Promise<UploadReply> {
    const { fileName: name, fileSha256: sha256, fileBytes: bytes, parts, ...head } = await run(this.db, runId);
    if (head.origin !== 'file') throw new AppError('NO_ORIGINAL', { name: head.name });
    const uploadId = randomBytes(16).toString('hex');
    const path = join(this.waitingFolder, uploadId);
    try {
      await this.originals.restore(sha256, name, path);
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
    const opened = await this.pools.open({ path, name, parts, target: textPathOf(path) });
    const { levels, layout, why, preview, textPath, textBytes } = opened;
    this.waiting.set(uploadId, { uploadId, name, path, bytes, sha256, textPath, textBytes, levels });
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
    const { textPath: path, name } = this.find(uploadId);
    return this.pools.preview({ path, name, layout });
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
