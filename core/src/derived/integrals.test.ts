/** Integrals as runs: a box of 40 × 30 × 20 mm of one zone for each pair of sides, under pressures with formulas. */
import { describe, expect, test } from '@jest/globals';
import { shapeCode, type Mesh } from '../field';
import type { Channel } from '../sample';
import { makeDerived, recipeWords, type FieldState, type Recipe } from '.';

const SIZE = [40, 30, 20];
const sides = [
  [0, 2, 3, 1],
  [4, 5, 7, 6],
  [0, 1, 5, 4],
  [2, 6, 7, 3],
  [0, 4, 6, 2],
  [1, 3, 7, 5],
];
function box(faces: number[] = [0, 1, 2, 3, 4, 5], pressureUnit = 'kPa'): FieldState {
  const corner = (axis: number) => Float64Array.from({ length: 8 }, (_, n) => ((n >> axis) & 1) * SIZE[axis]!);
  const mesh: Mesh = {
    nodes: Uint32Array.from(faces.flatMap((f) => sides[f]!)),
    starts: Uint32Array.from({ length: faces.length + 1 }, (_, k) => 4 * k),
    shapes: new Uint8Array(faces.length).fill(shapeCode('quadrilateral')),
    zones: Uint16Array.from(faces, (f) => f >> 1),
  };
  const channel = (symbol: string, unit: string, values: Float64Array, more: Partial<Channel> = {}) =>
    [symbol, { symbol, name: symbol, unit, origin: 'logged', values, ...more }] as [string, Channel];
  const channels = new Map([
    ...['x', 'y', 'z'].map((symbol, axis) => channel(symbol, 'mm', corner(axis))),
    channel('zone', '', new Float64Array(8), { labels: ['ends', 'flanks', 'caps'], name: 'Zone' }),
    channel('p', pressureUnit, new Float64Array(8).fill(250)),
    channel('p_z', pressureUnit, corner(2)),
  ]);
  return {
    name: 'Box',
    state: { samples: 8, channels, mask: new Uint16Array(8), along: undefined },
    ...{ mesh, coordinates: ['x', 'y', 'z'], zone: 'zone' },
  };
}
const recipe = (settings: object): Recipe => ({
  kind: 'integrals',
  settings: { zones: [], pressure: '', reference: 0, ...settings },
});
const made = (settings: object, of = box()) => {
  const { channels, said } = makeDerived(of, recipe(settings));
  const found = (symbol: string) => channels.find((c) => c.symbol === symbol)!;
  return { channels, said, unit: (s: string) => found(s).unit, column: (s: string) => [...found(s).values] };
};

describe('over the surface of a box', () => {
  test('each zone has its area and its means, and all of them together', () => {
    const { column, unit, channels } = made({});
    expect(unit('A')).toBe('mm²');
    expect(column('A')).toEqual([2 * 40 * 30, 2 * 40 * 20, 2 * 30 * 20, 5200]);
    expect(column('zone')).toEqual([0, 1, 2, 3]);
    expect(channels.find((c) => c.symbol === 'zone')!.labels).toEqual(['ends', 'flanks', 'caps', 'all zones']);
    expect(column('p')).toEqual([250, 250, 250, 250]);
    expect(channels.some((c) => c.symbol.startsWith('F_'))).toBe(false);
  });
  test('a constant pressure has no force, one that grows with z lifts by its volume', () => {
    for (const axis of ['F_x', 'F_y', 'F_z']) expect(made({ pressure: 'p' }).column(axis)[3]).toBeCloseTo(0, 12);
    const { column, unit } = made({ pressure: 'p_z' });
    expect(unit('F_z')).toBe('N');
    // 1 kPa/mm over 24 000 mm³ is 24 N, down.
    expect(column('F_z')[3]).toBeCloseTo(-24, 12);
    expect(column('F_x')[3]).toBeCloseTo(0, 12);
  });
  test('a coefficient of pressure has an area for its force', () => {
    const { unit, column } = made({ pressure: 'p_z' }, box(undefined, ''));
    expect([unit('F_z'), column('F_z')[3]]).toEqual(['mm²', expect.closeTo(-24_000, 8)]);
    expect(made({ pressure: 'p_z' }, box(undefined, '%')).column('F_z')[3]).toBeCloseTo(-240, 8);
  });
  test('what is no pressure pushes on nothing; its mean is there', () => {
    for (const [pressure, of] of [
      ['p', box(undefined, '°C')],
      ['x', box()],
    ] as const)
      expect(() => made({ pressure }, of)).toThrow(expect.objectContaining({ code: 'FIELD_NO_PRESSURE' }) as never);
    expect(made({}, box(undefined, '°C')).unit('p')).toBe('°C');
  });
  test('tells areas and forces in words, and that it is closed; an open one says which side is outside', () => {
    const { said } = made({ pressure: 'p_z' });
    expect(said).toContain('all zones: 5200 mm², force (0, 0, −24) N');
    expect(said).toContain('1 surface, 1 closed');
    expect(said.join()).not.toContain('open surface');
    expect(made({ pressure: 'p_z', zones: ['flanks', 'caps'] }).said.join()).toContain('An open surface');
    expect(made({}, box([1])).said.join()).not.toContain('flat surface');
    expect(made({ pressure: 'p' }, box([1])).said.join()).toContain('A flat surface');
  });
  test('one zone alone is no sum of zones', () => expect(made({ zones: ['caps'] }).column('A')).toEqual([1200]));
});

