import { describe, expect, test } from '@jest/globals';
import type { FigureContent, FigureDressing, FigureSeries } from '@undameter/contract';
import { axis, measure, series as bare } from '../test/contents';
import { dressingOf, figureOption, houseStyles, lookOfSeries } from './index';
import { layLine } from './layLine';
import { readable } from './seriesLook';
import { sheetOf } from './sheet';

const plain = dressingOf(houseStyles[0]!);
const sheet = sheetOf(plain.look, 1);

const series = (id: string, over: Partial<FigureSeries> = {}): FigureSeries =>
  bare(id, {
    points: { x: [10, 60, 117], y: [27, 20, 7], xError: [], yError: [0.2, null, 0.3] },
    curve: { x: [10, 60, 117], y: [27, 20, 7], low: [26, 19, 6], high: [28, 21, 8], held: false },
    ...over,
  });
const contentOf = (all: FigureSeries[], over: Partial<FigureContent['panels'][number]> = {}): FigureContent => ({
  panels: [
    {
      id: 'main',
      title: '',
      weight: 1,
      x: axis('Flow', 'L/min'),
      y: axis('Head', 'm'),
      right: null,
      series: all,
      levels: [],
      map: null,
      ...over,
    },
  ],
  about: '',
});

interface Element {
  type: string;
  x?: number;
  y?: number;
  rotation?: number;
  style?: { text?: string; fill?: string };
  shape?: Record<string, number>;
  children?: Element[];
}
const draw = (content: FigureContent, over: Partial<FigureDressing> = {}, scale = 1) =>
  figureOption({ content, dressing: { ...plain, ...over }, measure, scale });
const elementsOf = (drawn: ReturnType<typeof draw>) => drawn.option['graphic'] as Element[];
const flat = (elements: Element[]): Element[] => elements.flatMap((e) => (e.children ? flat(e.children) : [e]));
const textsOf = (drawn: ReturnType<typeof draw>): string[] =>
  flat(elementsOf(drawn)).flatMap((e) => (e.style?.text === undefined ? [] : [e.style.text]));
const marksOf = (drawn: ReturnType<typeof draw>) => drawn.option['series'] as Record<string, unknown>[];
const partOf = (drawn: ReturnType<typeof draw>, id: string) => drawn.parts.find((p) => p.id === id)?.box;
const turned = (drawn: ReturnType<typeof draw>): number[] => [
  ...new Set(elementsOf(drawn).flatMap((e) => (e.children ? [Math.round(((e.rotation ?? 0) * 180) / Math.PI)] : []))),
];

describe('a sheet', () => {
  test('is as large as its print at 96 pixels to the inch, and all lengths grow with the scale', () => {
    const drawn = draw(contentOf([series('a')]));
    expect([drawn.width, drawn.height]).toEqual([expect.closeTo(604.7, 1), expect.closeTo(377.95, 1)]);
    const larger = draw(contentOf([series('a')]), {}, 2);
    expect(larger.width).toBeCloseTo(2 * drawn.width, 9);
    expect(larger.frames[0]!.width).toBeCloseTo(2 * drawn.frames[0]!.width, 6);
  });
  test('has room for everything: no number, title or name leaves it', () => {
    const drawn = draw(contentOf([series('a rather long name'), series('b')]), { title: 'A title' });
    for (const { box } of drawn.parts) {
      expect(box.x).toBeGreaterThanOrEqual(0);
      expect(box.y).toBeGreaterThanOrEqual(0);
      expect(box.x + box.width).toBeLessThanOrEqual(drawn.width + 0.5);
      expect(box.y + box.height).toBeLessThanOrEqual(drawn.height + 0.5);
    }
  });
  test('a title that is longer than it is set smaller, and stays on it', () => {
    const drawn = draw(contentOf([series('a')]), { title: 'word '.repeat(60) });
    expect(partOf(drawn, 'title')!.width).toBeLessThan(drawn.width);
  });
});

