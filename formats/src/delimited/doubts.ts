import { guessTimeForm, isUnit, type Layout, type PreviewColumn } from '@undameter/core';
import { cellReader } from './cellReader';
import { countsSeconds, filledCells } from './describeColumn';
import { goesThrough } from './fixedWidth';
import { readNumber } from './readNumber';
import type { Row } from './rowsOf';

/** Whether a column says by its unit or name that it counts time. */
function countsTime({ type, unit, name, proposed }: PreviewColumn): boolean {
  if (type === 'time') return proposed;
  if (type !== 'number') return false;
  return countsSeconds(unit) || /^(elapsed|time|zeit|temps|t$|t\b)/i.test(name);
}

/** The first row in which a column steps back. */
function stepBack({ reading }: PreviewColumn, rows: readonly Row[], layout: Layout) {
  const reader = cellReader(reading, layout);
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

/** The column that runs along the samples: the first that counts time and never steps back. */
export const findTimeColumn = (
  columns: readonly PreviewColumn[],
  rows: readonly Row[],
  layout: Layout,
): number | null => columns.find((c) => countsTime(c) && !stepBack(c, rows, layout))?.index ?? null;

interface Seen {
  headings: readonly string[];
  units: readonly string[];
  columns: readonly PreviewColumn[];
  rows: readonly Row[];
  layout: Layout;
}

/** What the reader of a preview should know before importing, in sentences. */
export const doubtsOf = (seen: Seen): string[] => [
  ...headingDoubts(seen),
  ...rowDoubts(seen),
  ...cutDoubts(seen),
  ...unitDoubts(seen),
  ...timeDoubts(seen),
  ...dateDoubts(seen),
  ...changeDoubts(seen),
];

/** Told of a log; of a grid it is what makes it one. */
export const HEADINGS_ARE_NUMBERS =
  'Most headings are numbers: the heading line may be data. Choose "no headings" if so.';

function headingDoubts({ headings }: Seen): string[] {
  const doubts: string[] = [];
  const named = headings.filter((h) => h !== '');
  const repeated = named.find((h, i) => named.indexOf(h) !== i);
  if (repeated) doubts.push(`The heading "${repeated}" stands over more than one column; the symbols are numbered.`);
  if (headings.length > 0 && headings.filter((h) => /^[-+]?\d/.test(h)).length > headings.length / 2)
    doubts.push(HEADINGS_ARE_NUMBERS);
  return doubts;
}

/** A cut that goes through cells of a few rows only is more likely wrong than meant. */
function cutDoubts({ rows, layout: { cuts = [] } }: Seen): string[] {
  return cuts.flatMap((at) => {
    const through = rows.filter((r) => r.text !== undefined && goesThrough(r.text, at));
    return through.length > 0 && through.length < rows.length / 2
      ? [
          `The cut at character ${at} goes through what stands in line ${through[0]!.line}${through.length > 1 ? ` and ${through.length - 1} more` : ''}. Move it on the ruler, or see whether that line belongs to the table.`,
        ]
      : [];
  });
}

function rowDoubts({ headings, columns, rows }: Seen): string[] {
  if (rows.length === 0)
    return ['No row of numbers was found below the headings. Check the first data line and the delimiter.'];
  const doubts: string[] = [];
  const uneven = rows.find((r) => r.cells.length !== columns.length && r.cells.length !== headings.length);
  if (uneven)
    doubts.push(
      `Line ${uneven.line} has ${uneven.cells.length} cells instead of ${columns.length}; missing cells become missing values, extra ones are counted and passed over.`,
    );
  const [first] = rows;
  if (first && headings.length === 0 && first.cells.every((c) => typeof readNumber(c, '.') !== 'number'))
    doubts.push(`Line ${first.line}, the first data row, has no number. Name it as the heading row if it is one.`);
  return doubts;
}

function unitDoubts({ columns, units }: Seen): string[] {
  return columns.flatMap(({ index, name }) => {
    const written = units[index] ?? '';
    return isUnit(written)
      ? []
      : [`"${written}" over "${name}" is no unit that is known here; the unit is left empty.`];
  });
}

/** A time that steps back is not taken for the order of the samples, which should be no surprise. */
function timeDoubts({ columns, rows, layout }: Seen): string[] {
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
function dateDoubts({ columns, rows }: Seen): string[] {
  const unsure = columns.find(
    ({ reading }) => reading.reads === 'dayFirst' && guessTimeForm(filledCells(rows, reading.index))?.ambiguous,
  );
  return unsure
    ? [
        `The dates of "${unsure.name}" could be day first or month first; day first is assumed. Say so at the column if not.`,
      ]
    : [];
}

/** So many cells in a row of the other kind, and the column has changed its meaning. */
const CHANGED = 20;

/** A column of numbers that turns to words half way, or back: a second table in the file, or another sensor. */
function changeDoubts({ columns, rows, layout }: Seen): string[] {
  return columns.flatMap(({ reading, name, type, notNumber }) => {
    if ((type !== 'number' && type !== 'constant') || notNumber < CHANGED) return [];
    let row = 0;
    for (const { line, cells } of rows) {
      row = readNumber(cells[reading.index] ?? '', layout.decimal) === 'notNumber' ? row + 1 : 0;
      if (row === CHANGED)
        return [
          `"${name}" holds no numbers from about line ${line - CHANGED + 1} on: it seems to change its meaning there. Set the last data row, or import the file as two.`,
        ];
    }
    return [];
  });
}
