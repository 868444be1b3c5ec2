import type { TableFileReply } from '@undameter/contract';
import { reshaped } from './cells';
import { reshapedErrors } from './errorCells';
import type { TableDraft } from './state';

type Column = TableFileReply['columns'][number];

/** Places of the columns that become arguments and value. */
export interface Taken {
  x: number;
  w: number | null;
  y: number;
  /** Of the ± of each value. */
  u: number | null;
}

type Grid = NonNullable<TableFileReply['grid']>;

/** A grid as it stands in a file; cells without a number stay empty, and what the file says nothing of stays as it was. */
export function fromGrid({ down, across, value, cells }: Grid, second: TableDraft['second']): Partial<TableDraft> {
  const width = across.values.length;
  return {
    shape: 'grid',
    knotErrors: null,
    ...(isSilent(down) ? {} : { xUnit: down.unit, ...(down.name === '' ? {} : { xName: down.name }) }),
    ...(isSilent(value) ? {} : { yUnit: value.unit, ...(value.name === '' ? {} : { name: value.name }) }),
    second: isSilent(across) ? second : { ...second, name: across.name || second.name, unit: across.unit },
    cells: [
      ['', ...across.values.map(String)],
      ...down.values.map((x, i) => [String(x), ...cells.slice(i * width, (i + 1) * width).map(cell)]),
    ],
  };
}

const isSilent = ({ name, unit }: { name: string; unit: string }): boolean => name === '' && unit === '';

/** Headings under which a ± stands: u(Density), ± Density, uncertainty of the density. */
const SAYS_ERROR = /^(u\(|±|uncertainty\b)/i;

/**
 * Which columns are the arguments and which the value: of three the first two are arguments where they make a grid, or
 * where the file is one of this program's own. A last one whose heading says so is the ±.
 */
export function proposedColumns(columns: readonly Column[], isOwn: boolean): Taken {
  const u = columns.length > 2 && SAYS_ERROR.test(columns.at(-1)!.name) ? columns.length - 1 : null;
  const [a, b] = columns;
  const isInTwo = (u ?? columns.length) === 3 && (isOwn || isLattice(a!.values, b!.values));
  return isInTwo ? { x: 0, w: 1, y: 2, u } : { x: 0, w: null, y: 1, u };
}

const cell = (v: number | null | undefined): string => (v === null || v === undefined ? '' : String(v));

/** Columns as the knots of a table: with a second argument as points, or as the grid that they are. */
export function fromColumns(columns: readonly Column[], { x, w, y, u }: Taken): Partial<TableDraft> | undefined {
  const [a, value] = [columns[x], columns[y]];
  if (!a || !value) return undefined;
  const head = { xName: a.name, xUnit: a.unit, name: value.name, yUnit: value.unit };
  const b = w === null ? undefined : columns[w];
  const errors = u === null ? undefined : columns[u];
  if (!b) {
    const knots = a.values.map((v, i) => [cell(v), cell(value.values[i])]);
    return { ...head, shape: 'curve', cells: knots, knotErrors: errorsBeside(errors, 1) };
  }
  const cells = a.values.map((v, i) => [cell(v), cell(b.values[i]), cell(value.values[i])]);
  const second = { name: b.name, unit: b.unit, method: 'linear', scale: 'plain' as const };
  const isGrid = isLattice(a.values, b.values);
  const points = { shape: 'scattered' as const, cells, knotErrors: errorsBeside(errors, 2) };
  if (!isGrid) return { ...head, second, ...points };
  return {
    ...{ ...head, second, shape: 'grid' },
    cells: reshaped('scattered', 'grid', cells),
    knotErrors: reshapedErrors(points, 'grid'),
  };
}

/** A column of ± as it stands in a file, taken as standard uncertainties; where the value stands among the cells. */
const errorsBeside = (errors: Column | undefined, at: number): TableDraft['knotErrors'] =>
  errors
    ? { statedAs: 'standard', cells: errors.values.map((v) => [...Array.from({ length: at }, () => ''), cell(v)]) }
    : null;

/** So much of a lattice is filled by a grid with a few holes; points that fill less of it are points. */
const FILLED = 0.75;

/** Whether pairs of arguments are a grid, but for some holes: each stands once, and most of the crossings are there. */
function isLattice(a: readonly (number | null)[], b: readonly (number | null)[]): boolean {
  const [x, w] = [new Set(a).size, new Set(b).size];
  const places = new Set(a.map((v, i) => `${v} ${b[i]}`)).size;
  return x > 1 && w > 1 && places === a.length && places >= FILLED * x * w;
}
