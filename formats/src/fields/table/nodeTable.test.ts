import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { cellsOf } from '@undameter/core';
import { zipSync } from 'fflate';
import { readField } from '../index';

const text = (s: string): Uint8Array => new TextEncoder().encode(s);
const four = ['x (mm),y (mm),z (mm),Pressure (kPa)', '0,0,0,1', '2,0,0.1,2', '0,3,0,3', '2,3,0,4'];
const csv = (...lines: string[]): Uint8Array => text(`${lines.join('\n')}\n`);
const refused = (code: string, words: string) =>
  expect.objectContaining({ code, message: expect.stringContaining(words) }) as never;

describe('a table of nodes', () => {
  test('is joined by triangles in the plane in which it spreads, which is told', () => {
    const field = readField(csv(...four), 'nodes.csv');
    expect(field.coordinates.map((c) => [...c])).toEqual([
      [0, 2, 0, 2],
      [0, 0, 3, 3],
      [0, 0.1, 0, 0],
    ]);
    expect(cellsOf(field.mesh)).toBe(2);
    expect(field.joinedIn).toBe('xy');
    expect(field.remarks).toEqual([
      'Nodes without cells are joined by triangles in the plane of x and y; hollows and holes between them are bridged.',
    ]);
  });

  test('brings the units that it states', () => {
    const field = readField(csv(...four), 'nodes.csv');
    expect(field.coordinateUnit).toBe('mm');
    expect(field.variables).toEqual([{ name: 'Pressure', unit: 'kPa', values: Float64Array.of(1, 2, 3, 4) }]);
    expect(readField(csv('x (mm),y (m),z (mm)', ...four.slice(1)), 'n.csv').coordinateUnit).toBeUndefined();
  });

  test.each([
    ['X,Y,Z'],
    ['x-coordinate,y-coordinate,z-coordinate'],
    ['Points:0,Points:1,Points:2'],
    ['X [m];Y [m];Z [m]'],
  ])('is known by its headings: %s', (heading) => {
    const by = heading.includes(';') ? ';' : ',';
    const rows = ['0 0 0', '1 0 0', '0 1 0'].map((r) => r.replaceAll(' ', by));
    expect(readField(csv(heading, ...rows), 'n.csv').zoneOfNode).toHaveLength(3);
  });
  test.each([
    ['a log', 'n.csv', 't (s),x (mm),p (kPa)\n0,1,2\n1,2,3\n'],
    ['another ending', 'n.log', 'x,y,z\n0,0,0\n1,0,0\n0,1,0\n'],
    ['nothing', 'n.csv', ''],
  ])('%s is none', (_, name, content) =>
    expect(() => readField(text(content), name)).toThrow(refused('FILE_DAMAGED', 'it does not begin as one')),
  );

  test('is joined in another plane where it is wanted, and refused where its nodes lie on a line there', () => {
    expect(readField(csv(...four), 'n.csv', { plane: 'yz' }).joinedIn).toBe('yz');
    const flat = csv('x,y,z', '0,0,0', '1,0,0', '0,1,0');
    expect(() => readField(flat, 'n.csv', { plane: 'xz' })).toThrow(refused('FIELD_NODES_IN_LINE', 'plane of x and z'));
  });

  test('with a column of zones has each joined by itself', () => {
    const side = (zone: string, z: number) => ['0,0', '1,0', '0,1', '1,1'].map((at) => `${at},${z},5,${zone}`);
    const field = readField(csv('x,y,z,p,Zone', ...side('upper', 1), ...side('lower', -1)), 'n.csv');
    expect(field.zones).toEqual(['upper', 'lower']);
    expect([...field.zoneOfNode]).toEqual([0, 0, 0, 0, 1, 1, 1, 1]);
    for (let k = 0; k < cellsOf(field.mesh); k++) {
      const corners = [...field.mesh.nodes.subarray(field.mesh.starts[k]!, field.mesh.starts[k + 1]!)];
      expect(new Set(corners.map((n) => field.zoneOfNode[n]))).toEqual(new Set([field.mesh.zones[k]]));
    }
  });

  test('holds what another file of the same field does, to the last bit', () => {
    // The vane was written by VTK 9.1.
    const file = new URL('../../../test/fields/vane-appended-zlib.vtu', import.meta.url);
    const vane = readField(new Uint8Array(readFileSync(file)), 'vane.vtu');
    const columns = [...vane.coordinates, ...vane.variables.map((v) => v.values)];
    const heads = ['x', 'y', 'z', ...vane.variables.map((v) => v.name)];
    const rows = [...vane.coordinates[0].keys()].map((i) => columns.map((c) => String(c[i]!)).join(','));
    const field = readField(csv(heads.join(','), ...rows), 'vane.csv');
    field.coordinates.forEach((c, axis) => expect([...c]).toEqual([...vane.coordinates[axis]!]));
    for (const { name, values } of vane.variables)
      expect([...field.variables.find((v) => v.name === name)!.values]).toEqual([...values]);
  });
});

