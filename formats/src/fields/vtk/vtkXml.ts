import { AppError } from '@undameter/core';
import type { FieldArray, FieldFormat, FieldPart } from '../FieldFormat';
import { MOST_CELLS, MOST_NODES } from '../FieldFormat';
import { gridCells, MeshBuilder } from '../MeshBuilder';
import { addCell, CURVED } from './cellTypes';
import { numbersOf, type Encoding } from './dataArrays';
import { childOf, childrenOf, elementsOf, type Element } from './xmlTree';

/** XML files of the Visualization Toolkit. Source: VTK File Formats (for VTK 4.2 and later), "XML File Formats". */
export const vtkXml: FieldFormat = {
  kind: 'vtkXml',
  title: 'VTK XML file',
  extensions: ['vtu', 'vtp', 'vts'],
  recognises: (head) =>
    /^\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)?<(VTKFile|!DOCTYPE\s+VTKFile)\b/.test(latin1(head, 0, 2000)),
  read: (bytes, name) => {
    const { text, appended, isWhole } = parted(bytes, name);
    const file = childOf(elementsOf(text, name, isWhole), 'VTKFile');
    if (!file) throw damaged(name, 'it has no element VTKFile');
    const type = file.attributes['type'] ?? '';
    const kind = kinds[type];
    if (!kind) throw damaged(name, `it holds "${type}"; ${Object.keys(kinds).join(', ')} are read here`);
    const pieces = childrenOf(childOf(file, type) ?? file, 'Piece');
    const encoding = encodingOf(file, appended, name);
    return pieces.map((piece, k) => partOf(piece, kind, encoding, pieces.length > 1 ? `piece ${k + 1}` : ''));
  },
};

const damaged = (name: string, reason: string) => new AppError('FILE_DAMAGED', { name, what: 'VTK file', reason });

const latin1 = (bytes: Uint8Array, from = 0, to = bytes.length): string =>
  Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('latin1', from, Math.min(to, bytes.length));

const MOST_TEXT = 500 * 2 ** 20;

/** The XML of a file, and what lies appended behind it, which is no XML. @throws {AppError} FIELD_TOO_LARGE */
function parted(bytes: Uint8Array, name: string): { text: string; appended: Uint8Array | undefined; isWhole: boolean } {
  const all = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const mark = all.indexOf('<AppendedData');
  const open = mark === -1 ? -1 : all.indexOf('>', mark);
  const length = open === -1 ? all.length : open + 1;
  if (length > MOST_TEXT)
    throw new AppError('FIELD_TOO_LARGE', { name, what: 'bytes of text', have: length, most: MOST_TEXT });
  const underscore = open === -1 ? -1 : all.indexOf('_', open);
  return {
    text: all.toString('utf8', 0, length),
    appended: underscore === -1 ? undefined : bytes.subarray(underscore + 1),
    isWhole: mark === -1,
  };
}

function encodingOf(file: Element, appended: Uint8Array | undefined, name: string): Encoding {
  const { compressor = '', byte_order: order = 'LittleEndian', header_type: header = 'UInt32' } = file.attributes;
  if (compressor !== '' && compressor !== 'vtkZLibDataCompressor')
    throw damaged(name, `it is compressed by ${compressor}; write it with zlib, or without compression`);
  const encoding = childOf(file, 'AppendedData')?.attributes['encoding'] ?? 'base64';
  return {
    ...{ name, appended },
    isLittle: order !== 'BigEndian',
    headerType: header === 'UInt64' ? 'UInt64' : 'UInt32',
    isCompressed: compressor !== '',
    isAppendedRaw: encoding === 'raw',
  };
}

type Cells = Pick<FieldPart, 'mesh' | 'source' | 'remarks'>;
interface Kind {
  counts(piece: Element): { nodes: number; cells: number };
  cells(piece: Element, encoding: Encoding): Cells;
}

const countIn = (piece: Element, attribute: string): number => Number(piece.attributes[attribute] ?? 0);
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);
const polySorts = ['Verts', 'Lines', 'Strips', 'Polys'] as const;

