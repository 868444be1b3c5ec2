/** What the picture of a field is drawn from, and what a cut in hand becomes. */
import { describe, expect, test } from '@jest/globals';
import { cutName, emptyCut, placesIn, recipeOf, stationsAlong, stationsIn, typedRows } from './cutDraft';
import {
  boxOf,
  drawnEvery,
  drawnTriangles,
  middleOf,
  MOST_DRAWN,
  nearestNode,
  rangeShown,
  sizeOf,
  surfaceIn,
} from './surface';

/** Two triangles in two zones, as the server sends them. */
const bytes = (() => {
  const parts = [
    Uint32Array.of(4, 2, 1),
    Float32Array.of(0, 0, 0, 2, 0, 0, 2, 1, 0, 0, 1, 4),
    Uint32Array.of(0, 1, 2, 0, 2, 3),
    Uint32Array.of(0, 2),
    Uint16Array.of(0, 1),
  ];
  return new Uint8Array(parts.flatMap((p) => [...new Uint8Array(p.buffer)])).buffer;
})();
const surface = surfaceIn(bytes);

describe('a surface', () => {
  test('is what the server sends', () => {
    expect([...surface.positions.slice(3, 6)]).toEqual([2, 0, 0]);
    expect([...surface.corners]).toEqual([0, 1, 2, 0, 2, 3]);
    expect([...surface.edges]).toEqual([0, 2]);
    expect([...surface.zones]).toEqual([0, 1]);
  });
  test('is coloured where all corners have a value, else plain; a hidden zone is not drawn', () => {
    const values = Float32Array.of(1, 2, 3, NaN);
    const drawn = drawnTriangles(surface, values, new Set());
    expect([[...drawn.coloured], [...drawn.plain]]).toEqual([
      [0, 1, 2],
      [0, 2, 3],
    ]);
    expect([2, MOST_DRAWN, MOST_DRAWN + 1].map((n) => drawnEvery({ zones: new Uint16Array(n) }))).toEqual([1, 1, 2]);
    expect([...drawnTriangles(surface, values, new Set([0])).coloured]).toEqual([]);
    expect([...drawnTriangles(surface, values, new Set([1])).plain]).toEqual([]);
  });
  test('has its range from what is shown', () => {
    const values = Float32Array.of(1, 2, 3, 9);
    expect(rangeShown(surface, values, new Set())).toEqual([1, 9]);
    expect(rangeShown(surface, values, new Set([1]))).toEqual([1, 3]);
    expect(rangeShown(surface, Float32Array.of(NaN, NaN, NaN, NaN), new Set())).toBeUndefined();
    expect(rangeShown(surface, values, new Set([0, 1]))).toBeUndefined();
  });
  test('lies in a box; what has no place is left out', () => {
    expect(boxOf(surface.positions)).toEqual({ low: [0, 0, 0], high: [2, 1, 4] });
    expect(boxOf(Float32Array.of(NaN, NaN, NaN, 1, 2, 3))).toEqual({ low: [1, 2, 3], high: [1, 2, 3] });
    expect(boxOf(new Float32Array())).toEqual({ low: [0, 0, 0], high: [1, 1, 1] });
    expect([middleOf(boxOf(surface.positions)), sizeOf({ low: [1, 1, 1], high: [1, 1, 1] })]).toEqual([[1, 0.5, 2], 1]);
  });
  test('has the node nearest to a place', () => {
    expect(nearestNode(surface.positions, [1.8, 0.9, 0], [0, 1, 2])).toBe(2);
    expect(nearestNode(surface.positions, [1.8, 0.9, 0], [])).toBeUndefined();
  });
});

describe('stations', () => {
  test.each([
    ['0.15 0.5 0.85', [0.15, 0.5, 0.85]],
    ['0,15; 0,5;0,85', [0.15, 0.5, 0.85]],
    ['1, 2, 3', [1, 2, 3]],
    [' -2e-3\n4 ', [-0.002, 4]],
  ])('%j', (text, values) => expect(stationsIn(text)).toEqual({ values }));
  test.each([
    ['', 'Type at least one'],
    ['0.1 half', '"half" is no number'],
    [Array(201).fill('1').join(' '), '201 stations are more than 200'],
  ])('%j is refused', (text, words) => expect(stationsIn(text)).toEqual({ problem: expect.stringContaining(words) }));
});

test.each([
  [['x', 'y', 'z', 'p', 'z_rel'], 'z_rel'],
  [['x', 'y', 'z', 'p'], 'z'],
  [['a', 'b'], 'a'],
  [[], ''],
])('stations of %j lie along %j', (symbols, wanted) => expect(stationsAlong(symbols)).toBe(wanted));

describe('places', () => {
  test.each([
    ['12.5 3 40', [[12.5, 3, 40]]],
    [
      '1\t2\t3\n\n4;5;6,5',
      [
        [1, 2, 3],
        [4, 5, 6.5],
      ],
    ],
    ['1, 2, 3', [[1, 2, 3]]],
  ])('%j', (text, places) => expect(placesIn(text)).toEqual({ places }));
  test.each([
    ['', 'at least one place'],
    ['1 2 3\n4 5', 'Line 2, "4 5", is not three numbers'],
    ['1 2 here', 'is not three numbers'],
  ])('%j is refused', (text, words) => expect(placesIn(text)).toEqual({ problem: expect.stringContaining(words) }));
});

