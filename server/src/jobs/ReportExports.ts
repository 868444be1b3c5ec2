import { randomBytes } from 'node:crypto';
import type { ExportFormat, ReportExportReply } from '@undameter/contract';
import { AppError, type ErrorReport } from '@undameter/core';
import { reportWriter, type ReportPicture, type ReportToWrite } from '../reports/writers';
import type { KeptDrawing } from '../store/keptContents';
import type { Pools } from '../threads/Pools';

/** A report with what its figures are drawn from. */
export interface ExportTask extends Omit<ReportToWrite, 'pictures'> {
  format: ExportFormat;
  drawings: ReadonlyMap<string, KeptDrawing>;
  /** Characters that the face of the file does not have. */
  notShown: string;
}

interface Job {
  reply: ReportExportReply;
  title: string;
  format: ExportFormat;
  bytes: Uint8Array | undefined;
  stop: AbortController;
  finished: Promise<void>;
}

const MOST_RUNNING = 2;
const MOST_KEPT = 6;

/** Reports on their way into files, and those lately written, kept until they are fetched. */
export class ReportExports {
  private readonly jobs = new Map<string, Job>();

  constructor(
    private readonly pools: Pick<Pools, 'drawForReport' | 'writeReport'>,
    private readonly say: (error: unknown) => ErrorReport,
  ) {}

  /** @throws {AppError} TOO_MANY_JOBS */
  start(task: ExportTask): ReportExportReply {
    const running = [...this.jobs.values()].filter((j) => j.reply.state === 'running').length;
    if (running >= MOST_RUNNING) throw new AppError('TOO_MANY_JOBS', { have: running, what: 'exports of reports' });
    const jobId = randomBytes(16).toString('hex');
    const wanted = task.drawings.size + 1;
    const job: Job = {
      reply: { jobId, state: 'running', done: 0, wanted, notShown: task.notShown, error: null },
      title: task.title,
      format: task.format,
      bytes: undefined,
      stop: new AbortController(),
      finished: Promise.resolve(),
    };
    this.jobs.set(jobId, job);
    job.finished = this.run(job, task).then(
      (bytes) => {
        job.bytes = bytes;
        Object.assign(job.reply, { state: 'done', done: wanted });
      },
      (error: unknown) => {
        if (job.stop.signal.aborted) job.reply.state = 'stopped';
        else Object.assign(job.reply, { state: 'failed', error: this.say(error) });
      },
    );
    this.forget();
    return job.reply;
  }

  /** @throws {AppError} NOT_FOUND */
  status = (jobId: string): ReportExportReply => this.find(jobId).reply;

  /** @throws {AppError} NOT_FOUND, where it is not there or not written */
  file(jobId: string): { bytes: Uint8Array; title: string; mediaType: string; extension: string } {
    const { bytes, title, format } = this.find(jobId);
    if (!bytes) throw new AppError('NOT_FOUND', { what: 'written report', id: jobId });
    const { mediaType, extension } = reportWriter(format);
    return { bytes, title, mediaType, extension };
  }

  /** @throws {AppError} NOT_FOUND */
  async stop(jobId: string): Promise<ReportExportReply> {
    const job = this.find(jobId);
    job.stop.abort();
    await job.finished;
    return job.reply;
  }

  async stopAll(): Promise<void> {
    for (const job of this.jobs.values()) job.stop.abort();
    await Promise.all([...this.jobs.values()].map((job) => job.finished));
  }

  private async run(job: Job, { drawings, format, notShown: _, ...report }: ExportTask): Promise<Uint8Array> {
    const { signal } = job.stop;
    const pictures: Record<string, ReportPicture> = {};
    for (const [hash, drawing] of drawings) {
      signal.throwIfAborted();
      try {
        pictures[hash] = await this.pools.drawForReport({ drawing, ...reportWriter(format).pictures }, signal);
      } catch (error) {
        // One that cannot be drawn keeps none of the rest back: the file says so in its place.
        if (!(error instanceof AppError)) throw error;
      }
      job.reply.done++;
    }
    signal.throwIfAborted();
    return this.pools.writeReport({ format, report: { ...report, pictures } }, signal);
  }

  private find(jobId: string): Job {
    const job = this.jobs.get(jobId);
    if (!job) throw new AppError('NOT_FOUND', { what: 'export of a report', id: jobId });
    return job;
  }

  private forget(): void {
    for (const [jobId, { reply }] of this.jobs) {
      if (this.jobs.size <= MOST_KEPT) return;
      if (reply.state !== 'running') this.jobs.delete(jobId);
    }
  }
}
