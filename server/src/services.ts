import type { Config } from './config';
import type { DerivedRuns } from './fields/DerivedRuns';
import type { FieldUploads } from './fields/FieldUploads';
import type { Imports } from './intake/Imports';
import type { Originals } from './intake/Originals';
import type { Uploads } from './intake/Uploads';
import type { Instruments } from './readings/Instruments';
import type { Readings } from './readings/Readings';
import type { LivingMemory } from './living/LivingMemory';
import type { Propagations } from './jobs/Propagations';
import type { ReportExports } from './jobs/ReportExports';
import type { Database } from './store/pg/Database';
import type { BenchLoader } from './threads/BenchLoader';
import type { Pools } from './threads/Pools';

/** What the routes work with. */
export interface Services {
  config: Pick<Config, 'uploadLimitBytes' | 'webDirectory' | 'port' | 'checksReplies' | 'version'>;
  db: Database;
  uploads: Uploads;
  originals: Originals;
  imports: Imports;
  fieldUploads: FieldUploads;
  derivedRuns: DerivedRuns;
  propagations: Propagations;
  reportExports: ReportExports;
  living: LivingMemory;
  instruments: Instruments;
  readings: Readings;
  pools: Pools;
  loader: BenchLoader;
}
