import { AppError } from '@undameter/core';
import { MOST_CELLS, MOST_NODES, type FieldArray, type FieldFormat, type FieldPart } from '../FieldFormat';
import { gridCells, MeshBuilder } from '../MeshBuilder';
import { addCell, CURVED } from './cellTypes';
import { byteSizes, numbersIn, NumbersOfText } from './numbers';

/** Files of the Visualization Toolkit in its older form. Source: VTK File Formats, "Simple Legacy Formats"; 5.1 by files. */
export const vtkLegacy: FieldFormat = {
  kind: 'vtkLegacy',
  title: 'VTK legacy file',
  extensions: ['vtk'],
  recognises: (head) => latin1(head.subarray(0, 30)).startsWith('# vtk DataFile'),
  read: (bytes, name) => [new Reader(bytes, name).part()],
};

const latin1 = (bytes: Uint8Array): string =>
  Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString('latin1');

/** Types of numbers by the words of these files. */
const types: Readonly<Record<string, string>> = {
  ...{ char: 'Int8', unsigned_char: 'UInt8', short: 'Int16', unsigned_short: 'UInt16', int: 'Int32' },
  ...{ unsigned_int: 'UInt32', long: 'Int64', unsigned_long: 'UInt64', float: 'Float32', double: 'Float64' },
  ...{ vtktypeint64: 'Int64', vtktypeuint64: 'UInt64', vtkidtype: 'Int32', bit: 'UInt8' },
};

interface CellList {
  nodes: Float64Array;
  /** Where each begins and the last one ends. */
  starts: Float64Array;
}

class Reader {
  private at = 0;
  private isBinary = false;
  private version = 0;
  private points: Float64Array = new Float64Array();
  private lists: { sort: string; list: CellList }[] = [];
  private cellTypes: Float64Array = new Float64Array();
  private grid: [number, number, number] | undefined;
  private readonly arrays: FieldArray[] = [];
  private readonly remarks: string[] = [];

  constructor(
    private readonly bytes: Uint8Array,
    private readonly name: string,
  ) {}

  part(): FieldPart {
    this.version = Number(/([\d.]+)\s*$/.exec(this.line())?.[1] ?? 0);
    this.line();
    this.isBinary = this.line().trim().toUpperCase() === 'BINARY';
    const kind = this.words()[1]?.toUpperCase() ?? '';
    if (!['UNSTRUCTURED_GRID', 'POLYDATA', 'STRUCTURED_GRID'].includes(kind))
      throw this.damaged(`it holds "${kind}"; UNSTRUCTURED_GRID, POLYDATA and STRUCTURED_GRID are read here`);
    let data: { at: FieldArray['at']; count: number } | undefined;
    for (let words = this.words(); words.length > 0; words = this.words()) {
      const [keyword = '', ...rest] = words;
      const section = keyword.toUpperCase();
      if (section === 'POINT_DATA') data = { at: 'nodes', count: this.count(rest[0], 'nodes', MOST_NODES) };
      else if (section === 'CELL_DATA') data = { at: 'cells', count: this.count(rest[0], 'cells', MOST_CELLS) };
      else if (section === 'METADATA') this.passMetadata();
      else if (data && section in attributes) this.attribute(section, rest, data);
      else if (section === 'FIELD') this.fieldArrays(Number(rest[1]), data);
      else this.geometry(section, rest);
    }
    const { remarks, ...cells } = this.cells();
    return { name: '', points: this.points, ...cells, arrays: this.arrays, remarks: [...this.remarks, ...remarks] };
  }

