import type { ByteStream } from './ByteStream';
import type { Speech } from './Speech';

/** What can be asked over an open line. One question at a time. */
export interface Link<Source> {
  /** What the instrument says it is; undefined where its protocol has no such question. */
  identify(): Promise<string | undefined>;
  /** One value as the instrument states it, before scale. @throws {AppError} INSTRUMENT_… */
  read(source: Source): Promise<number>;
  /** @throws {AppError} INSTRUMENT_… */
  write(source: Source, value: number): Promise<void>;
}

/** A way to talk to instruments: one folder each, listed in the registry. */
export interface Protocol<Source = unknown> extends Speech<Source> {
  open(stream: ByteStream): Link<Source>;
}