test('a bar ends within the frame: what would be cut off told of less than there is', () => {
  const far = series('a', { points: { x: [1, 2, 3], y: [1, 2, 3], xError: [], yError: [0, 0, 40] }, curve: null });
  const ends = (bars: boolean, barsFactor: 1 | 2) => {
    const look = { ...plain.look, barsFactor };
    const [y] = draw(contentOf([far]), { look, series: { a: { bars } } }).option['yAxis'] as { max: number }[];
    return y!.max;
  };
  expect(ends(true, 2)).toBeGreaterThanOrEqual(83);
  expect([ends(true, 1) >= 43, ends(true, 1) < 83]).toEqual([true, true]);
  expect(ends(false, 2)).toBeLessThan(5);
});

describe('an axis', () => {
  const dressed = (own: FigureDressing['axes'][string], key = 'main.x') =>
    draw(contentOf([series('a')]), { axes: { [key]: own } });
  test('is titled by name and unit, by words of its own, or not at all', () => {
    expect(textsOf(draw(contentOf([series('a')])))).toEqual(expect.arrayContaining(['Flow', '(', 'L/min', ')']));
    expect(textsOf(dressed({ title: 'Volume flow' }))).toContain('Volume flow');
    expect(textsOf(dressed({ titleShown: false }))).not.toContain('Flow');
  });
  test('has as many numbers as are asked for, without decimals', () => {
    const numbers = textsOf(dressed({ low: 0, high: 120, count: 4, digits: 0 })).filter((t) => /^\d+$/.test(t));
    expect(numbers).toEqual(expect.arrayContaining(['0', '40', '80', '120']));
  });
  test('converts its numbers to another unit, and draws the data there', () => {
    const drawn = dressed({ unit: 'm^3/h', low: 0 });
    expect(textsOf(drawn)).toEqual(expect.arrayContaining(['8', 'm', '/h']));
    const [curve] = marksOf(drawn).filter((m) => m['type'] === 'line');
    expect((curve!['data'] as number[][])[2]![0]).toBeCloseTo(117 * 0.06, 9);
  });
  test.each([
    [{ unit: 'kPa' }, 'UNIT_MISFIT'],
    [{ unit: 'wat' }, 'UNIT_UNKNOWN'],
    [{ low: 5, high: 5 }, 'AXIS_ENDS'],
    [{ log: true, low: -1 }, 'AXIS_LOG'],
    [{ every: 0 }, 'TICK_DISTANCE'],
  ])('%j is refused with %s', (own, code) => expect(() => dressed(own)).toThrow(expect.objectContaining({ code })));
  test('whose marks an offset makes too many names that offset, and without a distance goes along', () => {
    const raised = (every?: number) =>
      draw(contentOf([series('a'), series('b')]), {
        axes: { 'main.y': every === undefined ? {} : { every } },
        series: { a: { offset: 1e6 } },
      });
    expect(() => raised(1)).toThrow(/marks every 1 would be more than 200\. .* lower a series that an offset raises/);
    expect(textsOf(raised()).join(' ')).toMatch(/a raised by 1.000.000/);
  });
  test('logarithmic over data with zero takes what lies above it', () => {
    const zero = series('a', { points: { x: [0, 10, 100], y: [0, 1, 10], xError: [], yError: [] }, curve: null });
    const drawn = draw(contentOf([zero]), { axes: { 'main.x': { log: true }, 'main.y': { log: true } } });
    expect(drawn.option['xAxis']).toMatchObject([{ type: 'log', min: 10, max: 100 }]);
  });
  test.each([
    ['level', 0, 0],
    ['along', 0, 90],
    ['across', 90, 0],
    [30, 30, 30],
  ] as const)('numbers lie %s: %d° on x, %d° on y', (labels, onX, onY) => {
    expect(turned(dressed({ labels, titleShown: false }))).toEqual(expect.arrayContaining([onX]));
    expect(turned(dressed({ labels, titleShown: false }, 'main.y'))).toEqual(expect.arrayContaining([onY]));
  });
  test('numbers across it get more room below', () => {
    const [level, across] = [dressed({}), dressed({ labels: 'across' })];
    expect(across.frames[0]!.height).toBeLessThan(level.frames[0]!.height);
  });
  test('numbers that would overlap are left out, evenly', () => {
    const numbers = textsOf(dressed({ every: 1, low: 1000, high: 1100 })).filter((t) => /^1\d\d\d$/.test(t));
    expect(numbers.length).toBeGreaterThan(3);
    const gaps = new Set(numbers.slice(1).map((n, k) => Number(n) - Number(numbers[k])));
    expect(gaps.size).toBe(1);
  });
  test('can rise to the left, and cross the other one anywhere', () => {
    expect(dressed({ reversed: true }).option['xAxis']).toMatchObject([{ inverse: true }]);
    const drawn = dressed({ crossesAt: 15 });
    const [frame] = drawn.frames;
    const lines = elementsOf(drawn).filter((e) => e.type === 'line' && e.shape!['y1'] === e.shape!['y2']);
    const whole = lines.filter((e) => e.shape!['x2']! - e.shape!['x1']! === frame!.width && e['z' as never] === 10);
    expect(whole.map((e) => e.shape!['y1'])).toContainEqual(expect.closeTo(frame!.top + frame!.height / 2, 6));
  });
});

