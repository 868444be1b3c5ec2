/**
 * Zones of CGNS: nodes, cells and values are equal to the bit to what another reader has.
 * Source: files written by the reference library of the standard (cgnslib 3.4, formats/test/fields/cgns.c), read by VTK 9.1
 * of Debian (formats/test/fields/cgns.py).
 */
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { cellsOf, shapeOfCell } from '@undameter/core';
import { loadForField, readField, type Field } from '..';
import type { HowRead } from '../FieldFormat';

interface Zone {
  points: number[][];
  cells: [number, number[]][];
  nodes: Record<string, number[]>;
  cellData: Record<string, number[]>;
}
const folder = 'formats/test/fields';
const expected = JSON.parse(readFileSync(`${folder}/cgns.json`, 'utf8')) as Record<string, Record<string, Zone>>;
const bytesOf = (name: string) => new Uint8Array(readFileSync(`${folder}/${name}`));
const read = (name: string, how: HowRead = {}) => readField(bytesOf(name), name, how);
const shapes: Record<number, string> = { 7: 'polygon', 12: 'hexahedron', 13: 'prism', 14: 'pyramid' };

/** What stands in one zone of a field, its nodes counted from 0. */
function zoneOf(field: Field, name: string) {
  const zone = field.zones.indexOf(name);
  const nodes = [...field.zoneOfNode.keys()].filter((k) => field.zoneOfNode[k] === zone);
  const { mesh } = field;
  const cells = [...mesh.zones.keys()].filter((k) => mesh.zones[k] === zone);
  return {
    points: nodes.map((n) => field.coordinates.map((c) => c[n]!)),
    cells: cells.map((k): [string, number[]] => [
      shapeOfCell(mesh.shapes[k]!).title,
      [...mesh.nodes.subarray(mesh.starts[k], mesh.starts[k + 1])].map((n) => n - nodes[0]!),
    ]),
    values: (variable: string) => nodes.map((n) => field.variables.find((v) => v.name === variable)!.values[n]!),
  };
}

beforeAll(() => loadForField(bytesOf('structured.cgns'), 'structured.cgns'));

describe.each([
  ['structured.cgns', 'inlet', {}],
  ['structured.cgns', 'outlet', {}],
  ['unstructured.cgns', 'solids', { time: 0 }],
  ['unstructured.cgns', 'faces', {}],
])('%s, zone %s', (file, name, how) => {
  const zone = expected[file]![name]!;
  const found = () => zoneOf(read(file, how), name);
  test('has its nodes and cells', () => {
    expect(found().points).toEqual(zone.points);
    expect(found().cells).toEqual(zone.cells.map(([type, nodes]) => [shapes[type]!, nodes]));
  });
  test('has its values', () => {
    for (const [variable, values] of Object.entries(zone.nodes)) expect(found().values(variable)).toEqual(values);
  });
  test('has means of its cells at their nodes', () => {
    for (const [variable, ofCells] of Object.entries(zone.cellData)) {
      const values = found().values(variable);
      zone.points.forEach((_, node) => {
        const around = zone.cells.flatMap(([, nodes], k) => (nodes.includes(node) ? [ofCells[k]!] : []));
        expect(values[node]).toBeCloseTo(around.reduce((sum, v) => sum + v, 0) / around.length, 12);
      });
    }
  });
});

describe('what stands beside the cells', () => {
  test('units of lengths and of a quantity by its exponents; none is made up', () => {
    const field = read('unstructured.cgns');
    expect(field.coordinateUnit).toBe('m');
    expect(field.variables.map((v) => [v.name, v.unit])).toEqual([
      ['Pressure', 'Pa'],
      ['VelocityX', undefined],
    ]);
    expect(read('structured.cgns').coordinateUnit).toBeUndefined();
  });
  test('a boundary is a zone of its own with the nodes that it needs; edges are none', () => {
    const field = read('unstructured.cgns', { time: 0 });
    expect(field.zones).toEqual(['solids', 'solids, Wall', 'faces']);
    const wall = zoneOf(field, 'solids, Wall');
    const solids = expected['unstructured.cgns']!['solids']!;
    // Nodes 9, 12, 3 and 2 of the zone, counted from 1.
    expect(wall.points).toEqual([8, 11, 2, 1].map((n) => solids.points[n]));
    expect(wall.cells).toEqual([
      ['triangle', [0, 1, 2]],
      ['triangle', [0, 2, 3]],
    ]);
    expect(wall.values('Pressure')).toEqual([8, 11, 2, 1].map((n) => solids.nodes['Pressure']![n]));
  });
  test('of a series one time is read, the last one where none is named', () => {
    const at = (how: HowRead) => zoneOf(read('unstructured.cgns', how), 'solids').values('Pressure')[0];
    expect([at({ time: 0 }), at({ time: 1 }), at({}), at({ time: 99 })]).toEqual([101.25, 111.25, 121.25, 121.25]);
    expect(read('unstructured.cgns').times).toEqual([0, 0.25, 0.5]);
    expect(read('structured.cgns').times).toBeUndefined();
  });
});

describe('bad input', () => {
  const messageOf = (bytes: Uint8Array, name = 'vane.cgns'): string => {
    try {
      readField(bytes, name);
      return 'nothing';
    } catch (error) {
      return (error as Error).message;
    }
  };
  test('cut off, of another kind, or kept in the older way is said', () => {
    expect(messageOf(bytesOf('structured.cgns').slice(0, 3000))).toContain('"vane.cgns" cannot be read as a CGNS file');
    const older = new Uint8Array(200);
    older.set(new TextEncoder().encode('@(#)ADF Database Version A02011>'), 4);
    expect(messageOf(older)).toContain('save it as HDF5');
    expect(messageOf(new Uint8Array(8), 'other.cgns')).toContain('does not begin as one');
  });
  test('the file of a grid can be read after one that was refused', () => {
    messageOf(bytesOf('structured.cgns').slice(0, 3000));
    expect(cellsOf(read('structured.cgns').mesh)).toBe(10);
  });
});
