import { existsSync, mkdirSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { AppError } from '@undameter/core';
import { workerExecArgv, workerUrl } from '../../workerUrl';
import type { Answer, Asked, Connection, Message, Request } from './protocol';
import { SqlError } from './SqlError';

interface Waiting {
  resolve(answer: Answer): void;
  reject(error: Error): void;
}

/** PGlite in a thread of its own, on a directory. */
export class ThreadConnection implements Connection {
  private readonly waiting = new Map<number, Waiting>();
  private nextId = 1;

  private constructor(private readonly worker: Worker) {}

  /** Opens (and creates, the first time) the database. @throws {AppError} STORE_WRITE_REFUSED */
  static async open(directory: string): Promise<ThreadConnection> {
    if (!existsSync(directory)) {
      mkdirSync(directory, { recursive: true });
      // Creating one takes hundreds of megabytes, which its thread gives back when it ends.
      await (await ThreadConnection.start(directory)).close();
    }
    return ThreadConnection.start(directory);
  }

  private static async start(directory: string): Promise<ThreadConnection> {
    const worker = new Worker(workerUrl('store/pg/worker'), { workerData: { directory }, execArgv: workerExecArgv });
    const connection = new ThreadConnection(worker);
    await new Promise<void>((resolve, reject) => {
      worker.once('error', reject);
      worker.on('message', (message: Message) => {
        if (message.type === 'ready') resolve();
        else if (message.type === 'failedToOpen')
          reject(new AppError('STORE_WRITE_REFUSED', { reason: message.message }));
        else connection.take(message);
      });
    });
    worker.on('error', (error) => connection.failAll(error));
    return connection;
  }

  ask(request: Request): Promise<Answer> {
    const id = this.nextId++;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker.postMessage({ id, ...request } satisfies Asked);
    });
  }

  async close(): Promise<void> {
    await this.ask({ type: 'close' });
    await this.worker.terminate();
  }

  private take(message: Extract<Message, { id: number }>): void {
    const waiting = this.waiting.get(message.id);
    this.waiting.delete(message.id);
    if (message.type === 'answer') waiting?.resolve(message.answer);
    else waiting?.reject(new SqlError(message.refusal));
  }

  private failAll(error: Error): void {
    for (const { reject } of this.waiting.values()) reject(error);
    this.waiting.clear();
  }
}
