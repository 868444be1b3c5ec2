/**
 * Fields that other libraries wrote: nodes, cells and values are equal to the bit.
 * Source: files written by VTK 9.1 and meshio 5.0 of Debian, and what these read back (formats/test/fields/write.py).
 */
import { readdirSync, readFileSync } from 'node:fs';
import { deflateSync } from 'node:zlib';
import { describe, expect, test } from '@jest/globals';
import { abovePlane, alongCut, cellsOf, cutSurface, facesOf, lengthsAlong, type Mesh } from '@undameter/core';
import { zipSync } from 'fflate';
import { fieldExtensions, readField } from '.';

const folder = 'formats/test/fields';
interface Expected {
  points: number[][];
  cells: [number, number[]][];
  nodes: Record<string, number[] | number[][]>;
  cellData: Record<string, number[]>;
}
interface CutExpected {
  normal: [number, number, number];
  point: [number, number, number];
  length: number;
  points: number[][];
}
const { cuts, ...expected } = JSON.parse(readFileSync(`${folder}/expected.json`, 'utf8')) as Record<
  string,
  Expected
> & {
  cuts: never;
};
const bytesOf = (name: string) => new Uint8Array(readFileSync(`${folder}/${name}`));
const text = (words: string) => new TextEncoder().encode(words);

/** The cells of a file as they are read here: strips and lines in pieces, pixels and voxels round about. */
function piecesOf([type, nodes]: Expected['cells'][number]): number[][] {
  if (type === 4) return nodes.slice(1).map((b, k) => [nodes[k]!, b]);
  if (type === 6)
    return nodes.slice(2).map((c, k) => (k % 2 === 0 ? [nodes[k]!, nodes[k + 1]!, c] : [nodes[k + 1]!, nodes[k]!, c]));
  if (type === 8) return [[0, 1, 3, 2].map((k) => nodes[k]!)];
  if (type === 11) return [[0, 1, 3, 2, 4, 5, 7, 6].map((k) => nodes[k]!)];
  return [type === 22 ? nodes.slice(0, 3) : nodes];
}
const cellsIn = (mesh: Mesh): number[][] =>
  Array.from({ length: cellsOf(mesh) }, (_, k) => [...mesh.nodes.subarray(mesh.starts[k], mesh.starts[k + 1])]);

describe.each(Object.keys(expected).filter((name) => !/\.stl$/.test(name)))('%s', (name) => {
  const field = readField(bytesOf(name), name);
  const { points, cells, nodes, cellData } = expected[name]!;
  const column = (called: string) => [...field.variables.find((v) => v.name === called)!.values];

  test('has the same nodes and cells', () => {
    expect(points.map((_, k) => field.coordinates.map((c) => c[k]))).toEqual(points);
    expect(cellsIn(field.mesh)).toEqual(cells.flatMap(piecesOf));
  });
  test('has the same values at its nodes', () => {
    for (const [called, values] of Object.entries(nodes))
      if (typeof values[0] === 'number') expect(column(called)).toEqual(values);
      else {
        const vectors = values as number[][];
        ['x', 'y', 'z'].forEach((axis, c) => expect(column(`${called} ${axis}`)).toEqual(vectors.map((v) => v[c])));
        expect(column(`${called} magnitude`)).toEqual(vectors.map((v) => Math.hypot(...v)));
      }
  });
  test('a value of cells is the mean of those around a node, which is told', () => {
    for (const [called, values] of Object.entries(cellData)) {
      const around = points.map(() => [] as number[]);
      cells.forEach((cell, k) =>
        piecesOf(cell).forEach((piece) => piece.forEach((node) => around[node]!.push(values[k]!))),
      );
      const means = around.map((all) => all.reduce((a, b) => a + b, 0) / all.length);
      expect(
        column(called).map((v, k) => (Number.isNaN(v) ? Number.isNaN(means[k]) : Math.abs(v - means[k]!) < 1e-14)),
      ).toEqual(means.map(() => true));
      expect(field.remarks.join(' ')).toContain(`"${called}" is known of cells`);
    }
  });
});

