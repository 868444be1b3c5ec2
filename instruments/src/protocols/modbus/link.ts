import { AppError } from '@undameter/core';
import type { ByteStream } from '../../ByteStream';
import type { Link, Protocol } from '../../Protocol';
import { modbusSpeech, type RegisterSource } from './source';
import { bytesOf, exceptionIn, frameFrom, frameLength, frameOf, numberOf, registersOf } from './frames';

const READ = { holding: 3, input: 4 } as const;
const WRITE_ONE = 6;
const WRITE_SEVERAL = 16;

class ModbusLink implements Link<RegisterSource> {
  private transaction = 0;
  constructor(private readonly stream: ByteStream) {}

  /** Not every device knows how to identify itself, and those that do say little. */
  identify = (): Promise<undefined> => Promise.resolve(undefined);

  async read(from: RegisterSource): Promise<number> {
    const count = registersOf(from.type);
    const request = Buffer.alloc(5);
    request.writeUInt8(READ[from.table], 0);
    request.writeUInt16BE(from.address, 1);
    request.writeUInt16BE(count, 3);
    const reply = await this.ask(from, request);
    const bytes = reply.subarray(2);
    if (reply[1] !== 2 * count || bytes.length !== 2 * count) throw this.otherProtocol();
    const value = numberOf(bytes, from.type, from.order);
    const facts = { address: this.stream.address, asked: modbusSpeech.asked(from), answer: String(value) };
    if (Number.isNaN(value)) throw new AppError('INSTRUMENT_READS_NOTHING', facts);
    if (!Number.isFinite(value)) throw new AppError('INSTRUMENT_OVERLOAD', facts);
    return value;
  }

  async write(to: RegisterSource, value: number): Promise<void> {
    if (to.table === 'input')
      throw new AppError('INSTRUMENT_CANNOT', {
        protocol: modbusSpeech.title,
        what: 'input registers can only be read',
      });
    const bytes = bytesOf(value, to.type, to.order, modbusSpeech.asked(to));
    const head = Buffer.alloc(3);
    head.writeUInt8(bytes.length === 2 ? WRITE_ONE : WRITE_SEVERAL, 0);
    head.writeUInt16BE(to.address, 1);
    const count = Buffer.from([0, bytes.length / 2, bytes.length]);
    await this.ask(to, Buffer.concat([head, ...(bytes.length === 2 ? [] : [count]), bytes]));
  }

  /** Sends a request and gives the reply's function code and data. */
  private async ask(of: RegisterSource, pdu: Buffer): Promise<Buffer> {
    this.transaction = (this.transaction + 1) % 0x10000;
    this.stream.send(frameOf(this.transaction, of.unit, pdu));
    const frame = frameFrom(await this.stream.answer(modbusSpeech.asked(of), frameLength));
    const code = frame.pdu[0] ?? 0;
    const isReply = frame.protocol === 0 && frame.transaction === this.transaction && (code & 0x7f) === pdu[0];
    if (!isReply) throw this.otherProtocol();
    const why = exceptionIn(frame.pdu);
    if (why !== undefined)
      throw new AppError('INSTRUMENT_REFUSED', { address: this.stream.address, asked: modbusSpeech.asked(of), why });
    return frame.pdu;
  }

  /** What came is no answer to what was asked; nor will be what comes after it. */
  private otherProtocol(): AppError {
    this.stream.close();
    return new AppError('INSTRUMENT_OTHER_PROTOCOL', { address: this.stream.address, protocol: modbusSpeech.title });
  }
}

export const modbus: Protocol<RegisterSource> = { ...modbusSpeech, open: (stream) => new ModbusLink(stream) };