describe('what is told only where it is so', () => {
  const strip = (last: number[]): FieldState => {
    const of = box([0, 0, 0]);
    of.mesh.nodes.set([0, 1, 3, 2, 2, 3, 7, 6, ...last]);
    return of;
  };
  test('a twist, of which there is no force', () => {
    const twisted = made({ pressure: 'p' }, strip([6, 7, 0, 1]));
    expect(twisted.said.join()).toContain('No force: a surface has a twist');
    expect(twisted.column('F_z')).toEqual([NaN]);
    const plain = made({ pressure: 'p' }, strip([6, 7, 1, 0]));
    expect(plain.said.join()).not.toContain('twist');
    expect(plain.column('F_z').some(Number.isNaN)).toBe(false);
  });
  test('faces that are passed over', () => {
    const holed = box();
    holed.state.mask[0] = 1;
    expect(made({}, holed).said.join()).toContain('3 faces passed over: a node is set aside');
    expect(made({}).said.join()).not.toContain('passed over');
  });
});

describe('along cuts', () => {
  const at = { channel: 'z', values: [5, 15] };
  test('each station has length, enclosed area, means and force by depth', () => {
    const { column, unit } = made({ at, pressure: 'p_z' });
    expect(column('station')).toEqual([5, 5, 5, 15, 15, 15]);
    expect(unit('station')).toBe('mm');
    expect(made({ at }).said[0]).toBe('z 5 mm, flanks: 80 mm');
    expect(column('L')).toEqual([80, 60, 140, 80, 60, 140]);
    expect([column('A')[2], column('A')[0]]).toEqual([1200, NaN]);
    expect(column('p_z')).toEqual([5, 5, 5, 15, 15, 15]);
    expect(unit('F_x')).toBe('N/m');
    expect(column('F_x')[2]).toBeCloseTo(0, 12);
  });
  test('an open cut has no force, which is told', () => {
    const { column, said } = made({ at, pressure: 'p_z', zones: ['flanks'] });
    expect(column('F_x').every(Number.isNaN)).toBe(true);
    expect(said.join()).toContain('No force at z = 5, 15: its lines do not close, or lie on each other.');
    expect(said.join()).not.toContain('force (');
  });
});

test('no sum is given over zones that lie on each other, which is told; over others one is', () => {
  const doubled = box([0, 0, 1, 2, 3, 4, 5]);
  doubled.mesh.zones[0] = 2;
  const { column, said } = made({ pressure: 'p_z' }, doubled);
  expect(column('zone')).toEqual([0, 1, 2]);
  expect(said.join()).toContain('1 face lies on one of another zone, so that no sum over all zones is given.');
  expect(made({}).said.join()).not.toContain('of another zone');
});

test('a channel that is not there, or holds words, is refused', () => {
  for (const pressure of ['q', 'zone'])
    expect(() => made({ pressure })).toThrow(expect.objectContaining({ code: 'FIELD_CHANNEL' }) as never);
});
test('the words of the recipe', () => {
  expect(recipeWords(recipe({ pressure: 'p', zones: ['caps'] }))).toBe('means and force of p over the surface on caps');
  expect(recipeWords(recipe({ at: { channel: 'z', values: [5] } }))).toBe('means along cuts at z = 5');
});
