import type { Layout } from '@undameter/core';
import { endsInQuotes, splitterOf } from './splitLine';

/** A row of the table: the line on which it begins and its cells. */
export interface Row {
  line: number;
  cells: string[];
  /** The row as it stands, where its columns have a fixed width. */
  text?: string;
}

/** A quoted cell over more lines than this is a quote that was never closed. */
export const MOST_LINES_A_ROW = 50;

export const isRemark = (line: string, { comment }: Layout): boolean =>
  comment !== undefined && line.trimStart().startsWith(comment);

/** The data rows among the first lines of a file; a quoted cell may go on over several lines. */
export function rowsOf(lines: readonly string[], layout: Layout): Row[] {
  const split = splitterOf(layout);
  const rows: Row[] = [];
  const last = Math.min(lines.length, layout.lastDataLine ?? Infinity);
  for (let i = layout.firstDataLine - 1; i < last; i++) {
    if (lines[i]!.trim() === '' || isRemark(lines[i]!, layout)) continue;
    const size = linesOfRow(lines, i, layout);
    const text = lines.slice(i, i + size).join('\n');
    rows.push({ line: i + 1, cells: split(text), ...(layout.delimiter === 'fixed' ? { text } : {}) });
    i += size - 1;
  }
  return rows;
}

/** How many lines the row that begins at lines[from] takes. */
export function linesOfRow(lines: readonly string[], from: number, layout: Pick<Layout, 'delimiter'>): number {
  let text = lines[from]!;
  for (let size = 1; size <= MOST_LINES_A_ROW; size++) {
    if (!endsInQuotes(text, layout)) return size;
    if (from + size >= lines.length) return 1;
    text += `\n${lines[from + size]!}`;
  }
  return 1;
}

/** All lines as rows of cells, quoted line ends taken into their cells. */
export function cellsOfLines(lines: readonly string[], shape: Pick<Layout, 'delimiter' | 'cuts'>): string[][] {
  const split = splitterOf(shape);
  const rows: string[][] = [];
  for (let i = 0; i < lines.length; i++) {
    const size = linesOfRow(lines, i, shape);
    rows.push(split(lines.slice(i, i + size).join('\n')));
    i += size - 1;
  }
  return rows;
}
