import { randomBytes } from 'node:crypto';
import { AppError, type ErrorReport } from '@undameter/core';
import type { PropagationReply } from '@undameter/contract';
import type { Drawn, DrawTask } from '../threads/drawWay';
import type { Pools } from '../threads/Pools';

type Task = Omit<DrawTask, 'port' | 'stop'>;

interface Job {
  reply: PropagationReply;
  /** Milliseconds on the monotonic clock. */
  begun: number;
  asked: number;
  stop(): void;
  finished: Promise<void>;
}

/** One that nobody asks for any more has been left. */
const LEFT_MILLISECONDS = 20_000;
const MOST_RUNNING = 4;
const MOST_KEPT = 40;

/** Monte Carlo runs of whole ways, under way and lately ended. */
export class Propagations {
  private readonly jobs = new Map<string, Job>();

  constructor(
    private readonly pools: Pools,
    private readonly say: (error: unknown) => ErrorReport,
  ) {}

  /** @throws {AppError} TOO_MANY_JOBS */
  start(task: Task): PropagationReply {
    const running = [...this.jobs.values()].filter((j) => j.reply.state === 'running').length;
    if (running >= MOST_RUNNING) throw new AppError('TOO_MANY_JOBS', { have: running, what: 'Monte Carlo runs' });
    const jobId = randomBytes(16).toString('hex');
    const reply: PropagationReply = {
      jobId,
      state: 'running',
      draws: 0,
      wanted: task.draws,
      secondsLeft: null,
      quantities: [],
      sources: [],
      notDrawn: [],
      error: null,
    };
    const now = performance.now();
    const { ended, stop } = this.pools.drawWay(task, (drawn) => this.update(jobId, drawn));
    const job: Job = { reply, begun: now, asked: now, stop, finished: Promise.resolve() };
    this.jobs.set(jobId, job);
    job.finished = ended.then(
      (drawn) => {
        Object.assign(job.reply, drawn, { state: drawn.draws < task.draws ? 'stopped' : 'done', secondsLeft: null });
      },
      (error: unknown) => {
        Object.assign(job.reply, { state: 'failed', error: this.say(error), secondsLeft: null });
      },
    );
    this.forget();
    return job.reply;
  }

  /** @throws {AppError} NOT_FOUND */
  status(jobId: string): PropagationReply {
    const job = this.find(jobId);
    job.asked = performance.now();
    return job.reply;
  }

  /** Ends it; what was drawn so far is kept. @throws {AppError} NOT_FOUND */
  async stop(jobId: string): Promise<PropagationReply> {
    const job = this.find(jobId);
    job.stop();
    await job.finished;
    return job.reply;
  }

  async stopAll(): Promise<void> {
    for (const job of this.jobs.values()) job.stop();
    await Promise.all([...this.jobs.values()].map((job) => job.finished));
  }

  private find(jobId: string): Job {
    const job = this.jobs.get(jobId);
    if (!job) throw new AppError('NOT_FOUND', { what: 'Monte Carlo run', id: jobId });
    return job;
  }

  private update(jobId: string, drawn: Drawn): void {
    const job = this.jobs.get(jobId);
    if (!job || job.reply.state !== 'running') return;
    const seconds = (performance.now() - job.begun) / 1000;
    const secondsLeft = Math.round((seconds * (job.reply.wanted - drawn.draws)) / Math.max(1, drawn.draws));
    Object.assign(job.reply, drawn, { secondsLeft });
    if (performance.now() - job.asked > LEFT_MILLISECONDS) job.stop();
  }

  private forget(): void {
    for (const [jobId, { reply }] of this.jobs) {
      if (this.jobs.size <= MOST_KEPT) return;
      if (reply.state !== 'running') this.jobs.delete(jobId);
    }
  }
}