  private geometry(section: string, rest: string[]): void {
    const [count, second] = rest;
    if (section === 'POINTS') {
      const nodes = this.count(count, 'nodes', MOST_NODES);
      this.points = this.numbers(3 * nodes, second ?? 'float', 'the coordinates');
    } else if (section === 'DIMENSIONS') {
      this.grid = rest.slice(0, 3).map(Number) as [number, number, number];
      this.count(String(this.grid[0] * this.grid[1] * this.grid[2]), 'nodes', MOST_NODES);
    } else if (section === 'CELL_TYPES')
      this.cellTypes = this.numbers(this.count(count, 'cells', MOST_CELLS), 'int', 'the types of the cells');
    else if (['CELLS', 'POLYGONS', 'TRIANGLE_STRIPS', 'LINES', 'VERTICES'].includes(section))
      this.lists.push({ sort: section, list: this.list(this.count(count, 'cells', MOST_CELLS), Number(second)) });
    else throw this.damaged(`"${section.slice(0, 30)}" is not known here`);
  }

  /** Lists of cells: each with its number of nodes before them; from 5.1 on where each begins, then all nodes. */
  private list(count: number, size: number): CellList {
    if (this.version >= 5.1) {
      const starts = this.numbers(count, this.words()[1] ?? '', 'where cells begin');
      return { starts, nodes: this.numbers(size, this.words()[1] ?? '', 'the nodes of the cells') };
    }
    const all = this.numbers(size, 'int', 'the nodes of the cells');
    const starts = new Float64Array(count + 1);
    const nodes = new Float64Array(Math.max(0, size - count));
    let at = 0;
    for (let cell = 0; cell < count; cell++) {
      const nodesOfCell = all[at] ?? NaN;
      if (!(nodesOfCell >= 0) || at + nodesOfCell >= all.length + (nodesOfCell === 0 ? 1 : 0))
        throw this.damaged(`cell ${cell + 1} has more nodes than are left`);
      nodes.set(all.subarray(at + 1, at + 1 + nodesOfCell), starts[cell]);
      starts[cell + 1] = starts[cell]! + nodesOfCell;
      at += 1 + nodesOfCell;
    }
    return { nodes, starts };
  }

  private cells(): Pick<FieldPart, 'mesh' | 'source' | 'remarks'> {
    if (this.grid) return { ...gridCells(this.grid), remarks: [] };
    const made = new MeshBuilder();
    let [cell, isCurved] = [0, false];
    // Values of cells stand in the order of points, lines, polygons, strips.
    for (const sort of ['CELLS', 'VERTICES', 'LINES', 'POLYGONS', 'TRIANGLE_STRIPS'])
      for (const { list } of this.lists.filter((l) => l.sort === sort))
        for (let k = 0; k + 1 < list.starts.length; k++, cell++) {
          const [from, to] = [list.starts[k]!, list.starts[k + 1]!];
          if (!(to >= from) || to > list.nodes.length) throw this.damaged(`cell ${cell + 1} ends where it should not`);
          const type = sort === 'CELLS' ? (this.cellTypes[cell] ?? NaN) : typeOf(sort, to - from);
          isCurved = addCell(made, type, list.nodes, from, to, { cell, name: this.name }) || isCurved;
        }
    return { ...made.made(), remarks: isCurved ? [CURVED] : [] };
  }

  private attribute(section: string, [called = 'values', type = 'float', components]: string[], data: Data): void {
    const name = decoded(called);
    const { of, table } = attributes[section]!;
    if (section === 'LOOKUP_TABLE') {
      // Colours for pictures of others.
      this.numbers(4 * Number(type), this.isBinary ? 'unsigned_char' : 'float', 'a table of colours');
      return;
    }
    const count = of ?? (Number(components ?? 1) || 1);
    if (table && this.peek().toUpperCase().startsWith('LOOKUP_TABLE')) this.line();
    const kind = section === 'TEXTURE_COORDINATES' ? (components ?? 'float') : type;
    const width = section === 'TEXTURE_COORDINATES' ? Number(type) : count;
    this.keep({ name, ...data, components: width }, kind);
  }

  private fieldArrays(count: number, data: Data | undefined): void {
    for (let k = 0; k < count; k++) {
      let words = this.words();
      if (words[0]?.toUpperCase() === 'METADATA') {
        this.passMetadata();
        words = this.words();
      }
      const [called = 'values', components = '1', tuples = '0', type = 'float'] = words;
      const name = decoded(called);
      if (type === 'string') this.passStrings(Number(tuples), name);
      else if (data && Number(tuples) === data.count)
        this.keep({ name, ...data, components: Number(components) }, type);
      else {
        this.numbers(Number(components) * Number(tuples), type, `"${name}"`);
        this.remarks.push(`"${name}" belongs to no node and no cell and is passed over.`);
      }
    }
  }

