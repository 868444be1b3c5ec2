/** A cylinder of radius 2 and height 1 in two zones, cut at stations: what becomes of its channels, and what is told. */
import { describe, expect, test } from '@jest/globals';
import { AppError } from '../error/AppError';
import { shapeCode, type Mesh } from '../field';
import type { Channel } from '../sample';
import { makeDerived, recipeWords, type FieldState, type Recipe } from '.';

const [AROUND, UP] = [40, 5];
/** Each zone is half of the cylinder, with nodes of its own. */
function field(change: (channels: Map<string, Channel>) => void = () => undefined): FieldState {
  const [x, y, z, zone]: number[][] = [[], [], [], []];
  const nodes: number[] = [];
  for (const half of [0, 1])
    for (let j = 0; j <= UP; j++)
      for (let i = 0; i <= AROUND; i++) {
        const angle = Math.PI * (half + i / AROUND);
        x!.push(2 * Math.cos(angle));
        y!.push(2 * Math.sin(angle));
        z!.push(j / UP);
        zone!.push(half);
        const a = x!.length - 1;
        if (i < AROUND && j < UP) nodes.push(a, a + 1, a + AROUND + 2, a + AROUND + 1);
      }
  const cells = nodes.length / 4;
  const mesh: Mesh = {
    nodes: Uint32Array.from(nodes),
    starts: Uint32Array.from({ length: cells + 1 }, (_, k) => 4 * k),
    shapes: new Uint8Array(cells).fill(shapeCode('quadrilateral')),
    zones: Uint16Array.from({ length: cells }, (_, k) => (k < cells / 2 ? 0 : 1)),
  };
  const channel = (symbol: string, unit: string, values: number[], more: Partial<Channel> = {}): [string, Channel] => [
    symbol,
    { symbol, name: symbol, unit, origin: 'logged', values: Float64Array.from(values), ...more },
  ];
  const declared = { kind: 'absolute', value: 0.1, statedAs: 'standard' } as const;
  const channels = new Map([
    channel('x', 'mm', x!),
    channel('y', 'mm', y!),
    channel('z', 'mm', z!),
    channel('zone', '', zone!, { labels: ['suction side', 'pressure side'] }),
    channel(
      'p',
      'kPa',
      z!.map((v) => 100 + 10 * v),
      { uncertainty: declared },
    ),
    channel(
      'z_rel',
      '',
      z!.map((v) => v),
      { origin: 'derived', uncertainty: declared },
    ),
  ]);
  change(channels);
  return {
    name: 'Guide vane',
    state: { samples: x!.length, channels, mask: new Uint16Array(x!.length), along: undefined },
    ...{ mesh, coordinates: ['x', 'y', 'z'], zone: 'zone' },
  };
}
const cutAt = (values: number[], zones: string[] = [], channel = 'z_rel'): Recipe => ({
  kind: 'cut',
  settings: { where: { channel, values }, zones },
});
const plane = (point: number[], normal: number[], zones: string[] = []): Recipe => ({
  kind: 'cut',
  settings: { where: { point, normal }, zones },
});
const columnsOf = (recipe: Recipe, of = field()) => {
  const made = makeDerived(of, recipe);
  const column = (symbol: string) => [...made.channels.find((c) => c.symbol === symbol)!.values];
  return { ...made, column };
};
const messageOf = (recipe: Recipe, of = field()): string => {
  try {
    makeDerived(of, recipe);
  } catch (error) {
    if (error instanceof AppError) return error.message;
    throw error;
  }
  return 'nothing';
};

describe('upper and lower side of a cut', () => {
  const sided = (sides: object, zones: string[] = []): Recipe => {
    const { kind, settings } = cutAt([0.3], zones);
    return { kind, settings: { ...settings, sides } };
  };
  test('are words beside the points, and each runs along x from its lowest place', () => {
    const { column, channels, said } = columnsOf(sided({ along: 'x', across: 'y' }));
    expect(channels.find((c) => c.symbol === 'side')!.labels).toEqual(['upper', 'lower']);
    const [side, x, y] = ['side', 'x', 'y'].map(column);
    y!.forEach((v, k) => expect(Math.abs(v) < 1e-9 || v > 0 === (side![k] === 0)).toBe(true));
    expect(x![0]).toBeCloseTo(-2, 12);
    expect(x!.at(-1)).toBeCloseTo(2, 12);
    expect(said).toContain('All parts are told apart as upper and lower.');
  });
  test('where there is one side alone, none is told, and no word stands there', () => {
    const { column, said } = columnsOf(sided({ along: 'x', across: 'y' }, ['suction side']));
    expect(column('side').every(Number.isNaN)).toBe(true);
    expect(said.join()).not.toContain('told apart');
  });
  test('are in the words of the recipe, and a channel that is not there is refused', () => {
    expect(recipeWords(sided({ along: 'x', across: 'y' }))).toBe(
      'cut at z_rel = 0.3, upper and lower side by y along x',
    );
    expect(messageOf(sided({ along: 'x', across: 'q' }))).toMatch(/q/);
  });
});

