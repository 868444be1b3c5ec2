import {
  AppError,
  cellsOf,
  coordinateColumns,
  joinNodes,
  widestPlane,
  type JoinPlane,
  type Mesh,
} from '@undameter/core';
import { MOST_NODES, type FieldFormat, type FieldPart } from '../FieldFormat';
import { MeshBuilder } from '../MeshBuilder';
import { cellsOfTable, tableOfCells, type TableCells } from './cellTable';
import { columnsOfHead, readTable, type Table, type TableColumn } from './readTable';

const zoneName = /^(zone|part|block|region|surface|side|boundary)s?$/i;

/** Nodes one in each line, with x, y, z and what is known there; how they are joined stands in a table beside it, or nowhere. */
export const nodeTable: FieldFormat = {
  kind: 'nodeTable',
  title: 'table of nodes with x, y, z',
  // A table is a log as a rule: what is one of nodes is said by whoever sends it.
  extensions: [],
  recognises(head, name) {
    if (!/\.(csv|tsv|txt|dat)$/i.test(name) || head.length === 0) return false;
    try {
      return coordinateColumns(columnsOfHead(head, name).map((c) => c.name)) !== undefined;
    } catch (error) {
      if (error instanceof AppError) return false;
      throw error;
    }
  },
  read(bytes, name, { plane, beside = {} } = {}) {
    const table = readTable(bytes, name);
    const have = table.lines.length;
    if (have > MOST_NODES) throw new AppError('FIELD_TOO_LARGE', { name, what: 'nodes', have, most: MOST_NODES });
    const found = tableOfCells(beside, name);
    const cells = found && cellsOfTable(found.bytes, found.path, have);
    return zonesOf(table).map((zone) => partOf(table, zone, cells, plane));
  },
};

/** Rows of a zone. */
interface Zone {
  name: string;
  rows: Uint32Array;
}

function zonesOf({ columns, lines }: Table): Zone[] {
  const zone = zoneColumnOf(columns);
  const all = Uint32Array.from(lines, (_, row) => row);
  if (!zone) return [{ name: '', rows: all }];
  const words = [...zone.labels.entries()].map(([code, name]) => ({
    name,
    rows: all.filter((row) => zone.values[row] === code),
  }));
  const without = all.filter((row) => Number.isNaN(zone.values[row]!));
  return [...words, { name: 'without a zone', rows: without }].filter(({ rows }) => rows.length > 0);
}

/** The column of words that is called a zone, else the first of words. */
const zoneColumnOf = (columns: readonly TableColumn[]): TableColumn | undefined => {
  const words = columns.filter((c) => c.type === 'category');
  return words.find((c) => zoneName.test(c.name.trim())) ?? words[0];
};

function partOf({ columns }: Table, { name, rows }: Zone, cells: TableCells | undefined, plane?: JoinPlane): FieldPart {
  const axes = coordinateColumns(columns.map((c) => c.name))!.map((place) => columns[place]!);
  const points = new Float64Array(3 * rows.length);
  axes.forEach(({ values }, axis) => rows.forEach((row, i) => (points[3 * i + axis] = values[row]!)));
  const known = columns.filter((c) => !axes.includes(c) && (c.type === 'number' || c.type === 'constant'));
  const units = new Set(axes.map((c) => c.unit));
  const common = {
    ...{ name, points },
    arrays: known.map(({ name: called, unit, values }) => ({
      ...{ name: called, unit, at: 'nodes' as const, components: 1 },
      values: Float64Array.from(rows, (row) => values[row]!),
    })),
    ...(units.size === 1 && !units.has('') ? { coordinateUnit: axes[0]!.unit } : {}),
  };
  if (cells) return { ...common, ...withinZone(cells, rows) };
  const joinedIn = plane ?? widestPlane(points);
  const [across, up] = [...joinedIn];
  return {
    ...common,
    joinedIn,
    mesh: joinNodes(points, joinedIn, name || 'the table'),
    remarks: [
      `Nodes without cells are joined by triangles in the plane of ${across} and ${up}; hollows and holes between them are bridged.`,
    ],
  };
}

/** The cells whose nodes are all of a zone, its nodes counted from 0. */
function withinZone({ mesh, remarks }: TableCells, rows: Uint32Array): { mesh: Mesh; remarks: string[] } {
  const places = new Map([...rows].map((row, i) => [row, i] as const));
  const made = new MeshBuilder();
  let across = 0;
  for (let cell = 0; cell < cellsOf(mesh); cell++) {
    const corners = [...mesh.nodes.subarray(mesh.starts[cell]!, mesh.starts[cell + 1]!)].map((n) => places.get(n));
    const inside = corners.filter((n) => n !== undefined);
    if (inside.length === corners.length)
      made.add(inside.length === 3 ? 'triangle' : 'quadrilateral', inside, 0, inside.length, cell);
    else if (inside.length > 0) across++;
  }
  const leftOut = across > 0 ? [`${across} cells join nodes of several zones and are left out.`] : [];
  return { mesh: made.made().mesh, remarks: [...remarks, ...leftOut] };
}