  private passStrings(count: number, name: string): void {
    if (this.isBinary) throw this.damaged(`"${name}" holds words in binary form, which are not read here`);
    for (let k = 0; k < count; k++) this.line();
    this.remarks.push(`"${name}" holds words and is passed over.`);
  }

  private keep({ name, at, count, components }: Data & { name: string; components: number }, type: string): void {
    this.arrays.push({ name, at, components, values: this.numbers(count * components, type, `"${name}"`) });
  }

  /** Descriptions of arrays up to an empty line. */
  private passMetadata(): void {
    while (this.at < this.bytes.length && this.line().trim() !== '');
  }

  private numbers(count: number, type: string, what: string): Float64Array {
    const known = types[type.toLowerCase()];
    if (!known) throw this.damaged(`${what} are of type "${type}", which is no type of numbers`);
    if (!(count >= 0) || count > 9 * MOST_CELLS) throw this.damaged(`${what} are said to be ${count} numbers`);
    if (this.isBinary) {
      if (type.toLowerCase() === 'bit') throw this.damaged(`${what} are bits, which are not read here`);
      const length = count * byteSizes[known]!;
      const left = this.bytes.length - this.at;
      if (length > left)
        throw this.damaged(`${what} end after ${Math.floor(left / byteSizes[known]!)} of ${count} numbers`);
      const values = numbersIn(this.bytes.subarray(this.at, this.at + length), known, false);
      this.at += length;
      return values;
    }
    this.text ??= latin1(this.bytes);
    const words = new NumbersOfText(this.text, this.name, this.at);
    const values = words.take(count, what, known);
    this.at = words.place;
    return values;
  }
  private text: string | undefined;

  private count(said: string | undefined, what: string, most: number): number {
    const have = Number(said);
    if (!Number.isInteger(have) || have < 0) throw this.damaged(`the number of ${what} is "${said ?? ''}"`);
    if (have > most) throw new AppError('FIELD_TOO_LARGE', { name: this.name, what, have, most });
    return have;
  }

  private line(): string {
    const end = this.bytes.indexOf(NEWLINE, this.at);
    const line = latin1(this.bytes.subarray(this.at, end === -1 ? this.bytes.length : end));
    this.at = end === -1 ? this.bytes.length : end + 1;
    return line;
  }

  private peek(): string {
    const before = this.at;
    const [first = ''] = this.words();
    this.at = before;
    return first;
  }

  /** The words of the next line that has any; none at the end. */
  private words(): string[] {
    while (this.at < this.bytes.length) {
      const words = this.line().trim().split(/\s+/);
      if (words[0] !== '') return words;
    }
    return [];
  }

  private damaged = (reason: string) => new AppError('FILE_DAMAGED', { name: this.name, what: 'VTK file', reason });
}

const NEWLINE = 0x0a;
type Data = Pick<FieldArray, 'at'> & { count: number };

/** Sorts of values: how many components they have, and whether a table of colours may be named. */
const attributes: Readonly<Record<string, { of?: number; table?: true }>> = {
  SCALARS: { table: true },
  VECTORS: { of: 3 },
  NORMALS: { of: 3 },
  TENSORS: { of: 9 },
  TEXTURE_COORDINATES: {},
  LOOKUP_TABLE: {},
};

function typeOf(sort: string, nodes: number): number {
  if (sort === 'VERTICES') return 2;
  if (sort === 'LINES') return 4;
  if (sort === 'TRIANGLE_STRIPS') return 6;
  return nodes === 3 ? 5 : nodes === 4 ? 9 : 7;
}

/** Names have their blanks and signs as in addresses. */
function decoded(name: string): string {
  try {
    return decodeURIComponent(name);
  } catch {
    return name;
  }
}
