import { csv } from './csv';
import { hdf5 } from './hdf5';
import { json } from './json';
import { parquet } from './parquet';
import type { Writer } from './Writer';
import { xlsx } from './xlsx';

export type { ChannelToWrite, RunToWrite, Writer } from './Writer';

/** Every format that channels can be taken out in. */
export const writers: readonly Writer[] = [csv, xlsx, parquet, hdf5, json];
