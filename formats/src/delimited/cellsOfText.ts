import type { Layout } from '@undameter/core';
import { decodeHead } from './decode';
import { cellsOfLines } from './rowsOf';

/** The first lines of a text as rows of cells. @param most  lines */
export function cellsOfText(bytes: Uint8Array, layout: Layout, most: number): string[][] {
  const lines = decodeHead(bytes, layout.encoding).split(/\r\n|\n|\r/);
  return cellsOfLines(lines.slice(0, most), layout);
}
