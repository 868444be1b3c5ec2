import { randomBytes } from 'node:crypto';
import { AppError, isSymbol, parseUnit } from '@undameter/core';
import type { ImportBody, JobReply } from '@undameter/contract';
import type { Database } from '../store/pg/Database';
import { beginRun, markReady, removeRun } from '../store/runs';
import { writeBlock, writeLevels } from '../store/samples';
import type { Pools } from '../threads/Pools';
import type { Upload, Uploads } from './Uploads';

interface Job extends JobReply {
  cancelled: boolean;
  finished: Promise<void>;
}

/** About what can be written between two checkpoints, which PGlite does not make by itself. */
const CHECKPOINT_BYTES = 320 * 2 ** 20;

/** Imports under way and lately ended; each becomes a whole run or leaves nothing. */
export class Imports {
  private readonly jobs = new Map<string, Job>();

  constructor(
    private readonly db: Database,
    private readonly uploads: Uploads,
    private readonly pools: Pools,
    private readonly say: (error: unknown) => { code: string; message: string; facts: Record<string, unknown> },
  ) {}

  /**
   * Checks what can be known at once, then imports in the background.
   * @throws {AppError} UPLOAD_MISSING, SYMBOL_INVALID, SYMBOL_TAKEN, UNIT_UNKNOWN, NAME_TAKEN, NOT_FOUND, FILE_TIME_COLUMN
   */
  async start(uploadId: string, body: ImportBody): Promise<JobReply> {
    const upload = this.uploads.find(uploadId);
    checkColumns(upload.name, body);
    const runId = await beginRun(this.db, {
      ...body,
      fileName: upload.name,
      fileSha256: upload.sha256,
      fileBytes: upload.bytes,
      part: upload.part,
      along: body.columns.find((c) => c.reading.index === body.along)?.symbol,
      channels: body.columns,
    });
    const job: Job = {
      jobId: randomBytes(16).toString('hex'),
      state: 'running',
      bytesRead: 0,
      bytesTotal: upload.textBytes,
      rows: 0,
      runId: null,
      error: null,
      cancelled: false,
      finished: Promise.resolve(),
    };
    this.jobs.set(job.jobId, job);
    job.finished = this.work(job, upload, runId, body);
    return reply(job);
  }

  /** @throws {AppError} NOT_FOUND */
  status(jobId: string): JobReply {
    return reply(this.find(jobId));
  }

  /** Stops an import; what it had stored is removed. @throws {AppError} NOT_FOUND */
  async cancel(jobId: string): Promise<JobReply> {
    const job = this.find(jobId);
    job.cancelled = true;
    await job.finished;
    return reply(job);
  }

  /** Waits for an import to end, however it ends. */
  async ended(jobId: string): Promise<JobReply> {
    await this.find(jobId).finished;
    return this.status(jobId);
  }

  /** For shutdown: stops what is under way and waits for it. */
  async stopAll(): Promise<void> {
    for (const job of this.jobs.values()) job.cancelled = true;
    await Promise.all([...this.jobs.values()].map((job) => job.finished));
  }

  private find(jobId: string): Job {
    const job = this.jobs.get(jobId);
    if (!job) throw new AppError('NOT_FOUND', { what: 'import', id: jobId });
    return job;
  }

  private async work(job: Job, upload: Upload, runId: number, body: ImportBody): Promise<void> {
    try {
      await this.read(job, upload, runId, body);
      job.runId = runId;
      job.state = 'done';
      this.uploads.discard(upload.uploadId);
    } catch (error) {
      await removeRun(this.db, runId).catch(() => undefined);
      job.error = this.say(error);
      job.state = 'failed';
    }
  }

  private async read(job: Job, upload: Upload, runId: number, body: ImportBody): Promise<void> {
    let k = 0;
    let sinceCheckpoint = 0;
    const columns = body.columns.map((c) => c.reading);
    const { textPath: path, name } = upload;
    const record = await this.pools.read(
      { path, name, layout: body.layout, columns, width: body.width },
      async (block) => {
        if (job.cancelled) return 'stop';
        await writeBlock(this.db, runId, k++, block.columns);
        job.rows += block.rows;
        job.bytesRead = block.bytesRead;
        sinceCheckpoint += block.rows * columns.length * 8;
        if (sinceCheckpoint > CHECKPOINT_BYTES) {
          await this.db.script('checkpoint');
          sinceCheckpoint = 0;
        }
        return 'stored';
      },
    );
    if (!record || job.cancelled) throw new AppError('CANCELLED', { what: 'import' });
    for (let position = 0; position < columns.length; position++)
      await writeLevels(this.db, runId, position, record.rows);
    await this.uploads.keepOriginal(upload);
    await markReady(this.db, runId, record.rows, record);
    await this.db.script('analyze sample_chunk');
  }
}

const reply = ({ jobId, state, bytesRead, bytesTotal, rows, runId, error }: Job): JobReply => ({
  jobId, state, bytesRead, bytesTotal, rows, runId, error,
}); // prettier-ignore

function checkColumns(name: string, body: ImportBody): void {
  const taken = new Set<string>();
  for (const { symbol, unit } of body.columns) {
    if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
    if (taken.has(symbol)) throw new AppError('SYMBOL_TAKEN', { symbol });
    taken.add(symbol);
    parseUnit(unit);
  }
  if (body.along !== null && !body.columns.some((c) => c.reading.index === body.along))
    throw new AppError('FILE_TIME_COLUMN', { name });
}
