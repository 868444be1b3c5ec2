/** Fields made of fields: flats through solids, and what another mesh says at the nodes of the first. */
import { describe, expect, test } from '@jest/globals';
import { shapeCode, type Mesh } from '../field';
import type { Channel } from '../sample';
import { makeDerived, othersOf, recipeWords, type FieldState, type Recipe } from '.';

const channel = (symbol: string, unit: string, values: Float64Array, more: Partial<Channel> = {}) =>
  [symbol, { symbol, name: symbol, unit, origin: 'logged', values, ...more }] as [string, Channel];

interface Block {
  /** Cells along each edge. */
  cells: number;
  /** Of one unit of length, in mm. */
  unit?: 'mm' | 'm';
  solid?: boolean;
  labels?: string[];
  q?(x: number, y: number, z: number): number;
}

/** A cube of 10 mm of hexahedra, or its lower side of quadrilaterals; its left half is one zone, its right half another. */
function block({ cells, unit = 'mm', solid = true, labels = ['left', 'right'], q = (x) => x }: Block): FieldState {
  const side = cells + 1;
  const layers = solid ? side : 1;
  const count = side * side * layers;
  const of = (axis: number) =>
    Float64Array.from({ length: count }, (_, n) => {
      const place = Math.floor(n / side ** axis) % side;
      return ((place / cells) * 10) / (unit === 'm' ? 1000 : 1);
    });
  const [x, y, z] = [of(0), of(1), solid ? of(2) : new Float64Array(count)];
  const nodes: number[] = [];
  const zones: number[] = [];
  for (let k = 0; k < (solid ? cells : 1); k++)
    for (let j = 0; j < cells; j++)
      for (let i = 0; i < cells; i++) {
        const a = i + side * (j + side * k);
        const flat = [a, a + 1, a + 1 + side, a + side];
        nodes.push(...flat, ...(solid ? flat.map((n) => n + side * side) : []));
        zones.push(i < cells / 2 ? 0 : 1);
      }
  const corners = solid ? 8 : 4;
  const mesh: Mesh = {
    nodes: Uint32Array.from(nodes),
    starts: Uint32Array.from({ length: zones.length + 1 }, (_, k) => corners * k),
    shapes: new Uint8Array(zones.length).fill(shapeCode(solid ? 'hexahedron' : 'quadrilateral')),
    zones: Uint16Array.from(zones),
  };
  const mm = (v: number) => v * (unit === 'm' ? 1000 : 1);
  const channels = new Map([
    channel(
      'q',
      'kPa',
      Float64Array.from(x, (v, n) => q(mm(v), mm(y[n]!), mm(z[n]!))),
    ),
    ...[channel('x', unit, x), channel('y', unit, y), channel('z', unit, z)],
    channel(
      'zone',
      '',
      Float64Array.from(x, (v) => (mm(v) < 5 ? 0 : 1)),
      { labels },
    ),
  ]);
  return {
    name: `Block ${cells}`,
    state: { samples: count, channels, mask: new Uint16Array(count), along: undefined },
    ...{ mesh, coordinates: ['x', 'y', 'z'], zone: 'zone' },
  };
}
const made = (recipe: Recipe, field: FieldState, others: FieldState[] = []) => {
  const derived = makeDerived(field, recipe, others);
  return { ...derived, column: (symbol: string) => [...derived.channels.find((c) => c.symbol === symbol)!.values] };
};

