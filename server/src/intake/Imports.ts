import { randomBytes } from 'node:crypto';
import { AppError, isSymbol, joinLevels, parseUnit, type Level } from '@undameter/core';
import type { ImportBody, JobReply } from '@undameter/contract';
import { MOST_CHANNELS } from '@undameter/formats';
import type { Database } from '../store/pg/Database';
import { beginRun, markReady, removeRun, replaceSamples, run, type RunFile } from '../store/runs';
import { createSampleSet, dropSampleSet, writeBlock, writeLevels } from '../store/samples';
import type { Pools } from '../threads/Pools';
import type { Originals } from './Originals';
import type { Upload, Uploads } from './Uploads';

interface Job extends Omit<JobReply, 'secondsLeft'> {
  /** Milliseconds on the monotonic clock. */
  begun: number;
  cancelled: boolean;
  finished: Promise<void>;
}

/** What is written between two checkpoints, which PGlite does not make by itself; a longer one stalls the screens. */
const CHECKPOINT_BYTES = 32 * 2 ** 20;

/** Imports under way and lately ended; each becomes a whole run or leaves nothing. */
export class Imports {
  private readonly jobs = new Map<string, Job>();

  constructor(
    private readonly db: Database,
    private readonly uploads: Uploads,
    private readonly originals: Originals,
    private readonly pools: Pools,
    private readonly say: (error: unknown) => { code: string; message: string; facts: Record<string, unknown> },
    /** Told when a run has come or its samples were replaced. */
    private readonly hasChanged: () => void,
  ) {}

  /**
   * Checks what can be known at once, then imports in the background.
   * @throws {AppError} UPLOAD_MISSING, SYMBOL_INVALID, SYMBOL_TAKEN, UNIT_UNKNOWN, NAME_TAKEN, NOT_FOUND, FILE_TIME_COLUMN
   */
  async start(uploadId: string, body: ImportBody): Promise<JobReply> {
    const upload = this.uploads.find(uploadId);
    checkColumns(upload.name, body);
    const file = fileOf(upload, body);
    const target =
      body.replaceRunId === undefined
        ? { ...(await beginRun(this.db, { ...body, file, channels: body.columns })), replaces: false }
        : { ...(await this.nextSetOf(body.replaceRunId)), replaces: true };
    const job: Job = {
      jobId: randomBytes(16).toString('hex'),
      state: 'running',
      bytesRead: 0,
      bytesTotal: upload.textBytes,
      rows: 0,
      runId: null,
      error: null,
      begun: performance.now(),
      cancelled: false,
      finished: Promise.resolve(),
    };
    this.jobs.set(job.jobId, job);
    job.finished = this.work(job, upload, target, body);
    return reply(job);
  }

  private async nextSetOf(runId: number): Promise<{ id: number; sampleSet: number }> {
    await run(this.db, runId);
    return { id: runId, sampleSet: await this.db.transaction(createSampleSet) };
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

  private async work(job: Job, upload: Upload, target: Target, body: ImportBody): Promise<void> {
    // The original goes onto the disk for good while it is read.
    const kept = this.originals.keep(upload.path, upload.sha256);
    kept.catch(() => undefined);
    try {
      await this.read(job, upload, target, body, kept);
      this.hasChanged();
      job.runId = target.id;
      job.state = 'done';
      if (!body.keepUpload) this.uploads.discard(upload.uploadId);
      if (target.replaces) await this.originals.dropUnused();
      this.originals.compressLater(upload.sha256);
    } catch (error) {
      await (target.replaces ? dropSampleSet(this.db, target.sampleSet) : removeRun(this.db, target.id)).catch(
        () => undefined,
      );
      await kept.catch(() => undefined);
      await this.originals.dropUnused().catch(() => undefined);
      job.error = this.say(error);
      job.state = 'failed';
    }
  }

  private async read(job: Job, upload: Upload, target: Target, body: ImportBody, kept: Promise<void>): Promise<void> {
    const { id, sampleSet, replaces } = target;
    let k = 0;
    const levels: Level[][][] = body.columns.map(() => []);
    let sinceCheckpoint = 0;
    const columns = body.columns.map((c) => c.reading);
    const { textPath: path, name } = upload;
    const record = await this.pools.read(
      { path, name, layout: body.layout, columns, width: body.width },
      async (block) => {
        if (job.cancelled) return 'stop';
        await writeBlock(this.db, sampleSet, k++, block.chunks);
        block.levels.forEach((l, c) => levels[c]!.push(l));
        job.rows += block.rows;
        job.bytesRead = block.bytesRead;
        sinceCheckpoint += block.chunks.reduce((sum, c) => sum + c.byteLength, 0);
        if (sinceCheckpoint > CHECKPOINT_BYTES) {
          await this.db.script('checkpoint');
          sinceCheckpoint = 0;
        }
        return 'stored';
      },
    );
    if (!record || job.cancelled) throw new AppError('CANCELLED', { what: 'import' });
    await writeLevels(this.db, sampleSet, levels.map(joinLevels));
    await kept;
    if (replaces) {
      const channels = body.columns.map((c, i) => ({ ...c, labels: record.columns[i]!.labels }));
      await replaceSamples(this.db, id, {
        sampleSet,
        samples: record.rows,
        channels,
        file: { ...fileOf(upload, body), record },
      });
    } else await markReady(this.db, id, record.rows, record);
    await this.db.script('analyze sample_chunk');
  }
}

interface Target {
  id: number;
  sampleSet: number;
  /** Whether the run has samples already, whose place the new ones take. */
  replaces: boolean;
}

const fileOf = (upload: Upload, body: ImportBody): RunFile => ({
  fileName: upload.name,
  fileSha256: upload.sha256,
  fileBytes: upload.bytes,
  parts: upload.levels.map((l) => l.part),
  along: body.columns.find((c) => c.reading.index === body.along)?.symbol,
  layout: body.layout,
});

const reply = (job: Job): JobReply => {
  const { jobId, state, bytesRead, bytesTotal, rows, runId, error } = job;
  return { jobId, state, bytesRead, bytesTotal, rows, secondsLeft: secondsLeft(job), runId, error };
};

/** The bytes so far tell the rate, once there are enough of them. */
function secondsLeft({ state, bytesRead, bytesTotal, begun }: Job): number | null {
  const seconds = (performance.now() - begun) / 1000;
  if (state !== 'running' || bytesRead === 0 || seconds < 0.5) return null;
  return Math.round((seconds * (bytesTotal - bytesRead)) / bytesRead);
}

function checkColumns(name: string, body: ImportBody): void {
  if (body.columns.length > MOST_CHANNELS)
    throw new AppError('TOO_MANY_CHANNELS', { have: body.columns.length, most: MOST_CHANNELS });
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
