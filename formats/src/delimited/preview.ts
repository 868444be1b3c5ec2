import {
  convert,
  guessTimeForm,
  parseUnit,
  readTime,
  sameDimension,
  type Layout,
  type Preview,
  type PreviewColumn,
  type TimeForm,
} from '@undameter/core';
import { decodeHead } from './decode';
import { isUnit, proposeSymbol, splitHeading, unitCell } from './headings';
import { cellReader } from './cellReader';
import { isMissingMark } from './missingMarks';
import { readNumber } from './readNumber';
import { splitLine } from './splitLine';

/** Shows what a layout makes of the first bytes of a file. */
export function preview(head: Uint8Array, layout: Layout, whole: boolean): Preview {
  const all = decodeHead(head, layout.encoding).split(/\r\n|\n|\r/);
  if (!whole) all.pop();
  while (all.length > 1 && all.at(-1) === '') all.pop();
  const rows = all
    .map((text, i) => ({ line: i + 1, text }))
    .filter(({ line, text }) => line >= layout.firstDataLine && text.trim() !== '')
    .map(({ line, text }) => ({ line, cells: splitLine(text, layout.delimiter) }));
  const cellsOf = (line: number | null): string[] =>
    line === null || line > all.length ? [] : splitLine(all[line - 1]!, layout.delimiter);
  const headings = cellsOf(layout.headingLine);
  const units = cellsOf(layout.unitsLine).map(unitCell);
  const width = widthOf(headings.length, rows);
  const taken = new Set<string>();
  const columns = Array.from({ length: width }, (_, index) => {
    const column = describeColumn(index, headings[index] ?? '', units[index], rows, layout, taken);
    taken.add(column.symbol);
    return column;
  }).filter((c) => !(c.type === 'empty' && (headings[c.index] ?? '') === '' && c.index === width - 1));
  joinDates(columns, rows);
  return {
    columns,
    lines: all
      .slice(0, 60)
      .map((text, i) => ({ line: i + 1, role: roleOf(i + 1, text, layout), cells: splitLine(text, layout.delimiter) })),
    rowsSeen: rows.length,
    whole,
    preamble: preambleOf(all, layout),
    timeColumn: findTimeColumn(columns, rows, layout),
    doubts: [
      ...doubtsOf(headings, columns, rows),
      ...unitDoubts(columns, units),
      ...timeDoubts(columns, rows, layout),
      ...dateDoubts(columns, rows),
    ],
  };
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

function roleOf(line: number, text: string, layout: Layout): Preview['lines'][number]['role'] {
  if (line === layout.headingLine) return 'heading';
  if (line === layout.unitsLine) return 'units';
  if (line < layout.firstDataLine) return 'preamble';
  return text.trim() === '' ? 'blank' : 'data';
}

interface Row {
  line: number;
  cells: string[];
}

function describeColumn(
  index: number,
  heading: string,
  unitBelow: string | undefined,
  rows: readonly Row[],
  layout: Layout,
  taken: ReadonlySet<string>,
): PreviewColumn {
  const split = unitBelow === undefined ? splitHeading(heading) : { name: heading, unit: undefined };
  const name = split.name || `Column ${index + 1}`;
  const written = unitBelow ?? split.unit ?? '';
  let missing = 0;
  let notNumber = 0;
  let numbers = 0;
  let lowest = Infinity;
  let highest = -Infinity;
  let first: { line: number; text: string } | undefined;
  for (const { line, cells } of rows) {
    const value = readNumber(cells[index] ?? '', layout.decimal);
    if (value === 'missing') missing++;
    else if (value === 'notNumber') {
      notNumber++;
      first ??= { line, text: cells[index]!.slice(0, 60) };
    } else {
      numbers++;
      lowest = Math.min(lowest, value);
      highest = Math.max(highest, value);
    }
  }
  const time = notNumber > numbers ? guessTimeForm(filledCells(rows, index)) : undefined;
  const type = time
    ? 'time'
    : numbers + notNumber === 0
      ? 'empty'
      : notNumber > numbers
        ? 'text'
        : numbers > 1 && lowest === highest
          ? 'constant'
          : 'number';
  return {
    index,
    name,
    symbol: proposeSymbol(name, index, taken),
    // Moments become seconds since the first of them.
    unit: time ? 's' : isUnit(written) ? written : '',
    reading: { index, reads: time?.form ?? 'number' },
    unitFrom: unitBelow !== undefined ? 'unitsRow' : split.unit !== undefined ? 'heading' : 'none',
    type,
    missing,
    notNumber: time ? notNumber - readable(rows, index, time.form) : notNumber,
    ...(first && !time ? { firstNotNumber: first } : {}),
    proposed: type === 'number' || type === 'constant' || type === 'time',
  };
}

const SAMPLED_CELLS = 500;
const filledCells = (rows: readonly Row[], index: number): string[] =>
  rows
    .slice(0, SAMPLED_CELLS)
    .map(({ cells }) => cells[index] ?? '')
    .filter((c) => !isMissingMark(c));

const readable = (rows: readonly Row[], index: number, form: TimeForm): number =>
  rows.filter(({ cells }) => !Number.isNaN(readTime(cells[index] ?? '', form))).length;

/** A time of day beside a column of dates belongs to it: together they are moments, and the dates alone no channel. */
function joinDates(columns: PreviewColumn[], rows: readonly Row[]): void {
  const clock = columns.find((c) => c.reading.reads === 'clock');
  const dates = columns.find(({ reading: { reads, index } }) => {
    if (reads === 'number' || reads === 'clock') return false;
    return filledCells(rows, index).every((c) => readTime(c, reads) % 86_400 === 0);
  });
  if (!clock || !dates) return;
  const { reads } = dates.reading;
  if (reads === 'number') return;
  clock.reading = { ...clock.reading, date: { index: dates.index, reads } };
  dates.proposed = false;
}

const SECONDS = parseUnit('s');

/** Whether a column says by its unit or name that it counts time. */
function countsTime({ type, unit, name, proposed }: PreviewColumn): boolean {
  if (type === 'time') return proposed;
  if (type !== 'number') return false;
  const ofTime =
    sameDimension(parseUnit(unit).dimension, SECONDS.dimension) && convert(1, parseUnit(unit), SECONDS) > 0;
  return ofTime || /^(elapsed|time|zeit|temps|t$|t\b)/i.test(name);
}

/** The first row in which a column steps back. */
function stepBack({ reading }: PreviewColumn, rows: readonly Row[], layout: Layout) {
  const reader = cellReader(reading, layout.decimal);
  let last = { value: -Infinity, text: '' };
  for (const { line, cells } of rows) {
    const value = reader.read(cells);
    if (typeof value !== 'number') continue;
    const text = cells[reading.index]!;
    if (value < last.value) return { line, before: last.text, after: text };
    last = { value, text };
  }
  return undefined;
}

function findTimeColumn(columns: readonly PreviewColumn[], rows: readonly Row[], layout: Layout): number | null {
  return columns.find((c) => countsTime(c) && !stepBack(c, rows, layout))?.index ?? null;
}

/** A time that steps back is not taken for the order of the samples, which should be no surprise. */
function timeDoubts(columns: readonly PreviewColumn[], rows: readonly Row[], layout: Layout): string[] {
  return columns.filter(countsTime).flatMap((c) => {
    const step = stepBack(c, rows, layout);
    return step
      ? [
          `"${c.name}" steps back in line ${step.line}, from ${step.before} to ${step.after}: it cannot be smoothed or differentiated across that line.`,
        ]
      : [];
  });
}

/** Day and month that the data cannot tell apart are asked about. */
function dateDoubts(columns: readonly PreviewColumn[], rows: readonly Row[]): string[] {
  const unsure = columns.find(
    ({ reading }) => reading.reads === 'dayFirst' && guessTimeForm(filledCells(rows, reading.index))?.ambiguous,
  );
  return unsure
    ? [
        `The dates of "${unsure.name}" could be day first or month first; day first is assumed. Say so at the column if not.`,
      ]
    : [];
}

function unitDoubts(columns: readonly PreviewColumn[], units: readonly string[]): string[] {
  return columns.flatMap(({ index, name }) => {
    const written = units[index] ?? '';
    return isUnit(written)
      ? []
      : [`"${written}" over "${name}" is no unit that is known here; the unit is left empty.`];
  });
}

function doubtsOf(headings: readonly string[], columns: readonly PreviewColumn[], rows: readonly Row[]): string[] {
  const doubts: string[] = [];
  const named = headings.filter((h) => h !== '');
  const repeated = named.find((h, i) => named.indexOf(h) !== i);
  if (repeated) doubts.push(`The heading "${repeated}" stands over more than one column; the symbols are numbered.`);
  const uneven = rows.find((r) => r.cells.length !== columns.length && r.cells.length !== headings.length);
  if (uneven)
    doubts.push(
      `Line ${uneven.line} has ${uneven.cells.length} cells instead of ${columns.length}; missing cells become missing values, extra ones are counted and passed over.`,
    );
  if (headings.length > 0 && headings.filter((h) => /^[-+]?\d/.test(h)).length > headings.length / 2)
    doubts.push('Most headings are numbers: the heading line may be data. Choose "no headings" if so.');
  const [first] = rows;
  if (first && headings.length === 0 && first.cells.every((c) => typeof readNumber(c, '.') !== 'number'))
    doubts.push(`Line ${first.line}, the first data row, has no number. Name it as the heading row if it is one.`);
  if (rows.length === 0)
    doubts.push('No row of numbers was found below the headings. Check the first data line and the delimiter.');
  return doubts;
}