describe('an axis of time', () => {
  const time = (over: object, dressing: object = { numbers: 'clock' }, x = [0, 600, 3000]) =>
    draw(
      contentOf([series('a', { points: null, curve: { ...series('a').curve!, x } })], {
        x: { ...axis('Time', 's'), origin: '2026-11-03T10:12:00Z', ...over },
      }),
      { axes: { 'main.x': dressing } },
    );
  test('has the time of day at round moments, its date and its zone', () => {
    const said = textsOf(time({}));
    expect(said).toEqual(expect.arrayContaining(['10:20', '10:30', '10:40', 'Time of day, 2026-11-03 (UTC)']));
    expect(said).not.toContain('10:12');
  });
  test('counts in its own unit: minutes are not taken for seconds', () => {
    const minutes = [0, 10, 50];
    expect(textsOf(time({ unit: 'min' }, { numbers: 'clock' }, minutes))).toContain('10:30');
    expect(textsOf(time({ unit: 'min' }, { numbers: 'time' }, minutes))).toEqual(
      expect.arrayContaining(['20:00', 'Time', '(min:s)']),
    );
    expect(textsOf(time({ unit: 'min' }, { numbers: 'time' }, [0, 10, 90]))).toContain('(h:min:s)');
  });
  test('goes on after midnight, and says no date where the file has none', () => {
    const said = textsOf(time({ origin: '23:50:00' }));
    expect(said).toEqual(expect.arrayContaining(['23:50', '00:00', '00:20', 'Time of day']));
  });
  test('keeps ends and distances that were typed, in the unit that is shown', () => {
    const drawn = time({}, { numbers: 'clock', low: 480, high: 1680, every: 600 });
    expect(textsOf(drawn).filter((t) => /^\d\d:\d\d$/.test(t))).toEqual(['10:20', '10:30', '10:40']);
    const [x] = drawn.option['xAxis'] as { min: number; max: number }[];
    expect([x!.min, x!.max]).toEqual([480, 1680]);
  });
  test('has as many marks as a hand asked for between ends that were typed', () => {
    const said = textsOf(time({}, { numbers: 'clock', low: 0, high: 3000, count: 4 }));
    expect(said.filter((t) => /^\d\d:\d\d(:\d\d)?$/.test(t))).toHaveLength(4);
  });
  test('without a moment in the file, or that is none, or logarithmic, is refused', () => {
    const refused = (code: string) => expect.objectContaining({ code }) as never;
    expect(() => time({ origin: undefined })).toThrow(refused('AXIS_NO_ORIGIN'));
    expect(() => time({}, { numbers: 'clock', log: true }, [1, 600, 3000])).toThrow(refused('AXIS_CLOCK_LOG'));
    expect(() => time({}, { numbers: 'time', log: true }, [1, 600, 3000])).not.toThrow();
    expect(() => time({ unit: 'L/min' })).toThrow(refused('UNIT_MISFIT'));
    expect(() => time({ unit: 'L/min' }, { numbers: 'time' })).toThrow(refused('UNIT_MISFIT'));
  });
});