describe('a cut in hand', () => {
  const draft = { ...emptyCut('z_rel'), stations: '0.15 0.5' };
  test('becomes a recipe', () => {
    expect(recipeOf({ ...draft, zones: ['hub'] })).toEqual({
      recipe: { kind: 'cut', settings: { where: { channel: 'z_rel', values: [0.15, 0.5] }, zones: ['hub'] } },
    });
    expect(recipeOf({ ...draft, by: 'plane', point: [1, 2, 3] })).toEqual({
      recipe: { kind: 'cut', settings: { where: { point: [1, 2, 3], normal: [0, 0, 1] }, zones: [] } },
    });
    expect(recipeOf({ ...draft, by: 'places', places: '1 2 3\n4 5 6', between: 8 })).toEqual({
      recipe: {
        kind: 'places',
        settings: {
          places: [
            [1, 2, 3],
            [4, 5, 6],
          ],
          between: 8,
          zones: [],
        },
      },
    });
  });
  test('tells sides and integrals as they were asked for', () => {
    const settingsOf = (of: Partial<typeof draft>) => {
      const made = recipeOf({ ...draft, ...of });
      return 'recipe' in made ? made.recipe : undefined;
    };
    expect(settingsOf({ hasSides: true, across: 'z' })?.settings).toMatchObject({ sides: { along: 'x', across: 'z' } });
    expect(settingsOf({ by: 'plane', hasSides: true })?.settings).toHaveProperty('sides');
    expect(settingsOf({})?.settings).not.toHaveProperty('sides');
    const pushed = { by: 'integrals' as const, pressure: 'cp', reference: 0.1 };
    expect(settingsOf(pushed)).toEqual({
      kind: 'integrals',
      settings: { zones: [], pressure: 'cp', reference: 0.1 },
    });
    expect(settingsOf({ ...pushed, isAlongCuts: true })?.settings).toMatchObject({
      at: { channel: 'z_rel', values: [0.15, 0.5] },
    });
  });
  test('a section has its stations, a difference its other field and channels', () => {
    expect(recipeOf({ ...draft, by: 'section', zones: ['hub'] })).toEqual({
      recipe: { kind: 'section', settings: { where: { channel: 'z_rel', values: [0.15, 0.5] }, zones: ['hub'] } },
    });
    const off = { ...draft, by: 'difference' as const, other: 9, compared: ['cp'] };
    expect(recipeOf(off)).toEqual({ recipe: { kind: 'difference', settings: { other: 9, channels: ['cp'] } } });
    expect(recipeOf({ ...off, other: null })).toEqual({ problem: expect.stringContaining('Choose the field') });
    expect(recipeOf({ ...off, compared: [] })).toEqual({ problem: expect.stringContaining('at least one channel') });
    expect(cutName('Vane', off, new Set())).toBe('Vane, difference');
    expect(cutName('Vane', { ...draft, by: 'section' }, new Set())).toBe('Vane, section at z_rel 0.15, 0.5');
  });
  test('rows of another run stand as they would be typed', () => {
    expect(typedRows([[0.15 * 1000], [500]], ' ')).toBe('150 500');
    const places = [
      [1, 2.5, 1 / 3],
      [4, 5, -6e-9],
    ];
    expect(placesIn(typedRows(places, '\n'))).toEqual({ places: [[1, 2.5, 0.333333333333], places[1]] });
  });
  test.each([
    [{ ...draft, by: 'integrals' as const, isAlongCuts: true, stations: '' }, 'at least one station'],
    [{ ...draft, channel: '' }, 'Choose the channel'],
    [{ ...draft, stations: '' }, 'at least one station'],
    [{ ...draft, by: 'plane' as const, point: [0, null, 0] }, 'all three numbers'],
    [{ ...draft, by: 'plane' as const, normal: [0, 0, 0] }, 'not zero'],
    [{ ...draft, by: 'places' as const }, 'at least one place'],
  ])('%#. says what hinders it', (of, words) =>
    expect(recipeOf(of)).toEqual({ problem: expect.stringContaining(words) }),
  );
  test('has a name that is free', () => {
    expect(cutName('Vane', draft, new Set())).toBe('Vane, cut at z_rel 0.15, 0.5');
    expect(cutName('Vane', draft, new Set(['Vane, cut at z_rel 0.15, 0.5']))).toBe('Vane, cut at z_rel 0.15, 0.5 (2)');
    expect(cutName('Vane', { ...draft, stations: '1 2 3 4' }, new Set())).toBe('Vane, cut at z_rel');
    expect(cutName('Vane', { ...draft, by: 'plane' }, new Set())).toBe('Vane, cut by a plane');
    expect(cutName('Vane', { ...draft, by: 'places' }, new Set())).toBe('Vane, at places');
    expect(cutName('Vane', { ...draft, by: 'integrals' }, new Set())).toBe('Vane, integrals');
    const along = { ...draft, by: 'integrals' as const, isAlongCuts: true };
    expect(cutName('Vane', along, new Set())).toBe('Vane, integrals at z_rel 0.15, 0.5');
    expect(cutName('Vane', { ...draft, by: 'places', between: 5 }, new Set())).toBe('Vane, along a path');
  });
});
