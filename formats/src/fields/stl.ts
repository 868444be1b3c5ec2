import { AppError } from '@undameter/core';
import { MOST_CELLS, type FieldFormat, type FieldPart } from './FieldFormat';
import { MeshBuilder } from './MeshBuilder';
import { NumbersOfText } from './vtk/numbers';

const latin1 = (bytes: Uint8Array): string =>
  Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString('latin1');
const [HEADER_BYTES, FACET_BYTES] = [84, 50];

/** Bare surfaces of triangles, as text or binary. Corners at one place are one node. Common practice, no source. */
export const stl: FieldFormat = {
  kind: 'stl',
  title: 'STL surface',
  extensions: ['stl'],
  recognises: (head, name) => /\.stl$/i.test(name) && head.length > 0,
  read(bytes, name) {
    // A binary file may begin with the word of a text, but then its length is what its count says.
    const isBinary = bytes.length >= HEADER_BYTES && bytes.length === HEADER_BYTES + FACET_BYTES * countIn(bytes);
    if (isBinary) return [ofBinary(bytes)];
    const text = latin1(bytes);
    if (/^\s*solid\b/.test(text)) return ofText(text, name);
    const have = Math.max(0, Math.floor((bytes.length - HEADER_BYTES) / FACET_BYTES));
    const said =
      bytes.length >= HEADER_BYTES
        ? `it says it has ${countIn(bytes)} triangles, and ${have} are there`
        : 'it is too short';
    throw new AppError('FILE_DAMAGED', { name, what: 'STL surface', reason: said });
  },
};

const countIn = (bytes: Uint8Array): number =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(80, true);

/** Nodes by their places. */
class Nodes {
  readonly points: number[] = [];
  private readonly known = new Map<string, number>();

  at(x: number, y: number, z: number): number {
    const key = `${x} ${y} ${z}`;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const node = this.points.length / 3;
    this.known.set(key, node);
    this.points.push(x, y, z);
    return node;
  }
}

function ofBinary(bytes: Uint8Array): FieldPart {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const nodes = new Nodes();
  const made = new MeshBuilder();
  for (let facet = 0; facet < countIn(bytes); facet++) {
    const at = HEADER_BYTES + facet * FACET_BYTES + 12;
    const corner = (k: number) =>
      nodes.at(...([0, 4, 8].map((c) => view.getFloat32(at + 12 * k + c, true)) as [number, number, number]));
    made.add('triangle', [corner(0), corner(1), corner(2)], 0, 3, facet);
  }
  return partOf('', nodes, made);
}

const partOf = (name: string, nodes: Nodes, made: MeshBuilder): FieldPart => ({
  ...{ name, points: Float64Array.from(nodes.points), arrays: [], remarks: [] },
  mesh: made.made().mesh,
});

function ofText(text: string, name: string): FieldPart[] {
  const damaged = (reason: string) => new AppError('FILE_DAMAGED', { name, what: 'STL surface', reason });
  const solids = text.split(/^[ \t]*solid\b/m).slice(1);
  return solids.map((solid) => {
    const title = solid.slice(0, solid.indexOf('\n') === -1 ? 0 : solid.indexOf('\n')).trim();
    if (!/\bendsolid\b/.test(solid)) throw damaged(`solid "${title}" has no end`);
    const nodes = new Nodes();
    const made = new MeshBuilder();
    for (const [facet, loop] of [...solid.matchAll(/outer\s+loop([\s\S]*?)endloop/g)].entries()) {
      if (facet >= MOST_CELLS)
        throw new AppError('FIELD_TOO_LARGE', { name, what: 'cells', have: facet, most: MOST_CELLS });
      const corners = loop[1]!.split(/\bvertex\b/).slice(1);
      if (corners.length !== 3) throw damaged(`facet ${facet + 1} has ${corners.length} corners`);
      const three = corners.map((c) => {
        const [x, y, z] = new NumbersOfText(c, name).take(3, `facet ${facet + 1}`);
        return nodes.at(x!, y!, z!);
      });
      made.add('triangle', three, 0, 3, facet);
    }
    return partOf(solids.length > 1 ? title : '', nodes, made);
  });
}