describe('series', () => {
  test('are named at the ends of their curves; one alone is not', () => {
    expect(textsOf(draw(contentOf([series('one'), series('two', { points: null })])))).toEqual(
      expect.arrayContaining(['one', 'two']),
    );
    expect(textsOf(draw(contentOf([series('one')])))).not.toContain('one');
  });
  test('a key stands where no data are, at a corner, at the right, below, or nowhere', () => {
    const all = contentOf([series('one'), series('two')]);
    const withKey = (place: FigureDressing['key']['place'], corner: FigureDressing['key']['corner'] = 'free') =>
      draw(all, { key: { place, corner, order: [] } });
    const inside = withKey('inside');
    const [frame] = inside.frames;
    const box = partOf(inside, 'key')!;
    // Both curves fall to the right, so that the upper right is free.
    expect(box.x + box.width).toBeGreaterThan(frame!.left + 0.8 * frame!.width);
    expect(box.y).toBeLessThan(frame!.top + 0.2 * frame!.height);
    const low = partOf(withKey('inside', 'lowerLeft'), 'key')!;
    expect(low.x).toBeLessThan(frame!.left + 0.1 * frame!.width);
    const right = withKey('right');
    expect(partOf(right, 'key')!.x).toBeGreaterThan(right.frames[0]!.left + right.frames[0]!.width);
    const below = withKey('below');
    expect(partOf(below, 'key')!.y).toBeGreaterThan(below.frames[0]!.top + below.frames[0]!.height);
    expect(partOf(withKey('off'), 'key')).toBeUndefined();
  });
  test('a key follows its order', () => {
    const drawn = draw(contentOf([series('one'), series('two')]), {
      key: { place: 'below', corner: 'free', order: ['two', 'one'] },
    });
    expect(textsOf(drawn).filter((t) => t === 'one' || t === 'two')).toEqual(['two', 'one']);
  });
  test('forty of them have a key below rather than over the data', () => {
    const many = Array.from({ length: 40 }, (_, k) => series(`series ${k}`));
    const drawn = draw(contentOf(many));
    expect(partOf(drawn, 'key')!.y).toBeGreaterThan(drawn.frames[0]!.top + drawn.frames[0]!.height - 1);
  });
  test('what is dressed is drawn: colour, dashes, width, offset; what is hidden is not', () => {
    const own = { colour: '#ff0000', line: 'dashed', width: 3, offset: 5, band: false } as const;
    const drawn = draw(contentOf([series('a')]), { series: { a: own } });
    const [curve] = marksOf(drawn).filter((m) => m['type'] === 'line');
    expect(curve!['lineStyle']).toMatchObject({ color: '#ff0000', width: 4, type: [24, 16] });
    expect((curve!['data'] as number[][])[0]).toEqual([10, 32]);
    expect(marksOf(drawn)).toHaveLength(3);
    expect(marksOf(draw(contentOf([series('a')]), { series: { a: { shown: false } } }))).toEqual([]);
  });
  test('simulated ones are dashed, models solid, and measured curves thinner', () => {
    const looks = (['measured', 'model', 'simulated'] as const).map((nature) =>
      lookOfSeries(series('a', { nature }), 0, plain, sheet),
    );
    expect(looks.map((l) => l.line)).toEqual(['solid', 'solid', 'dashed']);
    expect(looks[0]!.width).toBeLessThan(looks[1]!.width);
  });
  test('series of a group share colour and symbol', () => {
    const pair = [series('a', { group: 'g' }), series('b', { group: 'g' }), series('c')];
    const drawn = draw(contentOf(pair));
    const colours = marksOf(drawn)
      .filter((m) => m['type'] === 'line')
      .map((m) => (m['lineStyle'] as { color: string }).color);
    expect([colours[0] === colours[1], colours[0] === colours[2]]).toEqual([true, false]);
  });
  test('in black and white they differ by symbol, and by line where they have no symbols', () => {
    const { look } = houseStyles[2]!;
    const of = (k: number, over = {}) => lookOfSeries(series('a', over), k, { ...plain, look }, sheet);
    expect(new Set([0, 1, 2, 3, 4, 5].map((k) => of(k).symbol)).size).toBe(6);
    expect(new Set([0, 1, 2, 3].map((k) => of(k, { points: null }).line)).size).toBe(4);
    expect(new Set([0, 1, 2].map((k) => of(k).colour))).toEqual(new Set(['#000000']));
  });
  test('points that stand close along the whole width are smaller and lie below their curve; few, or clusters, are not', () => {
    const many = Array.from({ length: 400 }, (_, i) => i);
    const dense = series('a', { points: { x: many, y: many, xError: [], yError: [] } });
    const sizeOf = (s: FigureSeries) => lookOfSeries(s, 0, plain, sheet).size / sheet.symbol;
    const three = many.map((i) => 100 * (i % 3) + i / 400);
    const clusters = series('a', { points: { x: three, y: many, xError: [], yError: [] } });
    expect([dense, series('a'), clusters].map(sizeOf)).toEqual([expect.closeTo(0.6, 9), 1, 1]);
    const order = (s: FigureSeries) => {
      const marks = marksOf(draw(contentOf([s])));
      return Math.sign(
        (marks.find((m) => m['type'] === 'line')!['z'] as number) -
          (marks.find((m) => m['type'] === 'scatter')!['z'] as number),
      );
    };
    expect([order(dense), order(series('a'))]).toEqual([1, -1]);
  });
  test('seven and more are told apart by being filled', () =>
    expect([0, 6, 12].map((k) => lookOfSeries(series('a'), k, plain, sheet).filled)).toEqual([false, true, false]));
});