describe('a section', () => {
  const at = (settings: object): Recipe => ({ kind: 'section', settings: { zones: [], ...settings } });
  const straight = block({ cells: 4, q: (x, y, z) => x + 10 * y + 100 * z });
  test('is a field: coordinates and zone first, all channels, a mesh of its own', () => {
    const { channels, mesh, column, said } = made(at({ where: { channel: 'z', values: [3, 6] } }), straight);
    expect(channels.map((c) => c.symbol)).toEqual(['x', 'y', 'z', 'zone', 'q', 'station']);
    expect([mesh!.zones.length, column('z').length]).toEqual([32, 50]);
    expect(new Set(column('z'))).toEqual(new Set([3, 6]));
    expect(column('station')).toEqual(column('z'));
    expect(Math.max(...mesh!.nodes)).toBe(49);
    column('q').forEach((v, k) =>
      expect(v).toBeCloseTo(column('x')[k]! + 10 * column('y')[k]! + 100 * column('z')[k]!, 9),
    );
    expect(said).toEqual(['2 sections, 32 faces, 50 nodes']);
  });
  test('goes through the zones that are chosen, by a plane too', () => {
    const { mesh, channels } = made(at({ where: { point: [0, 0, 3], normal: [0, 0, 1] }, zones: ['right'] }), straight);
    expect(new Set(mesh!.zones)).toEqual(new Set([1]));
    expect(channels.some((c) => c.symbol === 'station')).toBe(false);
  });
  test('beside the solids, and where there are none, is refused', () => {
    const refused = (field: FieldState, value: number, code: string) =>
      expect(() => made(at({ where: { channel: 'z', values: [value] } }), field)).toThrow(
        expect.objectContaining({ code }) as never,
      );
    refused(straight, 30, 'FIELD_CUT_NOTHING');
    refused(block({ cells: 2, solid: false }), 0, 'FIELD_NO_SOLIDS');
  });
  test('cells with a node that is set aside are passed over, and counted', () => {
    const mask = new Uint16Array(straight.state.samples);
    mask[0] = 1;
    const holed = { ...straight, state: { ...straight.state, mask } };
    expect(made(at({ where: { channel: 'z', values: [1] } }), holed).said).toEqual([
      '1 section, 15 faces, 24 nodes',
      '1 cell passed over: a node of each is set aside or has no value.',
    ]);
  });
  test('in words', () =>
    expect(recipeWords(at({ where: { channel: 'z', values: [3] }, zones: ['left'] }))).toBe(
      'section at z = 3 on left',
    ));
});

describe('a section at the ends of the solids', () => {
  const at = (value: number): Recipe => ({
    kind: 'section',
    settings: { where: { channel: 'z', values: [value] }, zones: [] },
  });
  test('a node at the value counts as above: the upper end is a section, the lower one is none', () => {
    expect(made(at(10), block({ cells: 4 })).mesh!.zones.length).toBe(16);
    expect(() => made(at(0), block({ cells: 4 }))).toThrow(
      expect.objectContaining({ code: 'FIELD_CUT_NOTHING' }) as never,
    );
  });
});

describe('places in solids', () => {
  const at = (...places: number[][]): Recipe => ({ kind: 'places', settings: { places, between: 0, zones: [] } });
  const solids = block({ cells: 4, q: (x, y, z) => x + y * z });
  test('within them are told to lie there, and have what is known there', () => {
    const { said, column } = made(at([1, 2, 3], [6, 7, 8]), solids);
    expect(said).toEqual(['2 points, all of them lie in the field.']);
    expect([column('q')[1], column('distance')]).toEqual([expect.closeTo(62, 9), [0, 0]]);
    expect(made(at([1, 2, 3]), solids).said).toEqual(['1 point, it lies in the field.']);
  });
  test('outside of them are counted, with the farthest', () => {
    expect(made(at([1, 2, 3], [5, 5, 12]), solids).said).toEqual([
      '2 points, 1 of them on the surface',
      'At most 2 mm from the place that was asked for, at point 2.',
    ]);
    expect(made(at([5, 5, 12], [5, 5, 11]), solids).said[0]).toBe('2 points on the surface');
  });
});

