import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { AppError } from '@undameter/core';
import { buildApp } from './app';
import { readConfig } from './config';
import { ensureDemo } from './demo/ensureDemo';
import { startServices } from './startServices';
import { startStandIns } from '@undameter/standins';

const here = dirname(fileURLToPath(import.meta.url));
/** server/src in development, server/dist when built: both two levels below the root. */
const root = join(here, '..', '..');

async function main(): Promise<void> {
  const config = readConfig(process.env, process.argv.slice(2), root);
  if (!existsSync(join(config.dataDirectory, 'postgres')))
    console.log(`Creating the data directory ${config.dataDirectory} (this takes up to half a minute) …`);
  const services = await startServices(config, join(root, 'server', 'migrations'));
  const standIns = config.demo ? await startStandIns() : undefined;
  if (standIns) {
    const { dataUnit, drive } = standIns.ports;
    console.log(
      `Simulated instruments: a data unit (SCPI) at 127.0.0.1:${dataUnit}, a drive (Modbus TCP) at 127.0.0.1:${drive}`,
    );
    await ensureDemo(services, standIns.ports, console.log);
  }
  const app = await buildApp(services);
  let stopping = false;
  const stop = async (signal: string): Promise<void> => {
    if (stopping) return;
    stopping = true;
    console.log(`${signal}: closing …`);
    await app.close();
    await services.stop();
    await standIns?.stop();
    process.exit(0);
  };
  process.on('SIGTERM', (signal) => void stop(signal));
  process.on('SIGINT', (signal) => void stop(signal));
  try {
    await app.listen({ host: config.host, port: config.port });
  } catch (error) {
    await services.stop();
    if ((error as NodeJS.ErrnoException).code === 'EADDRINUSE')
      throw new Error(`Port ${config.port} is in use. Set PORT to another one, or stop what uses it.`, {
        cause: error,
      });
    throw error;
  }
  const address = app.server.address();
  const port = typeof address === 'object' && address ? address.port : config.port;
  console.log(`Undameter is ready at http://${config.host}:${port}`);
}

main().catch((error: unknown) => {
  console.error(
    error instanceof AppError || process.env['UNDAMETER_LOG'] !== 'debug' ? (error as Error).message : error,
  );
  process.exit(1);
});