describe('a curve beyond its points', () => {
  const curve = { x: [0, 10, 60, 117, 150], y: [28, 27, 20, 7, 0], low: [], high: [], held: false, inside: [10, 117] };
  const lines = (over: object) =>
    marksOf(draw(contentOf([series('a', { points: null, curve: { ...curve, ...over } })])))
      .filter((m) => m['type'] === 'line')
      .map((m) => [(m['data'] as unknown[]).length, (m['lineStyle'] as { type: unknown }).type === 'solid']);
  test('is solid over them and dashed where it is extrapolated', () =>
    expect(lines({})).toEqual([
      [3, true],
      [2, false],
      [2, false],
    ]));
  test('is told by the note, as it is drawn, only where there is one', () => {
    const noteIn = (over: object, dressing: Partial<FigureDressing> = {}) =>
      textsOf(draw(contentOf([series('a', { points: null, curve: { ...curve, ...over } })]), dressing)).join(' ');
    expect(noteIn({})).toContain('dashed: extrapolated');
    expect(noteIn({}, { series: { a: { line: 'dashed' } } })).toContain('dotted: extrapolated');
    expect(noteIn({ inside: [0, 150] })).not.toContain('extrapolated');
  });
  test('is one line where it ends with them, and of a content that was kept before', () => {
    expect(lines({ inside: [0, 150] })).toEqual([[5, true]]);
    expect(lines({ inside: undefined })).toEqual([[5, true]]);
  });
});

describe('what the note says', () => {
  const note = (over: Partial<FigureSeries>, dressing: Partial<FigureDressing> = {}) =>
    textsOf(draw(contentOf([series('a', over)]), dressing)).find((t) => /bars|bands/.test(t));
  test('bars and bands, each only where they are drawn', () => {
    expect(note({})).toBe('bars: U with k = 2; bands: 95 % of the curve');
    expect(note({ points: null })).toBe('bands: 95 % of the curve');
    expect(note({ curve: null })).toBe('bars: U with k = 2');
    expect(note({}, { series: { a: { bars: false, band: false } } })).toBeUndefined();
    expect(note({}, { noteShown: false })).toBeUndefined();
    const k1 = { ...plain.look, barsFactor: 1 as const };
    expect(note({ curve: null }, { look: k1 })).toBe('bars: standard uncertainty');
  });
});

describe('kinds of lines in the note', () => {
  const of = (id: string, what: string, over: Partial<FigureSeries> = {}) =>
    series(id, { of: what, points: null, curve: { x: [1, 2], y: [1, 2], low: [], high: [], held: false }, ...over });
  const points = { x: [1], y: [1], xError: [], yError: [] };
  const all = contentOf([
    of('a', 'Sweep', { points, curve: null }),
    of('b', 'Simulated', { nature: 'simulated' }),
    of('c', 'Fit'),
  ]);
  const note = (dressing: Partial<FigureDressing> = {}) =>
    textsOf(draw(all, { key: { ...plain.key, place: 'off' }, ...dressing })).find((t) => /: (Sweep|Fit|Sim)/.test(t));
  test('are told as they are drawn, also when they are dressed otherwise', () => {
    expect(note()).toBe('symbols: Sweep; dashed: Simulated; solid: Fit');
    expect(note({ series: { b: { line: 'dotted' } } })).toBe('symbols: Sweep; dotted: Simulated; solid: Fit');
    expect(note({ look: houseStyles[2]!.look })).not.toContain('solid: Fit');
  });
  test('what is drawn in several ways is not told by one of them', () => {
    const two = contentOf([of('a', 'Fit'), of('b', 'Fit')]);
    const drawn = draw(two, { series: { b: { line: 'dotted' } }, key: { ...plain.key, place: 'off' } });
    expect(textsOf(drawn).some((t) => t.includes('Fit'))).toBe(false);
  });
  test('a curve that was raised says by how much, another one does not', () => {
    expect(note({ series: { b: { offset: 5 } } })).toContain('b raised by 5');
    expect(note()).not.toContain('raised');
  });
});

