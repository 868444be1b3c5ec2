import type { Container } from './Container';
import { gzip } from './gzip';
import { json } from './json';
import { parquet } from './parquet';
import { spreadsheet } from './spreadsheet';
import { zip } from './zip';

export type { Container, Unpacked } from './Container';

/** Every container that can be unpacked; a spreadsheet is an archive too, so it is asked before it. */
export const containers: readonly Container[] = [gzip, spreadsheet, zip, parquet, json];

/** The container of a file, by its first bytes; undefined for text. */
export const containerOf = (head: Uint8Array, name: string): Container | undefined =>
  containers.find((c) => c.recognises(head, name));