describe('a table of cells beside it in an archive', () => {
  const nodes = csv('x,y,z,p', '0,0,0,1', '1,0,0,2', '1,1,0,3', '0,1,0,4', '2,0,0,5');
  const sent = (cells: string[], name = 'triangles.csv') =>
    readField(zipSync({ 'nodes.csv': nodes, [name]: csv(...cells) }), 'field.zip');
  const cornersOf = ({ mesh }: ReturnType<typeof sent>): number[][] =>
    Array.from({ length: cellsOf(mesh) }, (_, k) => [...mesh.nodes.subarray(mesh.starts[k]!, mesh.starts[k + 1]!)]);

  test('joins them, counted from 1, or from 0 where one is named so', () => {
    const one = sent(['a,b,c', '1,2,3', '2,5,3']);
    expect(cornersOf(one)).toEqual([
      [0, 1, 2],
      [1, 4, 2],
    ]);
    expect(one.remarks).toEqual(['Its nodes are joined as "triangles.csv" says, counted from 1.']);
    expect(one.joinedIn).toBeUndefined();
    const zero = sent(['a,b,c', '0,1,2', '1,4,2']);
    expect(cornersOf(zero)).toEqual(cornersOf(one));
  });

  test('has triangles and quadrilaterals, and may number them', () =>
    expect(cornersOf(sent(['cell,a,b,c,d', '7,1,2,3,4', '8,2,5,3,']))).toEqual([
      [0, 1, 2, 3],
      [1, 4, 2],
    ]));

  test.each([
    [['a,b,c', '1,2,3', '1,2,9'], 'Line 3 of "triangles.csv" joins no cell: node 9 is none of the 5 nodes'],
    [['a,b,c', '1,2,3', '1,2.5,3'], 'node 2.5 is none'],
    [['a,b,c', '1,2,3', '1,2,'], 'it names 2 nodes'],
  ])('is refused with the line where it names what is not there: %j', (cells, words) =>
    expect(() => sent(cells)).toThrow(refused('FIELD_CELL_TABLE', words)),
  );

  test('cells across zones are left out, and counted', () => {
    const zoned = csv('x,y,z,Zone', '0,0,0,a', '1,0,0,a', '1,1,0,a', '0,1,0,b', '2,0,0,b', '2,2,0,b');
    const files = { 'nodes.csv': zoned, 'cells.csv': csv('i,j,k', '1,2,3', '3,4,5', '4,5,6') };
    const field = readField(zipSync(files), 'field.zip');
    expect([...field.mesh.zones]).toEqual([0, 1]);
    expect(field.remarks.join()).toContain('1 cells join nodes of several zones');
  });

  test('of two zones each finds the table of its own name', () => {
    const other = csv('x,y,z', '0,0,5', '1,0,5', '0,1,5');
    const field = readField(
      zipSync({
        'hub-nodes.csv': nodes,
        'tip-nodes.csv': other,
        'hub-cells.csv': csv('a,b,c', '1,2,3'),
        'tip-cells.csv': csv('a,b,c', '3,2,1'),
      }),
      'field.zip',
    );
    expect(cornersOf(field)).toEqual([
      [0, 1, 2],
      [7, 6, 5],
    ]);
  });
});