describe('an equation', () => {
  const equation = {
    x: 'Q',
    y: { symbol: 'H', unit: 'm' },
    expression: 'H0 - k*x^2',
    parameters: [
      { symbol: 'H0', value: 27.6, half: 0.2, unit: 'm' },
      { symbol: 'k', value: 0.00145, half: 0.00002, unit: 'm/(L/min)^2' },
    ],
    rSquared: 0.999,
    residualStandardDeviation: 0.1,
  };
  const shown = { at: null, leader: true, units: true, uncertainty: true, rSquared: false, residual: false };
  const wide = contentOf([series('a', { equation }), series('b')]);
  test('stands where it covers no data, broken where one line would', () => {
    const drawn = draw(wide, { equations: { a: shown } });
    const box = partOf(drawn, 'equation:a')!;
    const [frame] = drawn.frames;
    expect(box.x).toBeGreaterThanOrEqual(frame!.left);
    expect(box.x + box.width).toBeLessThanOrEqual(frame!.left + frame!.width + 1);
  });
  test('stays where it was put, and on the sheet', () => {
    const at = (x: number, y: number) =>
      partOf(draw(wide, { equations: { a: { ...shown, at: { x, y } } } }), 'equation:a')!;
    const [frame] = draw(wide).frames;
    expect(at(0.5, 0.5).x + at(0.5, 0.5).width / 2).toBeCloseTo(frame!.left + frame!.width / 2, 0);
    expect(at(3, 3).x + at(3, 3).width).toBeLessThanOrEqual(sheet.width + 0.5);
    expect(at(-2, -2).x).toBe(0);
  });
  test('beside an axis in another unit has its units, without being asked for them', () => {
    const bare = { ...shown, units: false };
    const text = textsOf(draw(wide, { equations: { a: bare }, axes: { 'main.x': { unit: 'm^3/h' } } }));
    expect(text).toContain('(L/min)');
    expect(textsOf(draw(wide, { equations: { a: bare } }))).not.toContain('(L/min)');
  });
  test('is none of a series without one, nor of one that is not asked for', () => {
    expect(partOf(draw(wide), 'equation:a')).toBeUndefined();
    expect(partOf(draw(wide, { equations: { b: shown } }), 'equation:b')).toBeUndefined();
  });
});

describe('annotations', () => {
  test('a point is marked with its coordinates, a line is drawn only where it is seen', () => {
    const drawn = draw(contentOf([series('a')]), {
      points: [{ x: 60, y: 20, label: 'best' }],
      lines: [
        { axis: 'y', value: 15, to: null, label: 'least head' },
        { axis: 'y', value: 900, to: null, label: 'far off' },
        { axis: 'x', value: 80, to: 90, label: 'band' },
      ],
      notes: [{ text: 'Valve open', at: { x: 0.5, y: 0.5 }, to: { x: 100, y: 10 } }],
    });
    expect(textsOf(drawn)).toEqual(expect.arrayContaining(['best', '(60, 20)', 'least head', 'band', 'Valve open']));
    expect(textsOf(drawn)).not.toContain('far off');
    expect(drawn.parts.map((p) => p.id)).toEqual(expect.arrayContaining(['point:0', 'note:0', 'line:0', 'line:2']));
  });
});

