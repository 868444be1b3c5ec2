import { once } from 'node:events';
import { Readable } from 'node:stream';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import type { PieceAnswer, WrittenPiece } from './writeFileOf';

/**
 * What a thread writes, as a stream that begins with its first piece and asks for each further one.
 * @param write  has it written to the port
 * @throws what `write` throws before the first piece
 */
export async function piecesOf(write: (port: MessagePort) => Promise<void>): Promise<Readable> {
  const { port1, port2 } = new MessageChannel();
  const ended = write(port2);
  // Told where it is awaited; until then it must not count as an error that nobody sees.
  ended.catch(() => undefined);
  const next = async (): Promise<WrittenPiece> => {
    const piece = once(port1, 'message').then(([message]) => message as WrittenPiece);
    return Promise.race([piece, ended.then(() => piece)]);
  };
  const first = await next().catch((error: unknown) => {
    port1.close();
    throw error;
  });
  return Readable.from(following(port1, first, next), { objectMode: false });
}

async function* following(port: MessagePort, first: WrittenPiece, next: () => Promise<WrittenPiece>) {
  const say = (answer: PieceAnswer): void => port.postMessage(answer);
  try {
    for (let piece = first; piece !== null;) {
      yield piece;
      const coming = next();
      say('next');
      piece = await coming;
    }
  } finally {
    say('stop');
    port.close();
  }
}