test('every file of the folder is judged', () => {
  const files = readdirSync(folder).filter((f) => fieldExtensions.some((e) => f.endsWith(`.${e}`)));
  // Those of CGNS have a test of their own.
  expect(files.filter((f) => !(f in expected) && f !== 'cut-vane.vtp' && !f.endsWith('.cgns'))).toEqual([]);
});

describe.each(['ball-ascii.stl', 'ball-binary.stl'])('%s', (name) =>
  test('has its triangles, with corners at one place as one node', () => {
    const field = readField(bytesOf(name), name);
    const { points, cells } = expected[name]!;
    const place = (at: number[]) => at.map((v) => v.toPrecision(6)).join();
    const corners = (of: number[][], at: (node: number) => number[]) => of.map((cell) => cell.map((n) => place(at(n))));
    expect(corners(cellsIn(field.mesh), (n) => field.coordinates.map((c) => c[n]!))).toEqual(
      corners(
        cells.map(([, nodes]) => nodes),
        (n) => points[n]!,
      ),
    );
    expect(field.coordinates[0]).toHaveLength(points.length);
    expect(field.variables).toEqual([]);
  }),
);

test('nodes in the middle of edges are passed over, which is told', () => {
  expect(readField(bytesOf('solids.vtu'), 'solids.vtu').remarks.join()).toContain(
    'taken straight between their corners',
  );
  expect(readField(bytesOf('vane-big.vtu'), 'vane-big.vtu').remarks.join()).not.toContain('straight');
});

describe('a cut by the same plane', () => {
  const vane = readField(bytesOf('cut-vane.vtp'), 'cut-vane.vtp');
  test.each((cuts as CutExpected[]).map((c) => [JSON.stringify(c.normal), c] as const))(
    'normal to %s has the points, values and length of VTK’s own cutter',
    (_, { normal, point, length, points }) => {
      const cut = cutSurface(facesOf(vane.mesh), abovePlane(vane.coordinates, { normal, point }));
      const places = vane.coordinates.map((c) => alongCut(cut, c));
      const values = alongCut(cut, vane.variables[0]!.values);
      const found = [...values].map((v, k) => [...places.map((c) => c[k]!), v]);
      found.sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!);
      expect(found).toHaveLength(points.length);
      found.forEach((row, k) => row.forEach((v, c) => expect(v).toBeCloseTo(points[k]![c]!, 9)));
      const lengths = lengthsAlong(cut.parts, places);
      expect(lengths.at(-1)).toBeCloseTo(length, 9);
    },
  );
});

describe('an archive', () => {
  const block = (names: readonly (readonly [string, string])[]) =>
    text(
      `<VTKFile type="vtkMultiBlockDataSet"><vtkMultiBlockDataSet>${names
        .map(([name, file], k) => `<DataSet index="${k}" name="${name}" file="${file}"/>`)
        .join('')}</vtkMultiBlockDataSet></VTKFile>`,
    );
  const [one, two] = [bytesOf('vane-appended.vtu'), bytesOf('block.vts')];
  test('is one field, each block a zone by its name; a quantity that a zone lacks is missing there', () => {
    const bytes = zipSync({
      'a/all.vtm': block([
        ['suction side', 'p/1.vtu'],
        ['hub', 'p/2.vts'],
      ]),
      'a/p/1.vtu': one,
      'a/p/2.vts': two,
    });
    const field = readField(bytes, 'vane.zip');
    expect(field.zones).toEqual(['suction side', 'hub']);
    expect([...field.zoneOfNode]).toEqual([...Array<number>(20).fill(0), ...Array<number>(18).fill(1)]);
    expect(new Set(field.mesh.zones)).toEqual(new Set([0, 1]));
    const t = field.variables.find((v) => v.name === 'T')!.values;
    expect([Number.isNaN(t[19]), t[20]]).toEqual([true, 20]);
    expect(Math.min(...field.mesh.nodes.subarray(field.mesh.starts[cellsOf(field.mesh) - 1]))).toBeGreaterThan(19);
  });
  test('of files alone has a zone each, numbered where two have one name', () => {
    expect(
      readField(zipSync({ 'a/side.vtu': one, 'b/side.vtu': one, 'read.me': text('hello') }), 'v.zip').zones,
    ).toEqual(['side', 'side (2)']);
  });
  test('that lacks a block says which', () =>
    expect(() => readField(zipSync({ 'all.vtm': block([['hub', 'hub.vtu']]), 'other.vtu': one }), 'v.zip')).toThrow(
      '"hub.vtu" is missing',
    ));
  test('without a field says so', () =>
    expect(() => readField(zipSync({ 'read.me': text('hello') }), 'v.zip')).toThrow('file of a field'));
});