describe('the difference from another field', () => {
  const recipe: Recipe = { kind: 'difference', settings: { other: 7, channels: ['q'] } };
  test('names the field that it reads', () => {
    expect(othersOf(recipe)).toEqual([7]);
    expect(othersOf({ kind: 'section', settings: { where: { channel: 'z', values: [1] }, zones: [] } })).toEqual([]);
    expect(recipeWords(recipe)).toBe('difference of q from another field');
    expect(recipeWords(recipe, ['Finer'])).toBe('difference of q from "Finer"');
  });
  test('of a straight quantity is nothing on any mesh, in solids and on surfaces, in another unit of length', () => {
    const q = (x: number, y: number, z: number) => 2 * x - y + 3 * z;
    for (const solid of [true, false]) {
      const { column, mesh, channels } = made(recipe, block({ cells: 4, solid, q }), [
        block({ cells: 6, solid, q, unit: 'm' }),
      ]);
      for (const off of column('q_diff')) expect(off).toBeCloseTo(0, 9);
      for (const far of column('distance')) expect(far).toBeCloseTo(0, 9);
      expect(mesh!.zones.length).toBe(solid ? 64 : 16);
      expect(channels.map((c) => c.symbol).slice(0, 7)).toEqual(['x', 'y', 'z', 'zone', 'q', 'q_other', 'q_diff']);
    }
  });
  test('of a bent one falls with the square of the mesh width, and is told with its place', () => {
    const q = (x: number) => x * x;
    // Nodes of the first lie in the middle of the cells of the others.
    const worst = (cells: number) =>
      Math.max(
        ...made(recipe, block({ cells: 5, q }), [block({ cells, q })])
          .column('q_diff')
          .map(Math.abs),
      );
    expect(worst(4) / worst(8)).toBeCloseTo(4, 0);
    const { said } = made(recipe, block({ cells: 2, q: () => 1 }), [block({ cells: 2, q: (x) => (x > 5 ? 1.25 : 1) })]);
    expect(said[0]).toBe(
      'q: largest difference −0.25 kPa, at node 3 (10, 0, 0); root mean square 0.144 kPa, mean −0.0833 kPa over 27 nodes',
    );
    expect(said[1]).toBe('No node lies farther from the other field than 0 mm.');
  });
  test('how far the other field lies away is told', () => {
    const other = block({ cells: 2, solid: false });
    other.state.channels.get('z')!.values.fill(0.5);
    const { said, column } = made(recipe, block({ cells: 2, solid: false }), [other]);
    expect(said[1]).toBe('No node lies farther from the other field than 0.5 mm.');
    expect(new Set(column('distance'))).toEqual(new Set([0.5]));
  });
  test('of two temperatures is a difference of temperatures, of two gauge pressures a pressure', () => {
    for (const [unit, off] of [
      ['°C', 'Δ°C'],
      ['kPa(g)', 'kPa'],
      ['m/s', 'm/s'],
    ] as const) {
      const inUnit = (q: number) => {
        const of = block({ cells: 2, q: () => q });
        Object.assign(of.state.channels.get('q')!, { unit });
        return of;
      };
      const { channels, said } = made(recipe, inUnit(20), [inUnit(15)]);
      expect(channels.find((c) => c.symbol === 'q_diff')!.unit).toBe(off);
      expect(channels.find((c) => c.symbol === 'q_other')!.unit).toBe(unit);
      expect(said[0]).toContain(`q: largest difference 5 ${off},`);
    }
  });
  test('a zone is looked up in the one of its name; one that the other has not is told', () => {
    const named = made(recipe, block({ cells: 2 }), [block({ cells: 2 })]);
    expect(named.said.join()).not.toContain('no zone');
    const strange = made(recipe, block({ cells: 2, labels: ['hub', 'right'] }), [block({ cells: 2 })]);
    expect(strange.said.join()).toContain('no zone hub');
  });
  test('a node that is set aside has none, and one of a channel that the other has not is refused', () => {
    const first = block({ cells: 2 });
    const mask = new Uint16Array(first.state.samples);
    mask[26] = 1;
    const { column } = made(recipe, { ...first, state: { ...first.state, mask } }, [block({ cells: 2 })]);
    expect([column('q_diff').length, column('q_diff')[26], column('q_diff')[25]]).toEqual([27, NaN, 0]);
    const without = block({ cells: 2 });
    (without.state.channels as Map<string, Channel>).delete('q');
    expect(() => made(recipe, first, [without])).toThrow(expect.objectContaining({ code: 'FIELD_CHANNEL' }) as never);
  });
});
