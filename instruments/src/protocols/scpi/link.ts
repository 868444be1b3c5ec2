import { AppError } from '@undameter/core';
import type { ByteStream } from '../../ByteStream';
import type { Link, Protocol } from '../../Protocol';
import { scpiSpeech, type CommandSource } from './source';

/** NR1, NR2 and NR3 of IEEE 488.2, section 8.7 (from memory). */
const NUMBER = /^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?$/;
/** SCPI-1999, volume 1, 7.2.1.4 and 7.2.1.5 (from memory): infinity is 9.9E37, not a number 9.91E37. */
const INFINITE = 9.9e37;
const NO_NUMBER = 9.91e37;
const SHOWN = 40;

/**
 * The value of an answer.
 * @throws {AppError} INSTRUMENT_NOT_A_NUMBER, INSTRUMENT_SEVERAL_NUMBERS, INSTRUMENT_NO_SUCH_VALUE,
 *   INSTRUMENT_OVERLOAD, INSTRUMENT_READS_NOTHING
 */
export function valueOf(text: string, { command: asked, value: wanted }: CommandSource, address: string): number {
  const answer = text.trim();
  const shown = answer.length > SHOWN ? `${answer.slice(0, SHOWN)}…` : answer;
  const parts = answer.split(',').map((p) => p.trim());
  if (wanted !== undefined && parts.length < wanted)
    throw new AppError('INSTRUMENT_NO_SUCH_VALUE', { address, asked, have: parts.length, wanted });
  const isList = parts.length > 1 && parts.every((p) => NUMBER.test(p));
  if (wanted === undefined && isList)
    throw new AppError('INSTRUMENT_SEVERAL_NUMBERS', { address, asked, answer: shown, have: parts.length });
  const part = wanted === undefined ? answer : parts[wanted - 1]!;
  if (/^nan$/i.test(part)) throw new AppError('INSTRUMENT_READS_NOTHING', { address, asked, answer: part });
  if (!NUMBER.test(part)) throw new AppError('INSTRUMENT_NOT_A_NUMBER', { address, asked, answer: shown });
  const number = Number(part);
  if (number === NO_NUMBER) throw new AppError('INSTRUMENT_READS_NOTHING', { address, asked, answer: part });
  if (Math.abs(number) >= INFINITE) throw new AppError('INSTRUMENT_OVERLOAD', { address, asked, answer: part });
  return number;
}

class ScpiLink implements Link<CommandSource> {
  constructor(private readonly stream: ByteStream) {}

  identify = (): Promise<string> => this.ask('*IDN?');

  async read(asked: CommandSource): Promise<number> {
    return valueOf(await this.ask(asked.command), asked, this.stream.address);
  }

  /** Sends a setting, and asks for the error that it may have left behind. */
  async write({ command: setting }: CommandSource, value: number): Promise<void> {
    const asked = setting.replaceAll('{value}', String(value));
    // Clears what was left of earlier commands.
    this.stream.send(Buffer.from('*CLS\n'));
    this.stream.send(Buffer.from(`${asked}\n`));
    const error = await this.ask('SYST:ERR?');
    if (/^[+-]?0\b/.test(error)) return;
    const why = error.replace(/[.\s]+$/, '').slice(0, 200);
    throw new AppError('INSTRUMENT_REFUSED', { address: this.stream.address, asked, why });
  }

  private async ask(asked: string): Promise<string> {
    this.stream.send(Buffer.from(`${asked}\n`));
    const line = await this.stream.answer(asked, (bytes) => {
      const end = bytes.indexOf('\n');
      return end < 0 ? undefined : end + 1;
    });
    return line.toString('latin1').trim();
  }
}

export const scpi: Protocol<CommandSource> = { ...scpiSpeech, open: (stream) => new ScpiLink(stream) };
