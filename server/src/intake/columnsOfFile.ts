import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { TableFileReply } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { cellsOfText, formatFor, HEADINGS_ARE_NUMBERS, sourceAbove, wideGrid } from '@undameter/formats';
import type { Pools } from '../threads/Pools';
import { upTo } from './upTo';

/** A table is typed or pasted; a file of more than this is a log, not a table. */
const MOST_TABLE_BYTES = 8 * 2 ** 20;

/** A table with more rows than this is none that anybody typed across. */
const MOST_GRID_ROWS = 5000;

/**
 * The columns of numbers of a small file in any format of intake; of a container, those of its first part.
 * @throws {AppError} TABLE_FILE_TOO_LARGE, and as opening a file does
 */
export async function columnsOfFile(name: string, sent: AsyncIterable<Buffer>, pools: Pools): Promise<TableFileReply> {
  const refusal = () => new AppError('TABLE_FILE_TOO_LARGE', { name, limitBytes: MOST_TABLE_BYTES });
  const place = await mkdtemp(join(tmpdir(), 'undameter-table-'));
  try {
    const path = join(place, 'sent');
    await pipeline(upTo(MOST_TABLE_BYTES, sent, refusal), createWriteStream(path));
    const opened = await pools.open({ path, name, parts: [], target: join(place, 'text') });
    if (opened.textBytes > MOST_TABLE_BYTES) throw refusal();
    const { layout, preview } = opened;
    const usable = preview.columns.filter((c) => c.type !== 'empty' && c.type !== 'text');
    const values: (number | null)[][] = usable.map(() => []);
    await formatFor(name).read({
      bytes: createReadStream(opened.textPath),
      name,
      layout,
      columns: usable.map((c) => c.reading),
      width: preview.columns.length,
      onBlock: (columns) =>
        columns.forEach((c, k) => values[k]!.push(...Array.from(c, (v) => (Number.isFinite(v) ? v : null)))),
    });
    const rows = cellsOfText(await readFile(opened.textPath), layout);
    const grid = rows.length <= MOST_GRID_ROWS ? (wideGrid(rows, layout.decimal) ?? null) : null;
    return {
      ...{ name, grid, source: sourceAbove(rows) },
      columns: usable.map((c, k) => ({ name: c.name, unit: c.unit, values: values[k]! })),
      doubts: grid?.doubt === '' ? preview.doubts.filter((d) => d !== HEADINGS_ARE_NUMBERS) : preview.doubts,
    };
  } finally {
    await rm(place, { recursive: true, force: true });
  }
}
