import { setTimeout as later } from 'node:timers/promises';
import type { Socket } from 'node:net';
import { framed, refused, serveRegisters } from './drive';
import { listen, type StandIn } from './listen';

const MEGABYTE = 2 ** 20;

/** What the faulty line does when it is asked; each question one way in which real ones break. */
const lines: Record<string, (socket: Socket) => void> = {
  'TEXT?': (socket) => void socket.write('PROBE OPEN\n'),
  'NAN?': (socket) => void socket.write('9.91E37\n'),
  'OVER?': (socket) => void socket.write('9.9E37\n'),
  'TWO?': (socket) => void socket.write('1.5,2.5\n'),
  'EMPTY?': (socket) => void socket.write('\n'),
  'GARBAGE?': (socket) => void socket.write(Buffer.from([0xff, 0x00, 0x1b, 0x80, 0x0a])),
  'LONG?': (socket) => void socket.write(Buffer.alloc(MEGABYTE, 0x31)),
  'HANG?': () => undefined,
  'DROP?': (socket) => void socket.destroy(),
  'HALF?': (socket) => {
    socket.write('12.');
    setTimeout(() => socket.destroy(), 5);
  },
  'LATE?': (socket) => void later(400).then(() => socket.destroyed || socket.write('777\n')),
  'GOOD?': (socket) => void socket.write('42\n'),
};

/** A line of commands that breaks: each question in its own way. */
export const startFaultyLine = (port: number): Promise<StandIn> =>
  listen(port, (socket) => {
    let text = '';
    socket.on('data', (bytes) => {
      text += bytes.toString('latin1');
      for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n')) {
        const line = text.slice(0, end).trim();
        text = text.slice(end + 1);
        lines[line]?.(socket);
      }
    });
  });

/** What the faulty registers hold, by their address. */
const registers: Record<number, (socket: Socket, pdu: Buffer) => Buffer | undefined> = {
  // 42.5, its two words the wrong way round.
  0: () => floats(Buffer.from([0x00, 0x00, 0x42, 0x2a])),
  10: (_, pdu) => refused(pdu[0]!, 2),
  20: () => undefined,
  30: (socket, pdu) => {
    // The reply to another question.
    socket.write(framed(Buffer.from([0x77, 0x77, 0, 0, 0, 0, 1]), floats(Buffer.alloc(4), pdu[0])));
    return undefined;
  },
  40: (socket) => void socket.write('HTTP/1.1 400 Bad Request\r\n\r\n'),
  50: (socket) => void socket.destroy(),
  60: () => floats(Buffer.from([0x7f, 0xc0, 0, 0])),
  70: () => Buffer.from([4, 9, 1, 2]),
};
const floats = (bytes: Buffer, code = 4): Buffer => Buffer.concat([Buffer.from([code, bytes.length]), bytes]);

/** Registers that break: each address in its own way. */
export const startFaultyRegisters = (port: number): Promise<StandIn> =>
  listen(port, (socket) =>
    serveRegisters(socket, (pdu) => {
      const answer = registers[pdu.readUInt16BE(1)];
      return answer ? answer(socket, pdu) : refused(pdu[0]!, 2);
    }),
  );