describe('places of a curve', () => {
  const mark = { series: 'a', label: 'zero', x: 60, y: 20, xHalf: 0.4, yHalf: null, outside: 0 };
  const shown = (over: object, dressing: Partial<FigureDressing> = {}) =>
    draw(contentOf([series('a')], { marks: [{ ...mark, ...over }] }), dressing);
  const said = (drawn: ReturnType<typeof draw>) => textsOf(drawn).filter((t) => t.startsWith('zero'));
  test('have their coordinates with ±', () => {
    expect(said(shown({}))).toEqual(['zero (60.00 ± 0.40, 20)']);
    expect(said(shown({ yHalf: 0.2 }))).toEqual(['zero (60.00 ± 0.40, 20.00 ± 0.20)']);
    expect(said(shown({ xHalf: null }))).toEqual(['zero (60, 20)']);
  });
  test('say that they are extrapolated, and only then', () =>
    expect(said(shown({ outside: 0.1 }))).toEqual(['zero (60.00 ± 0.40, 20), extrapolated']));
  test('are in the unit of the axis, their ± too', () =>
    expect(said(shown({ yHalf: 0.2 }, { axes: { 'main.y': { unit: 'cm' } } }))).toEqual([
      'zero (60.00 ± 0.40, 2000 ± 20)',
    ]));
  test('with a ± are told of in the note, without one not', () => {
    const note = (over: object): string => textsOf(shown(over)).find((t) => t.includes('places')) ?? '';
    expect([note({}), note({ xHalf: null })]).toEqual([expect.stringContaining('± of places: 95 %'), '']);
  });
  test('off the frame, or of a series that is not drawn, are not drawn', () => {
    expect(said(shown({ x: 900 }))).toEqual([]);
    expect(said(shown({}, { series: { a: { shown: false } } }))).toEqual([]);
    expect(shown({}).parts.map((p) => p.id)).toContain('mark:0');
  });
});

describe('panels', () => {
  test('share the x axis of the one below, which alone shows it', () => {
    const content = contentOf([series('a')], { x: null });
    const below = contentOf([series('a', { name: '' })], { id: 'below', levels: [0], y: axis('Residual', 'm') });
    const drawn = draw({ ...content, panels: [...content.panels, ...below.panels] });
    expect(drawn.parts.filter((p) => p.id.endsWith('.x')).map((p) => p.id)).toEqual(['axis:below.x']);
    expect(drawn.frames[0]!.left).toBe(drawn.frames[1]!.left);
    expect(textsOf(drawn).filter((t) => t === 'Flow')).toHaveLength(1);
  });
});

describe('type', () => {
  const face = { family: '', size: 10, weight: 400 as const };
  test('spaces at the ends of a piece are distance, since some formats lose them', () => {
    const line = layLine(
      [
        { kind: 'text', text: ' = ' },
        { kind: 'text', text: 'x', italic: true },
      ],
      face,
      measure,
    );
    expect(line.texts.map((t) => [t.text, t.x])).toEqual([
      ['=', 5],
      ['x', 15],
    ]);
  });
  test('what is raised is smaller and higher, a fraction stands above and below its rule', () => {
    const raised = layLine([{ kind: 'raised', of: [{ kind: 'text', text: '2' }] }], face, measure);
    expect([raised.texts[0]!.size, raised.texts[0]!.y]).toEqual([7, -3.8]);
    const { texts, rules } = layLine(
      [{ kind: 'fraction', over: [{ kind: 'text', text: 'm' }], under: [{ kind: 'text', text: 's' }] }],
      face,
      measure,
    );
    expect(texts[0]!.y).toBeLessThan(rules[0]!.y1);
    expect(texts[1]!.y).toBeGreaterThan(rules[0]!.y1);
  });
});

/** Contrast by WCAG 2.1 of a colour on white. */
function contrast(colour: string): number {
  const [r, g, b] = [1, 3, 5]
    .map((at) => parseInt(colour.slice(at, at + 2), 16) / 255)
    .map((v) => (v <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4));
  return 1.05 / (0.2126 * r! + 0.7152 * g! + 0.0722 * b! + 0.05);
}

test('colours of the styles can be seen on white, and names are dark enough to be read (WCAG 2.1, 1.4.3 and 1.4.11)', () => {
  for (const { look } of houseStyles)
    for (const colour of look.colours) {
      expect(contrast(colour)).toBeGreaterThan(3);
      expect(contrast(readable(colour))).toBeGreaterThanOrEqual(4.5);
    }
  expect(readable('#000000')).toBe('#000000');
});