const kinds: Readonly<Record<string, Kind>> = {
  UnstructuredGrid: {
    counts: (piece) => ({ nodes: countIn(piece, 'NumberOfPoints'), cells: countIn(piece, 'NumberOfCells') }),
    cells(piece, encoding) {
      const count = countIn(piece, 'NumberOfCells');
      const { nodes, ends } = listed(childOf(piece, 'Cells'), count, encoding);
      const types = arrayIn(childOf(piece, 'Cells'), 'types', count, encoding);
      const made = new MeshBuilder();
      let isCurved = false;
      for (let cell = 0; cell < count; cell++) {
        const from = cell === 0 ? 0 : ends[cell - 1]!;
        isCurved = addCell(made, types[cell]!, nodes, from, ends[cell]!, { cell, name: encoding.name }) || isCurved;
      }
      return { ...made.made(), remarks: isCurved ? [CURVED] : [] };
    },
  },
  PolyData: {
    counts: (piece) => ({
      nodes: countIn(piece, 'NumberOfPoints'),
      cells: sum(polySorts.map((sort) => countIn(piece, `NumberOf${sort}`))),
    }),
    cells(piece, encoding) {
      const made = new MeshBuilder();
      let cell = 0;
      // Values of cells stand in the order of points, lines, polygons, strips.
      for (const sort of ['Verts', 'Lines', 'Polys', 'Strips'] as const) {
        const count = countIn(piece, `NumberOf${sort}`);
        if (count === 0) continue;
        const { nodes, ends } = listed(childOf(piece, sort), count, encoding);
        for (let k = 0; k < count; k++, cell++) {
          const [from, to] = [k === 0 ? 0 : ends[k - 1]!, ends[k]!];
          addCell(made, polyType(sort, to - from), nodes, from, to, { cell, name: encoding.name });
        }
      }
      return { ...made.made(), remarks: [] };
    },
  },
  StructuredGrid: {
    counts(piece) {
      const [i, j, k] = gridOf(piece);
      return { nodes: i * j * k, cells: [i, j, k].reduce((n, side) => n * Math.max(1, side - 1), 1) };
    },
    cells: (piece) => ({ ...gridCells(gridOf(piece)), remarks: [] }),
  },
};

/** Number of a cell of polygonal data, by its sort and how many nodes it has. */
function polyType(sort: (typeof polySorts)[number], nodes: number): number {
  if (sort === 'Verts') return 2;
  if (sort === 'Lines') return 4;
  if (sort === 'Strips') return 6;
  return nodes === 3 ? 5 : nodes === 4 ? 9 : 7;
}

function gridOf(piece: Element): [number, number, number] {
  const ends = (piece.attributes['Extent'] ?? '').trim().split(/\s+/).map(Number);
  return [0, 1, 2].map((k) => Math.max(0, (ends[2 * k + 1] ?? -1) - (ends[2 * k] ?? 0) + 1)) as [
    number,
    number,
    number,
  ];
}

/** Nodes of cells and where each ends among them. @throws {AppError} FILE_DAMAGED where they do not fit each other */
function listed(list: Element | undefined, count: number, encoding: Encoding) {
  const ends = arrayIn(list, 'offsets', count, encoding);
  for (let cell = 0; cell < count; cell++)
    if (ends[cell]! < (cell === 0 ? 0 : ends[cell - 1]!))
      throw damaged(encoding.name, `cell ${cell + 1} ends before it begins`);
  const nodes = arrayIn(list, 'connectivity', count === 0 ? 0 : ends[count - 1]!, encoding);
  return { nodes, ends };
}

function arrayIn(list: Element | undefined, called: string, count: number, encoding: Encoding): Float64Array {
  const array = list && childrenOf(list, 'DataArray').find((a) => a.attributes['Name'] === called);
  if (array) return numbersOf(array, count, encoding);
  throw damaged(encoding.name, `the ${called} of its cells are missing`);
}

function partOf(piece: Element, kind: Kind, encoding: Encoding, name: string): FieldPart {
  const { nodes, cells } = kind.counts(piece);
  for (const [what, have, most] of [
    ['nodes', nodes, MOST_NODES],
    ['cells', cells, MOST_CELLS],
  ] as const)
    if (!(have <= most)) throw new AppError('FIELD_TOO_LARGE', { name: encoding.name, what, have, most });
  const points = childOf(childOf(piece, 'Points'), 'DataArray');
  if (!points && nodes > 0) throw damaged(encoding.name, 'it has no coordinates of its nodes');
  const { remarks, ...mesh } = kind.cells(piece, encoding);
  const of = (list: string, at: FieldArray['at'], count: number) => arraysIn(childOf(piece, list), at, count, encoding);
  const read = [of('PointData', 'nodes', nodes), of('CellData', 'cells', cells)];
  return {
    ...{ name, ...mesh },
    points: points ? numbersOf(points, 3 * nodes, encoding) : new Float64Array(),
    arrays: read.flatMap((r) => r.arrays),
    remarks: [...remarks, ...read.flatMap((r) => r.remarks)],
  };
}

function arraysIn(list: Element | undefined, at: FieldArray['at'], count: number, encoding: Encoding) {
  const arrays: FieldArray[] = [];
  const remarks: string[] = [];
  for (const array of [...childrenOf(list ?? EMPTY, 'DataArray'), ...childrenOf(list ?? EMPTY, 'Array')]) {
    const { Name: name = 'values', type, NumberOfComponents: said = '1' } = array.attributes;
    const components = Math.max(1, Number(said) || 1);
    if (type === 'String') remarks.push(`"${name}" holds words and is passed over.`);
    else arrays.push({ ...{ name, at, components }, values: numbersOf(array, count * components, encoding) });
  }
  return { arrays, remarks };
}
const EMPTY: Element = { tag: '', attributes: {}, children: [], text: [] };
