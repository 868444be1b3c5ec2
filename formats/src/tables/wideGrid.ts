import { parseUnit } from '@undameter/core';
import { numberIn } from '../delimited/numberIn';

/** A quantity by its name and unit, as far as a file states them. */
export interface Headed {
  name: string;
  unit: string;
}

/** A table in two arguments as it stands in a file: one argument down, the other one across. */
export interface WideGrid {
  down: Headed & { values: number[] };
  across: Headed & { values: number[] };
  value: Headed;
  /** Row by row; null: the cell is empty or no number. */
  cells: (number | null)[];
  /** Why it could be columns as well; empty: it is a grid. */
  doubt: string;
}

type Row = readonly string[];
interface Heading extends Headed {
  at: number;
  value: Headed;
}

const FEWEST_ACROSS = 2;
const FEWEST_DOWN = 2;

/**
 * Understands rows of cells as a grid: a row of numbers, with a unit or without, across the top, and a number at the
 * begin of each row below it.
 * @param rows  all of the file, lines about it included
 * @returns undefined: they are none
 */
export function wideGrid(rows: readonly Row[], decimal: '.' | ','): WideGrid | undefined {
  const filled = rows.map(trimmed).filter((row) => row.length > 0);
  // What is said above it stands in a cell or two of a line.
  const head = filled.findIndex((row) => row.length > FEWEST_ACROSS);
  const headings = head < 0 ? undefined : headingsOf(filled[head]!, decimal);
  const units = unitsBelow(filled[head + 1] ?? [], decimal);
  const body = filled.slice(head + (units ? 2 : 1));
  if (!headings || !isBody(body, headings.length, decimal)) return undefined;
  const corner = filled[head]![0]!.trim();
  const said = saidAbove(filled.slice(0, head));
  const [down, across] = cornerNames(corner);
  const first = headings[0]!;
  return {
    down: {
      ...down,
      unit: down.unit || (units?.[0] ?? ''),
      values: body.map((row) => numberIn(row[0]!.trim(), decimal)!),
    },
    across: {
      name: said.across.name || first.name || across.name,
      unit: said.across.unit || first.unit || across.unit,
      values: headings.map((h) => h.at),
    },
    value: {
      name: said.value.name || first.value.name,
      unit: said.value.unit || first.value.unit || (units?.[1] ?? ''),
    },
    cells: body.flatMap((row) => headings.map((_, k) => numberIn((row[k + 1] ?? '').trim(), decimal) ?? null)),
    doubt:
      numberIn(corner, decimal) === undefined
        ? ''
        : 'The first row could be values as the others are, or a second argument across.',
  };
}

/** A line of units between the headings and the numbers; undefined: the numbers begin at once. */
const unitsBelow = (row: Row, decimal: '.' | ','): Row | undefined =>
  row.length > 0 && row.every(isUnit) && row.every((cell) => numberIn(cell, decimal) === undefined) ? row : undefined;

const trimmed = (row: Row): string[] => {
  const last = row.findLastIndex((cell) => cell.trim() !== '');
  return row.slice(0, last + 1).map((cell) => cell.trim());
};

/** Each row begins with a number, no two with the same, and none has more cells than the row across. */
function isBody(rows: readonly Row[], across: number, decimal: '.' | ','): boolean {
  const first = rows.map((row) => numberIn(row[0]!, decimal));
  if (rows.some((row) => row.length > across + 1)) return false;
  return rows.length >= FEWEST_DOWN && first.every((v) => v !== undefined) && new Set(first).size === first.length;
}

/** Numbers of one unit, rising or falling. */
function headingsOf(row: Row, decimal: '.' | ','): Heading[] | undefined {
  const found = row.slice(1).map((cell) => headingOf(cell, decimal));
  if (!found.every((h) => h !== undefined) || new Set(found.map((h) => h.unit)).size > 1) return undefined;
  const steps = found.slice(1).map((h, k) => Math.sign(h.at - found[k]!.at));
  return steps.every((s) => s !== 0 && s === steps[0]) ? found : undefined;
}

/** `5`, `5 bar`, `p = 5 bar`, `Density at p = 5 bar [kg/m^3]`. */
function headingOf(cell: string, decimal: '.' | ','): Heading | undefined {
  const { name: text, unit: ofValue } = namedUnit(cell, '[');
  const parts = /^(?:(?:(.+?) at )?([^=]+?)\s*=\s*)?([-+−]?[\d.,]+(?:[eE][-+]?\d+)?)\s*(.*)$/u.exec(text);
  if (!parts) return undefined;
  const [, value = '', name = '', number, rest = ''] = parts;
  const at = numberIn(number!, decimal);
  const unit = rest.replace(/^[[(](.*)[\])]$/, '$1').trim();
  return at !== undefined && isUnit(unit) ? { name, unit, at, value: { name: value, unit: ofValue } } : undefined;
}

function isUnit(text: string): boolean {
  try {
    parseUnit(text);
    return true;
  } catch {
    return false;
  }
}

/** `Temperature (°C)` and `Temperature [°C]`. @param only  one sort of brackets alone */
function namedUnit(text: string, only?: '['): Headed {
  const pattern = only ? /^(.*?)\s*\[([^\]]*)\]\s*$/u : /^(.*?)\s*[[(]([^\])]*)[\])]\s*$/u;
  const [, name, unit] = pattern.exec(text) ?? [];
  return name !== undefined && isUnit(unit!) ? { name: name.trim(), unit: unit! } : { name: text.trim(), unit: '' };
}

/** What stands in the corner: the name down, or both with a stroke between them. */
function cornerNames(corner: string): [down: Headed, across: Headed] {
  const [down = '', across = ''] = corner.split(/\s*\\\s*|\s+[/|]\s+|\s*[→⟶]\s*/u);
  const plain = /^[\d.,+-]*$/.test(down) ? '' : down;
  return [namedUnit(plain), namedUnit(across)];
}

/** The lines of this program’s own files above a grid. */
function saidAbove(rows: readonly Row[]): { across: Headed; value: Headed } {
  const line = rows.map((row) => row.join(' ')).find((text) => text.startsWith('Across: ')) ?? '';
  const [, across = '', value = ''] = /^Across: (.*?)\. Values: (.*)$/.exec(line) ?? [];
  return { across: namedUnit(across), value: namedUnit(value) };
}

/** The source that this program’s own files name in their first lines; empty where none is named. */
export function sourceAbove(rows: readonly Row[]): string {
  const line = rows.slice(0, 5).find((row) => row[0]?.startsWith('Source: '));
  return line ? line[0]!.slice('Source: '.length).trim() : '';
}