describe('a cut at stations', () => {
  const { column, channels, said, along } = columnsOf(cutAt([0.3, 0.77]));
  test('has the station, the length, the part and all channels of the field', () => {
    expect(channels.map((c) => `${c.symbol} ${c.unit}`.trim())).toEqual([
      ...['station', 's mm', 'part', 'x mm', 'y mm', 'z mm', 'zone', 'p kPa', 'z_rel'],
    ]);
    expect(along).toBe('s');
    expect(new Set(column('station'))).toEqual(new Set([0.3, 0.77]));
    column('p').forEach((p, k) => expect(p).toBeCloseTo(100 + 10 * column('station')[k]!, 12));
  });
  test('each zone is a part of each cut; the length begins anew with it and ends at half the polygon', () => {
    const parts = column('part');
    expect(new Set(parts)).toEqual(new Set([1, 2, 3, 4]));
    const half = AROUND * 4 * Math.sin(Math.PI / AROUND / 2);
    for (const part of [1, 2, 3, 4]) {
      const lengths = column('s').filter((_, k) => parts[k] === part);
      expect([lengths[0], lengths.length]).toEqual([0, AROUND + 1]);
      expect(lengths.at(-1)).toBeCloseTo(half, 12);
    }
    expect(channels.find((c) => c.symbol === 'zone')!.labels).toEqual(['suction side', 'pressure side']);
    expect(column('zone').map((z, k) => z === (parts[k]! - 1) % 2)).not.toContain(false);
  });
  test('what is declared of a logged channel goes along; what a step made has no ± of its own', () => {
    const of = (symbol: string) => channels.find((c) => c.symbol === symbol)!.uncertainty;
    expect(of('p')).toEqual({ kind: 'absolute', value: 0.1, statedAs: 'standard' });
    expect(of('z_rel')).toBeUndefined();
  });
  test('tells what it found', () => expect(said).toEqual([`2 cuts, 4 parts (0 closed), ${4 * (AROUND + 1)} points`]));
  test('of one zone has that alone', () => {
    const one = columnsOf(cutAt([0.3], ['pressure side']));
    expect(new Set(one.column('zone'))).toEqual(new Set([1]));
    expect(one.said[0]).toContain('1 cut, 1 part (0 closed)');
  });
  test('symbols that the field has already get a number', () => {
    const made = columnsOf(
      cutAt([0.3]),
      field((c) => c.set('s', { ...c.get('p')!, symbol: 's' })),
    );
    expect(made.along).toBe('s_2');
  });
});

describe('a plane', () => {
  test('across gives the same as its height', () => {
    const [byPlane, byHeight] = [columnsOf(plane([0, 0, 0.3], [0, 0, 5])), columnsOf(cutAt([0.3], [], 'z'))];
    for (const symbol of ['x', 'y', 'p', 's'])
      byPlane.column(symbol).forEach((v, k) => expect(v).toBeCloseTo(byHeight.column(symbol)[k]!, 12));
    expect(byPlane.channels.map((c) => c.symbol)).not.toContain('station');
  });
  test('aslant cuts an ellipse: its points lie on the plane and the cylinder’s faces', () => {
    const { column } = columnsOf(plane([0, 0, 0.5], [0.1, 0, 1]));
    column('x').forEach((x, k) => expect(0.1 * x + column('z')[k]! - 0.5).toBeCloseTo(0, 12));
  });
});

describe('nodes that are set aside', () => {
  test('take their faces with them, which is told', () => {
    const of = field();
    of.state.mask[AROUND + 1] = 1;
    expect(columnsOf(cutAt([0.3], [], 'z'), of).said).toEqual([
      `1 cut, 2 parts (0 closed), ${2 * (AROUND + 1) - 1} points`,
      '1 face passed over: a node of it is set aside or has no value.',
    ]);
  });
  test('where all faces of a cut are set aside that is why there is none, and not that it misses them', () => {
    const of = field();
    of.state.mask.fill(1);
    expect(messageOf(cutAt([0.3], [], 'z'), of)).toBe(
      `Every face that is cut at z = 0.3 mm has a node that is set aside or has no value (${2 * AROUND} of them). Bring nodes back, or choose another value.`,
    );
    expect(messageOf(cutAt([1.5], [], 'z'), of)).toContain('No face is cut at z = 1.5 mm');
  });
  test('faces in the cut as a whole are told', () =>
    expect(
      columnsOf(
        cutAt([0.5], [], 'step'),
        field((c) =>
          c.set('step', {
            ...c.get('z')!,
            symbol: 'step',
            values: c.get('z')!.values.map((z) => Math.max(0.5, z) - (z === 0 ? 0.1 : 0)),
          }),
        ),
      ).said.at(-1),
    ).toContain('in the cut as a whole'));
});

