import { propertiesOf, readTime, unitCell, type Layout, type Preview, type PreviewColumn } from '@undameter/core';
import { decodeHead } from './decode';
import { describeColumn, filledCells } from './describeColumn';
import { doubtsOf, findTimeColumn } from './doubts';
import { withoutMark } from './guessLayout';
import { isRemark, rowsOf, type Row } from './rowsOf';
import { splitterOf } from './splitLine';

const LINES_SHOWN = 60;

/** Shows what a layout makes of the first bytes of a file. */
export function preview(head: Uint8Array, layout: Layout, whole: boolean): Preview {
  const all = decodeHead(head, layout.encoding).split(/\r\n|\n|\r/);
  if (!whole) all.pop();
  while (all.length > 1 && all.at(-1) === '') all.pop();
  const split = splitterOf(layout);
  const rows = rowsOf(all, layout);
  const cellsOf = (line: number | null): string[] =>
    line === null || line > all.length ? [] : split(withoutMark(all[line - 1]!, layout.comment));
  const headings = cellsOf(layout.headingLine);
  const units = cellsOf(layout.unitsLine).map(unitCell);
  const columns = columnsOf(headings, units, rows, layout);
  joinDates(columns, rows);
  const left = leaveOut(columns);
  const preamble = preambleOf(all, layout);
  return {
    columns,
    lines: all.slice(0, LINES_SHOWN).map((text, i) => ({
      line: i + 1,
      role: roleOf(i + 1, text, layout),
      cells: split(text),
      ...shownAsText(text, roleOf(i + 1, text, layout), layout),
    })),
    rowsSeen: rows.length,
    whole,
    preamble,
    properties: propertiesOf(preamble, split),
    timeColumn: findTimeColumn(columns, rows, layout),
    doubts: [...left, ...doubtsOf({ headings, units, columns, rows, layout })],
  };
}

function columnsOf(headings: string[], units: string[], rows: readonly Row[], layout: Layout): PreviewColumn[] {
  const taken = new Set<string>();
  const width = widthOf(headings.length, rows);
  return Array.from({ length: width }, (_, index) => {
    const column = describeColumn(index, headings[index] ?? '', units[index], rows, layout, taken);
    taken.add(column.symbol);
    return column;
  }).filter((c) => !(c.type === 'empty' && (headings[c.index] ?? '') === '' && c.index === width - 1));
}

/** Columns of the file: those with a heading, unless most rows have more; a few long rows make no column. */
function widthOf(headings: number, rows: readonly Row[]): number {
  const lengths = rows.map((r) => r.cells.length);
  if (headings === 0) return lengths.reduce((most, n) => Math.max(most, n), 0);
  const longer = lengths.filter((n) => n > headings);
  return longer.length > rows.length / 2 ? Math.max(...longer.slice(0, 1000)) : headings;
}

/** Lines above the headings, kept as the run's notes. */
export function preambleOf(lines: readonly string[], layout: Layout): string[] {
  return lines
    .slice(0, layout.firstDataLine - 1)
    .filter((text, i) => text.trim() !== '' && i + 1 !== layout.headingLine && i + 1 !== layout.unitsLine)
    .slice(0, 200);
}

/** More are no log of one rig; a run takes no more. */
export const MOST_CHANNELS = 2000;

/** Proposes no more columns than a run takes, and says so. */
function leaveOut(columns: PreviewColumn[]): string[] {
  const beyond = columns.filter((c) => c.proposed).slice(MOST_CHANNELS);
  for (const column of beyond) column.proposed = false;
  return beyond.length === 0
    ? []
    : [
        `The file has ${columns.length} columns; a run takes ${MOST_CHANNELS}, so the later ones are left out. Keep those that you need.`,
      ];
}

type Role = Preview['lines'][number]['role'];

function roleOf(line: number, text: string, layout: Layout): Role {
  if (line === layout.headingLine) return 'heading';
  if (line === layout.unitsLine) return 'units';
  if (line < layout.firstDataLine) return 'preamble';
  if (line > (layout.lastDataLine ?? Infinity)) return 'beyond';
  if (text.trim() === '') return 'blank';
  return isRemark(text, layout) ? 'remark' : 'data';
}

/** Words are shown as they stand, and so are lines of fixed width, for the ruler. */
function shownAsText(text: string, role: Role, { delimiter }: Layout): { text?: string } {
  const words = role === 'preamble' || role === 'remark' || role === 'blank';
  return words || delimiter === 'fixed' ? { text: text.slice(0, 500) } : {};
}

/** A time of day beside a column of dates belongs to it: together they are moments, and the dates alone no channel. */
function joinDates(columns: PreviewColumn[], rows: readonly Row[]): void {
  const clock = columns.find((c) => c.reading.reads === 'clock');
  const dates = columns.find(({ reading: { reads, index } }) => {
    if (reads !== 'yearFirst' && reads !== 'dayFirst' && reads !== 'monthFirst') return false;
    return filledCells(rows, index).every((c) => readTime(c, reads) % 86_400 === 0);
  });
  const reads = dates?.reading.reads;
  if (!clock || (reads !== 'yearFirst' && reads !== 'dayFirst' && reads !== 'monthFirst')) return;
  clock.reading = { ...clock.reading, date: { index: dates!.index, reads } };
  clock.because = { why: `a time of day, with its date in "${dates!.name}"`, sure: 'sure' };
  dates!.proposed = false;
}
