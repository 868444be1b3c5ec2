import type { Layout } from '@undameter/core';
import { decodeHead } from './decode';
import { cellsOfLines } from './rowsOf';

/** A whole text as rows of cells: for a small file, of which every line is looked at. */
export const cellsOfText = (bytes: Uint8Array, layout: Layout): string[][] =>
  cellsOfLines(decodeHead(bytes, layout.encoding).split(/\r\n|\n|\r/), layout);