describe('bad files', () => {
  const vtu = (points: string, cells: string, more = '') =>
    text(
      `<?xml version="1.0"?>${more}<VTKFile type="UnstructuredGrid"><UnstructuredGrid><Piece NumberOfPoints="3" NumberOfCells="1"><Points>${points}</Points><Cells>${cells}</Cells></Piece></UnstructuredGrid></VTKFile>`,
    );
  const points = '<DataArray type="Float64" NumberOfComponents="3">0 0 0 1 0 0 0 1 0</DataArray>';
  const cells = (nodes: string, type = 5, end = 3) =>
    `<DataArray type="Int32" Name="connectivity">${nodes}</DataArray><DataArray type="Int32" Name="offsets">${end}</DataArray><DataArray type="UInt8" Name="types">${type}</DataArray>`;
  test('a good one is read, with NaN and infinite values as they stand', () => {
    const field = readField(vtu(points.replace('1 0 0 0 1 0', 'nan inf -inf 0 1 0'), cells('0 1 2')), 'a.vtu');
    expect(field.coordinates.map((c) => c[1])).toEqual([NaN, Infinity, -Infinity]);
  });
  test.each([
    ['a node that is not there', vtu(points, cells('0 1 9')), 'names node 10, and there are 3'],
    ['a negative node', vtu(points, cells('0 1 -1')), 'names node'],
    ['too few corners', vtu(points, cells('0 1', 5, 2)), 'names 2 nodes instead of 3'],
    ['a type that is not known', vtu(points, cells('0 1 2', 69)), 'is of type 69'],
    ['too few numbers', vtu(points.replace('0 1 0<', '<'), cells('0 1 2')), 'ends after 6 of 9 numbers'],
    ['a word among the numbers', vtu(points.replace('1 0 0', '1 O 0'), cells('0 1 2')), '"O" stands in'],
    ['entities', vtu(points, cells('0 1 2'), '<!DOCTYPE VTKFile [<!ENTITY a "aaaa">]>'), 'document type'],
    [
      'an entity that nothing declares',
      vtu('<DataArray type="Float64">&a;</DataArray>', cells('0 1 2')),
      'cannot be read',
    ],
    ['an XML that breaks off', vtu(points, cells('0 1 2')).subarray(0, 200), 'unclosed tag'],
    [
      'an XML of something else',
      text('<?xml version="1.0"?><VTKFile type="ImageData"></VTKFile>'),
      'it holds "ImageData"',
    ],
    ['a file of another kind', text('time,flow\n1,2\n'), 'does not begin as one'],
    ['an empty file', new Uint8Array(), 'does not begin as one'],
    [
      'no nodes',
      text('<VTKFile type="PolyData"><PolyData><Piece NumberOfPoints="0"/></PolyData></VTKFile>'),
      'holds no nodes',
    ],
    [
      'a hundred million nodes',
      text('<VTKFile type="PolyData"><PolyData><Piece NumberOfPoints="100000000"/></PolyData></VTKFile>'),
      'has 100000000 nodes',
    ],
    [
      'another compression',
      text('<VTKFile type="PolyData" compressor="vtkLZ4DataCompressor"><PolyData/></VTKFile>'),
      'vtkLZ4DataCompressor',
    ],
    ['half a surface', bytesOf('ball-binary.stl').subarray(0, 600), 'it says it has'],
    ['a legacy file that breaks off', bytesOf('vane-5-binary.vtk').subarray(0, 500), 'end after'],
    [
      'a legacy file of another kind',
      text('# vtk DataFile Version 3.0\nx\nASCII\nDATASET STRUCTURED_POINTS\n'),
      'STRUCTURED_POINTS',
    ],
  ])('%s', (name, bytes, words) =>
    expect(() => readField(bytes, name.endsWith('surface') ? 'a.stl' : 'a.vtu')).toThrow(words),
  );

  const appended = bytesOf('vane-appended-zlib.vtu');
  test.each([0.4, 0.7, 0.9, 0.98].map((share) => [share]))('appended data cut off at %d of the file', (share) =>
    expect(() => readField(appended.subarray(0, Math.floor(appended.length * share)), 'a.vtu')).toThrow(
      /"a.vtu" cannot be read/,
    ),
  );
  test('a block that unpacks to more than it says, or says more than its nodes need, is stopped', () => {
    const packed = deflateSync(new Uint8Array(5_000_000));
    const withBlocks = (header: number[]) => {
      const head = Buffer.from(Uint32Array.from([...header, packed.length]).buffer).toString('base64');
      const data = `<DataArray type="Float64" NumberOfComponents="3" format="binary">${head}${packed.toString('base64')}</DataArray>`;
      const xml = new TextDecoder().decode(vtu(data, cells('0 1 2')));
      return text(xml.replace('<VTKFile ', '<VTKFile compressor="vtkZLibDataCompressor" '));
    };
    expect(() => readField(withBlocks([1, 72, 72]), 'a.vtu')).toThrow('cannot be unpacked');
    expect(() => readField(withBlocks([1, 5_000_000, 5_000_000]), 'a.vtu')).toThrow('unpacks to more than');
  });
  test('two quantities of one name are both there', () => {
    const twice =
      '<PointData><DataArray type="Float64" Name="p">1 2 3</DataArray><DataArray type="Float64" Name="p">4 5 6</DataArray></PointData>';
    const xml = new TextDecoder().decode(vtu(points, cells('0 1 2'))).replace('<Points>', `${twice}<Points>`);
    const field = readField(text(xml), 'a.vtu');
    expect(field.variables.map((v) => [v.name, [...v.values]])).toEqual([
      ['p', [1, 2, 3]],
      ['p (2)', [4, 5, 6]],
    ]);
    expect(field.remarks.join()).toContain('"p" stands there more than once');
  });
});

