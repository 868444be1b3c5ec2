import { AppError } from '@undameter/core';
import type { Address } from './Address';
import { ByteStream } from './ByteStream';
import type { Link, Protocol } from './Protocol';
import type { Source } from './sources';

/**
 * An instrument at an address: one line to it, opened when it is asked, anew after it broke; one question at a time.
 */
export class Instrument {
  private open: { stream: ByteStream; link: Link<Source> } | undefined;
  private turn: Promise<unknown> = Promise.resolve();

  constructor(
    readonly protocol: Protocol<Source>,
    readonly address: Address,
  ) {}

  /** @returns what it says it is; undefined where its protocol has no such question. @throws {AppError} INSTRUMENT_… */
  identify(): Promise<string | undefined> {
    return this.inTurn((link) => link.identify());
  }

  /** @returns the value as the instrument states it. @throws {AppError} INSTRUMENT_… */
  read(source: Source): Promise<number> {
    return this.inTurn((link) => link.read(source), source);
  }

  /** @throws {AppError} INSTRUMENT_… */
  write(source: Source, value: number): Promise<void> {
    return this.inTurn((link) => link.write(source, value), source);
  }

  close(): void {
    this.open?.stream.close();
    this.open = undefined;
  }

  private inTurn<T>(ask: (link: Link<Source>) => Promise<T>, source?: Source): Promise<T> {
    const asked = this.turn.then(async () => {
      if (source && source.by !== this.protocol.by)
        throw new AppError('INSTRUMENT_CANNOT', {
          protocol: this.protocol.title,
          what: source.by === 'command' ? 'no command can be sent' : 'there are no registers',
        });
      return ask(await this.line());
    });
    this.turn = asked.catch(() => undefined);
    return asked;
  }

  private async line(): Promise<Link<Source>> {
    if (this.open && !this.open.stream.isClosed) return this.open.link;
    const stream = await ByteStream.open(this.address);
    this.open = { stream, link: this.protocol.open(stream) };
    return this.open.link;
  }
}
