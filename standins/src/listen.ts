import { createServer, type Server, type Socket } from 'node:net';

/** A stand-in that listens on this machine. */
export interface StandIn {
  port: number;
  /** Closes the lines that are open, as if the plug were pulled, and listens on. */
  pullPlug(): void;
  stop(): Promise<void>;
}

/** @param port  wanted; where something else has it, any free one is taken */
export async function listen(port: number, serve: (socket: Socket) => void): Promise<StandIn> {
  const lines = new Set<Socket>();
  const server = createServer((socket) => {
    socket.setNoDelay(true);
    lines.add(socket);
    socket.on('close', () => lines.delete(socket));
    socket.on('error', () => socket.destroy());
    serve(socket);
  });
  await bound(server, port).catch(() => bound(server, 0));
  const address = server.address();
  const pullPlug = (): void => lines.forEach((line) => line.destroy());
  return {
    port: typeof address === 'object' && address ? address.port : port,
    pullPlug,
    stop: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        pullPlug();
      }),
  };
}

const bound = (server: Server, port: number): Promise<void> =>
  new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      server.removeListener('error', reject);
      resolve();
    });
  });
