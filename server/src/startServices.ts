import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Config } from './config';
import { asAppError } from './errors';
import { DerivedRuns } from './fields/DerivedRuns';
import { FieldUploads } from './fields/FieldUploads';
import { Imports } from './intake/Imports';
import { Originals } from './intake/Originals';
import { Uploads } from './intake/Uploads';
import { Propagations } from './jobs/Propagations';
import { ReportExports } from './jobs/ReportExports';
import { Instruments } from './readings/Instruments';
import { Readings } from './readings/Readings';
import { LivingMemory } from './living/LivingMemory';
import type { Services } from './services';
import { purgeKept } from './store/keptContents';
import { lockDirectory } from './store/lock';
import { migrate } from './store/migrate';
import { Database } from './store/pg/Database';
import { purgeUnready } from './store/runs';
import { BenchLoader } from './threads/BenchLoader';
import { Pools } from './threads/Pools';

export interface Running extends Services {
  /** Ends imports and threads, closes the database, gives the data directory back. */
  stop(): Promise<void>;
}

/**
 * Opens the data directory and everything that works on it.
 * @throws {AppError} STORE_LOCKED, STORE_WRITE_REFUSED
 */
export async function startServices(config: Config, migrations: string): Promise<Running> {
  mkdirSync(config.dataDirectory, { recursive: true });
  const unlock = lockDirectory(config.dataDirectory);
  try {
    const db = await Database.open(join(config.dataDirectory, 'postgres'));
    await migrate(db, migrations);
    await purgeUnready(db);
    await purgeKept(db);
    const pools = new Pools();
    const originals = new Originals(config.dataDirectory, db);
    const uploads = new Uploads(config.dataDirectory, pools, db, originals);
    const say = (what: string) => (error: unknown) =>
      asAppError(error, (reference, cause) => console.error(`${what} failed (${reference})`, cause)).report();
    const living = new LivingMemory();
    const imports = new Imports(db, uploads, originals, pools, say('import'), () => living.forget());
    const propagations = new Propagations(pools, say('Monte Carlo run'));
    const reportExports = new ReportExports(pools, say('export of a report'));
    const loader = new BenchLoader(db);
    const fieldUploads = new FieldUploads(config.dataDirectory, db, originals, pools, loader);
    const derivedRuns = new DerivedRuns(db, loader, pools);
    const instruments = new Instruments(config.instrumentHosts);
    const readings = new Readings(db, instruments);
    const stop = async (): Promise<void> => {
      readings.stopAll();
      instruments.stop();
      await imports.stopAll();
      await propagations.stopAll();
      await reportExports.stopAll();
      await originals.stop();
      await pools.close();
      await db.close();
      unlock();
    };
    const jobs = { imports, propagations, reportExports, instruments, readings };
    return { config, db, uploads, originals, fieldUploads, derivedRuns, ...jobs, living, pools, loader, stop };
  } catch (error) {
    unlock();
    throw error;
  }
}
