import { connect, type Socket } from 'node:net';
import { AppError } from '@undameter/core';
import { addressText, type Address } from './Address';

const reasons: Record<string, string> = {
  ECONNREFUSED: 'the port is closed',
  ENOTFOUND: 'there is no such name',
  EHOSTUNREACH: 'no way there',
  ENETUNREACH: 'no way there',
  ETIMEDOUT: 'no answer in time',
};

/** No answer of one value is longer. */
const MOST_BYTES = 65_536;

interface Waiting {
  asked: string;
  /** How many bytes of what has come are the answer; undefined: not yet all. */
  ends(bytes: Buffer): number | undefined;
  done(answer: Buffer): void;
  fail(error: AppError): void;
}

/**
 * A line to an instrument: what is sent, and what comes back within its time. After a failure it is closed, since an
 * answer that comes late would be taken for that of the next question.
 */
export class ByteStream {
  readonly address: string;
  private come = Buffer.alloc(0);
  private waiting: Waiting | undefined;
  private isOpen = true;

  private constructor(
    private readonly socket: Socket,
    private readonly to: Address,
  ) {
    this.address = addressText(to);
    socket.on('data', (bytes) => this.take(bytes));
    socket.on('error', () => this.close());
    socket.on('close', () => this.close());
  }

  /** @throws {AppError} INSTRUMENT_NOT_THERE */
  static open(to: Address): Promise<ByteStream> {
    return new Promise((resolve, reject) => {
      const socket = connect({ host: to.host, port: to.port, noDelay: true });
      const fail = (code: string): void => {
        socket.destroy();
        reject(
          new AppError('INSTRUMENT_NOT_THERE', { address: addressText(to), why: reasons[code] ?? 'no connection' }),
        );
      };
      const timer = setTimeout(() => fail('ETIMEDOUT'), to.timeoutMs);
      socket.once('error', (error: NodeJS.ErrnoException) => {
        clearTimeout(timer);
        fail(error.code ?? '');
      });
      socket.once('connect', () => {
        clearTimeout(timer);
        socket.removeAllListeners('error');
        resolve(new ByteStream(socket, to));
      });
    });
  }

  get isClosed(): boolean {
    return !this.isOpen;
  }

  send(bytes: Buffer): void {
    // What came unasked belongs to no question.
    this.come = Buffer.alloc(0);
    this.socket.write(bytes);
  }

  /**
   * The bytes that answer a question.
   * @throws {AppError} INSTRUMENT_SILENT, INSTRUMENT_GONE, INSTRUMENT_TALKS_ON
   */
  answer(asked: string, ends: Waiting['ends']): Promise<Buffer> {
    const { address, to } = this;
    return new Promise((resolve, reject) => {
      const timer = setTimeout(
        () => this.refuse(new AppError('INSTRUMENT_SILENT', { address, asked, seconds: to.timeoutMs / 1000 })),
        to.timeoutMs,
      );
      const settled = <T>(settle: (value: T) => void) => {
        return (value: T) => {
          clearTimeout(timer);
          this.waiting = undefined;
          settle(value);
        };
      };
      this.waiting = { asked, ends, done: settled(resolve), fail: settled(reject) };
      if (!this.isOpen) this.close();
      else this.look();
    });
  }

  close(): void {
    this.isOpen = false;
    this.socket.destroy();
    const { waiting, address } = this;
    waiting?.fail(new AppError('INSTRUMENT_GONE', { address, asked: waiting.asked }));
  }

  private refuse(error: AppError): void {
    this.waiting?.fail(error);
    this.close();
  }

  private take(bytes: Buffer): void {
    // Nobody waits: what comes unasked is not gathered.
    if (!this.waiting) return;
    this.come = Buffer.concat([this.come, bytes]);
    this.look();
  }

  private look(): void {
    const { waiting, come, address } = this;
    if (!waiting) return;
    const end = waiting.ends(come);
    if (end !== undefined) waiting.done(come.subarray(0, end));
    else if (come.length > MOST_BYTES)
      this.refuse(new AppError('INSTRUMENT_TALKS_ON', { address, asked: waiting.asked, limit: MOST_BYTES }));
  }
}
