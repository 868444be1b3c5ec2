import { arrow } from './arrow';
import { blocks } from './blocks';
import type { Container } from './Container';
import { gzip } from './gzip';
import { hdf5 } from './hdf5';
import { json } from './json';
import { netcdf } from './netcdf';
import { parquet } from './parquet';
import { spreadsheet } from './spreadsheet';
import { zip } from './zip';

export type { Container, Unpacked } from './Container';

/** Every container that can be unpacked; a spreadsheet is an archive too, so it is asked before it, and plain text last. */
export const containers: readonly Container[] = [gzip, spreadsheet, zip, parquet, hdf5, netcdf, arrow, json, blocks];

/** The container of a file, by its first bytes; undefined for text. */
export const containerOf = (head: Uint8Array, name: string): Container | undefined =>
  containers.find((c) => c.recognises(head, name));