describe('a collection of files by their times', () => {
  const at = (value: number) =>
    text(`<?xml version="1.0"?><VTKFile type="PolyData"><PolyData>
<Piece NumberOfPoints="3" NumberOfPolys="1"><PointData><DataArray type="Float64" Name="p" format="ascii">${value} 2 3</DataArray></PointData>
<Points><DataArray type="Float64" NumberOfComponents="3" format="ascii">0 0 0 1 0 0 0 1 0</DataArray></Points>
<Polys><DataArray type="Int32" Name="connectivity" format="ascii">0 1 2</DataArray><DataArray type="Int32" Name="offsets" format="ascii">3</DataArray></Polys>
</Piece></PolyData></VTKFile>`);
  const archive = zipSync({
    'run/vane.pvd': text(`<?xml version="1.0"?><VTKFile type="Collection"><Collection>
<DataSet timestep="0.5" part="0" file="late.vtp"/><DataSet timestep="0" part="0" file="early.vtp"/></Collection></VTKFile>`),
    'run/early.vtp': at(10),
    'run/late.vtp': at(20),
  });
  const first = (time?: number) => readField(archive, 'vane.zip', { time }).variables[0]!.values[0];
  test('is read at one of them, the last where none is named', () => {
    expect([first(0), first(1), first(), first(7)]).toEqual([10, 20, 20, 20]);
    expect(readField(archive, 'vane.zip').times).toEqual([0, 0.5]);
    expect(readField(archive, 'vane.zip').zones).toEqual(['zone 1']);
  });
  test('a file that it names and that is not there is told', () => {
    const lost = zipSync({
      'a.pvd': text('<VTKFile><Collection><DataSet timestep="1" file="b.vtp"/></Collection></VTKFile>'),
    });
    expect(() => readField(lost, 'lost.zip')).toThrow('"b.vtp" is missing in it');
  });
});
