import { AppError, type Mesh } from '@undameter/core';
import { MeshBuilder } from '../MeshBuilder';
import { columnsOfHead, readTable, type TableColumn } from './readTable';

/** A column that numbers the cells themselves. */
const isNumbering = ({ name }: Pick<TableColumn, 'name'>): boolean =>
  /^(id|no|nr|number|cell|triangle|quad|element|face)s?$/i.test(name.trim());

const endings = /\.(csv|tsv|txt|dat)$/i;

/** The file of an archive that joins the nodes of another: its only table of three or four columns of whole numbers. */
export function tableOfCells(
  beside: Readonly<Record<string, Uint8Array>>,
  nodesPath: string,
): { path: string; bytes: Uint8Array } | undefined {
  const found = Object.entries(beside).filter(
    ([path, bytes]) => path !== nodesPath && endings.test(path) && joinsNodes(bytes, path),
  );
  const near = found.filter(([path]) => stem(path) === stem(nodesPath));
  const [path, bytes] = (near.length === 1 ? near : found.length === 1 ? found : [])[0] ?? [];
  return path === undefined ? undefined : { path, bytes: bytes! };
}

/** The name of a file without what tells nodes from cells: `hub-nodes.csv` and `hub-triangles.csv` are of one zone. */
const stem = (path: string): string =>
  path.replace(endings, '').replace(/[-_ .]?(nodes?|points?|cells?|triangles?|quads?|elements?|faces?)$/i, '');

function joinsNodes(bytes: Uint8Array, path: string): boolean {
  try {
    const columns = columnsOfHead(bytes, path).filter((c) => !isNumbering(c));
    const numbers = columns.filter((c) => c.type === 'number' || c.type === 'constant');
    return columns.length === numbers.length && (columns.length === 3 || columns.length === 4);
  } catch (error) {
    if (error instanceof AppError) return false;
    throw error;
  }
}

/** What a table of cells says, its nodes counted from 0. */
export interface TableCells {
  mesh: Mesh;
  remarks: string[];
}

/**
 * Cells of three or four nodes, one in each line. Nodes are counted from 0 where one is named 0, else from 1.
 * @param nodes  how many there are
 * @throws {AppError} FIELD_CELL_TABLE
 */
export function cellsOfTable(bytes: Uint8Array, path: string, nodes: number): TableCells {
  const { columns, lines } = readTable(bytes, path);
  const corners = columns.filter((c) => !isNumbering(c)).map((c) => c.values);
  const first = corners.some((values) => values.includes(0)) ? 0 : 1;
  const made = new MeshBuilder();
  lines.forEach((line, row) => {
    const named = corners.map((values) => values[row]!).filter((v) => !Number.isNaN(v));
    const refuse = (problem: string) => new AppError('FIELD_CELL_TABLE', { name: path, line, problem });
    if (named.length < 3) throw refuse(`it names ${named.length} nodes`);
    const odd = named.find((v) => !Number.isInteger(v) || v < first || v >= nodes + first);
    if (odd !== undefined) throw refuse(`node ${odd} is none of the ${nodes} nodes, counted from ${first}`);
    const cell = named.map((v) => v - first);
    made.add(cell.length === 3 ? 'triangle' : 'quadrilateral', cell, 0, cell.length, row);
  });
  return { mesh: made.made().mesh, remarks: [`Its nodes are joined as "${path}" says, counted from ${first}.`] };
}