describe('what cannot be cut says why', () => {
  test.each([
    [
      'beyond the field',
      cutAt([1.5], [], 'z'),
      'No face is cut at z = 1.5 mm: on the zones chosen it goes from 0 to 1 mm',
    ],
    ['a plane that passes by', plane([0, 0, 9], [0, 0, 1]), 'the distance from the plane = 0 mm'],
    ['no direction', plane([0, 0, 0], [0, 0, 0]), 'has no length'],
    ['a channel that is not there', cutAt([1], [], 'T'), 'no channel of numbers T'],
    ['a channel of words', cutAt([1], [], 'zone'), 'no channel of numbers zone'],
    ['a zone that is not there', cutAt([0.3], ['hub']), 'Its zones: suction side, pressure side.'],
    ['no station', cutAt([]), 'Cut: "Where"'],
    ['another way', { kind: 'melt', settings: {} }, '"melt"'],
  ])('%s', (_, recipe, words) => expect(messageOf(recipe)).toContain(words));
  test('coordinates of two units', () =>
    expect(
      messageOf(
        cutAt([0.3]),
        field((c) => c.set('y', { ...c.get('y')!, unit: 'm' })),
      ),
    ).toContain('are in mm, m, mm'));
  test('samples that are no nodes any more', () => {
    const of = field();
    expect(messageOf(cutAt([0.3]), { ...of, state: { ...of.state, samples: 12 } })).toContain('has 12 samples');
    expect(
      messageOf(cutAt([0.3]), { ...of, state: { ...of.state, logged: { samples: 1, mask: new Uint16Array(1) } } }),
    ).toContain('resample');
  });
});

describe('at places', () => {
  const at = (places: number[][], between = 0, zones: string[] = []): Recipe => ({
    kind: 'places',
    settings: { places, between, zones },
  });
  test('all channels are those of the nearest point of the surface, whose distance is told', () => {
    const { column, channels, said, along } = columnsOf(
      at([
        [5, 0, 0.5],
        [0, 2, 0.25],
      ]),
    );
    expect(channels.map((c) => `${c.symbol} ${c.unit}`.trim()).slice(0, 3)).toEqual(['s mm', 'distance mm', 'x mm']);
    expect(along).toBe('s');
    expect(column('distance')[0]).toBeCloseTo(3, 12);
    expect([column('x')[0], column('z')[0], column('p')[0]]).toEqual([
      expect.closeTo(2, 12),
      0.5,
      expect.closeTo(105, 12),
    ]);
    expect(column('p')[1]).toBeCloseTo(102.5, 10);
    expect(column('s')).toEqual([0, Math.hypot(5, 2, 0.25)]);
    expect(said).toEqual(['2 points on the surface', 'At most 3 mm from the place that was asked for, at point 1.']);
  });
  test('a path has as many points between two places as wanted', () => {
    const { column, said } = columnsOf(
      at(
        [
          [2, 0, 0],
          [2, 0, 1],
        ],
        3,
      ),
    );
    expect(column('s')).toEqual([0, 0.25, 0.5, 0.75, 1]);
    column('z').forEach((z, k) => expect(z).toBeCloseTo(k / 4, 12));
    expect(said[0]).toBe('5 points on the surface');
  });
  test('only zones and nodes that count are looked at', () => {
    expect(columnsOf(at([[0, 2, 0.5]], 0, ['pressure side'])).column('zone')).toEqual([1]);
    expect(columnsOf(at([[0, 2, 0.5]])).column('zone')).toEqual([0]);
    const of = field();
    of.state.mask.fill(1);
    expect(messageOf(at([[0, 2, 0.5]]), of)).toContain('no face whose nodes are all kept');
  });
  test('what it does, and what is too much, is said', () => {
    expect(recipeWords(at([[0, 0, 0]]))).toBe('at 1 place');
    expect(
      recipeWords(
        at(
          [
            [0, 0, 0],
            [1, 1, 1],
          ],
          9,
          ['hub'],
        ),
      ),
    ).toBe('along the lines between 2 places on hub');
    expect(messageOf(at(Array(50).fill([0, 0, 0]), 9999))).toContain('at most 100000 are taken');
    expect(columnsOf(at([[2, 0, 0.5]])).said[1]).toBe('It lies 0 mm from the place that was asked for.');
  });
});

test('a recipe in words', () => {
  expect(recipeWords(cutAt([0.15, 0.5], ['suction side']))).toBe('cut at z_rel = 0.15, 0.5 on suction side');
  expect(recipeWords(plane([0, 0, 1], [0, 1, 0]))).toBe('cut by the plane through (0, 0, 1) that looks to (0, 1, 0)');
});
