import type { TableFileReply } from '@undameter/contract';
import { typedNumber } from '../../sheet/typedNumber';
import { reshaped, type Cells } from './cells';
import type { TableDraft } from './state';

type Column = TableFileReply['columns'][number];

/** Places of the columns that become arguments and value. */
export interface Taken {
  x: number;
  w: number | null;
  y: number;
}

const cell = (v: number | null | undefined): string => (v === null || v === undefined ? '' : String(v));

/**
 * Columns as the knots of a table: with a second argument as points, or as the grid that they are. Columns that
 * are headed by numbers are a grid as it stands.
 */
export function fromColumns(columns: readonly Column[], { x, w, y }: Taken): Partial<TableDraft> | undefined {
  const [a, value] = [columns[x], columns[y]];
  if (!a || !value) return undefined;
  const across = columns.slice(1);
  if (w === null && across.length > 1 && across.every((c) => typedNumber(c.name) !== null)) {
    const cells: Cells = [
      ['', ...across.map((c) => c.name)],
      ...a.values.map((v, i) => [cell(v), ...across.map((c) => cell(c.values[i]))]),
    ];
    return { shape: 'grid', xName: a.name, xUnit: a.unit, yUnit: across[0]!.unit, cells };
  }
  const head = { xName: a.name, xUnit: a.unit, name: value.name, yUnit: value.unit };
  const b = w === null ? undefined : columns[w];
  if (!b) return { ...head, shape: 'curve', cells: a.values.map((v, i) => [cell(v), cell(value.values[i])]) };
  const cells = a.values.map((v, i) => [cell(v), cell(b.values[i]), cell(value.values[i])]);
  const second = { name: b.name, unit: b.unit, method: 'linear', scale: 'plain' as const };
  const isGrid = unlike(a.values) * unlike(b.values) === cells.length;
  return {
    ...head,
    second,
    shape: isGrid ? 'grid' : 'scattered',
    cells: isGrid ? reshaped('scattered', 'grid', cells) : cells,
  };
}

const unlike = (values: readonly (number | null)[]): number => new Set(values).size;
