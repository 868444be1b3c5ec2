import { describe, expect, test } from '@jest/globals';
import { palettes } from '../theme/palette';
import {
  band,
  bars,
  cellMap,
  colourOf,
  doubtfulMarks,
  errorBars,
  knots,
  level,
  levelBand,
  line,
  points,
  region,
  setAsideCrosses,
} from './marks';

const palette = palettes.light;

/** Pixels of a chart whose axes are ten pixels a unit, y counted downwards from 1000. */
const api = { coord: ([x, y]: readonly number[]) => [10 * x!, 1000 - 10 * y!] };
type Drawn = { type: string; shape: Record<string, unknown>; style: Record<string, unknown>; children: Drawn[] };
const render = (mark: Record<string, unknown>, dataIndex: number): Drawn =>
  (mark['renderItem'] as (about: { dataIndex: number }, a: typeof api) => Drawn)({ dataIndex }, api);

test.each([
  [0, '#1c9a66'],
  [5, '#242c35'],
  [6, '#1c9a66'],
  [8, '#a2700e'],
])('series %d has the colour %s; after the last the first comes again', (series, colour) =>
  expect(colourOf(palette, series)).toBe(colour),
);

test('eighteen series differ: by colour and shape, and each round of six is filled otherwise', () => {
  const at = { x: [1], y: [1] };
  const looks = Array.from({ length: 18 }, (_, series) => {
    const { symbol, itemStyle } = points(at, {
      name: '',
      colour: colourOf(palette, series),
      series,
      ground: '#ffffff',
    });
    return JSON.stringify([symbol, itemStyle]);
  });
  expect(new Set(looks).size).toBe(18);
  const fill = (series: number) =>
    (points(at, { name: '', colour: '#111111', series, ground: '#ffffff' })['itemStyle'] as { color: unknown }).color;
  expect([fill(0), fill(7)]).toEqual(['#ffffff', '#111111']);
  expect(fill(12)).toMatchObject({
    type: 'linear',
    colorStops: expect.arrayContaining([{ offset: 0.5, color: '#ffffff' }]),
  });
});

describe('a line', () => {
  const at = { x: [1, 2], y: [3, 4] };
  test.each([
    [{}, 'solid'],
    [{ dashed: true }, [6, 4]],
    [{ dotted: true }, [1.5, 3.5]],
    [{ dashed: true, dotted: true }, [6, 4]],
  ])('with %j is %j', (look, type) =>
    expect(line(at, { name: 'a', colour: '#000000', ...look })['lineStyle']).toMatchObject({ type }),
  );
  test('is a curve from point to point, or holds each value until the next', () => {
    expect(line(at, { name: 'a', colour: '#000000' })).not.toHaveProperty('step');
    expect(line(at, { name: 'a', colour: '#000000', held: true })['step']).toBe('end');
  });
  test('has its name at its end only when that is wanted', () => {
    expect(line(at, { name: 'a', colour: '#000000' })).not.toHaveProperty('endLabel');
    expect(line(at, { name: 'a', colour: '#123456', endLabel: '2900 rpm' })['endLabel']).toMatchObject({
      formatter: '2900 rpm',
      color: '#123456',
    });
  });
  test('is broken where a value is missing at its end too', () =>
    expect(line({ x: [1, 2, 3], y: [4, null] }, { name: 'a', colour: '#000000' })['data']).toEqual([
      [1, 4],
      [2, null],
      [3, null],
    ]));
});

test('knots are filled, points are open, and knots lie over points', () => {
  const at = { x: [1], y: [2] };
  const open = points(at, { name: '', colour: '#111111', series: 2, ground: '#ffffff' });
  const filled = knots(at, { name: '', colour: '#111111' });
  expect(open).toMatchObject({
    symbol: 'triangle',
    symbolSize: 7,
    itemStyle: { color: '#ffffff', borderColor: '#111111' },
  });
  expect(filled).toMatchObject({ symbol: 'circle', symbolSize: 6, itemStyle: { color: '#111111' } });
  expect(filled['z']).toBeGreaterThan(open['z'] as number);
});

test('what is set aside is faint and lies below the points; what is less sure says why and lies above', () => {
  const at = { x: [1, null], y: [2, 5] };
  expect(setAsideCrosses(at, palette)).toMatchObject({
    name: 'set aside',
    z: 2,
    data: [
      [1, 2],
      [null, 5],
    ],
    itemStyle: { borderColor: palette.faint },
  });
  expect(doubtfulMarks(at, 'beyond a table', palette)).toMatchObject({
    name: 'less sure: beyond a table',
    z: 6,
    itemStyle: { borderColor: palette.doubt },
  });
});

describe('a band', () => {
  const made = band({ x: [0, 1, null, 3], low: [1, 2, 0, null], high: [3, 6, 9, 9] }, '#0072b2', 'band');
  test('is drawn once, over its upper and back along its lower edge', () => {
    expect(render(made, 0)).toEqual({
      type: 'polygon',
      shape: {
        points: [
          [0, 970],
          [10, 940],
          [10, 980],
          [0, 990],
        ],
      },
      style: { fill: '#0072b2', opacity: 0.14 },
    });
    expect(render(made, 1)).toBeUndefined();
  });
  test('of nothing is nothing', () =>
    expect(band({ x: [1], low: [null], high: [2] }, '#000000', '')['data']).toEqual([]));
});

describe('an area of a map', () => {
  const outer = [
    [0, 0],
    [9, 0],
    [9, 9],
    [0, 9],
  ] as const;
  const hole = [
    [3, 3],
    [3, 6],
    [6, 6],
  ] as const;
  const made = region([[outer, hole]], { colour: '#0072b2', label: '0.42', ink: '#1d2b33' });
  test('is one path with its holes, filled and rimmed, so that the axes make room for it', () => {
    const [filled, rim, words] = render(made, 0).children as [Drawn, Drawn, Drawn & { x: number; y: number }];
    expect(filled.shape['pathData']).toBe('M0 1000L90 1000L90 910L0 910ZM30 970L30 940L60 940Z');
    expect(rim.shape).toEqual(filled.shape);
    expect([filled.style['fill'], rim.style['stroke'], rim.style['fill']]).toEqual(['#0072b2', '#0072b2', 'none']);
    expect([words.x, words.y, words.style['text'], words.style['fill']]).toEqual([90, 1000, '0.42', '#1d2b33']);
    expect(made['data']).toEqual([[0, 0]]);
  });
});

test('a level is a thin line at one y; a band of levels shades from low to high', () => {
  expect(level(0, '#5c6a70')['markLine']).toMatchObject({ data: [{ yAxis: 0 }], lineStyle: { color: '#5c6a70' } });
  expect(levelBand([[1440, 1460]], '#0072b2')['markArea']).toMatchObject({
    data: [[{ yAxis: 1440 }, { yAxis: 1460 }]],
  });
});

describe('cells of a map', () => {
  const made = cellMap(
    { xRange: [0, 30], yRange: [10, 30], columns: 3, rows: 2, dwell: [0, 4, 0, 0, 0, 16] },
    '#1d2b33',
  );
  test('only those in which time was spent stand there, by column and row', () =>
    expect(made['data']).toEqual([
      [15, 15],
      [25, 25],
    ]));
  test('fill their place and are the darker the longer', () => {
    const [short, long] = [render(made, 0), render(made, 1)];
    expect(short.shape).toEqual({ x: 100, y: 800, width: 100, height: 100 });
    expect(long.shape).toEqual({ x: 200, y: 700, width: 100, height: 100 });
    expect(long.style['opacity']).toBeCloseTo(0.85, 12);
    // A quarter of the time: half of what is added for the longest.
    expect(short.style['opacity']).toBeCloseTo(0.1 + 0.75 / 2, 12);
  });
  test('are never too small to be seen', () => {
    const fine = cellMap({ xRange: [0, 0.1], yRange: [0, 0.1], columns: 1, rows: 1, dwell: [1] }, '#000000');
    expect(render(fine, 0).shape).toMatchObject({ width: 1.5, height: 1.5 });
  });
});

describe('error bars', () => {
  const made = errorBars(
    { x: [1, null, 3, 4], y: [10, 20, null, 40], xError: [0.1, 0, 0, null], yError: [2, 0, 0, 4] },
    '#5a337f',
  );
  test('reach one uncertainty each way along both axes', () => {
    const [across, up] = render(made, 0).children as [Drawn, Drawn];
    expect(across.shape).toEqual({ x1: 9, y1: 900, x2: 11, y2: 900 });
    expect(up.shape).toEqual({ x1: 10, y1: 920, x2: 10, y2: 880 });
    expect(up.style['stroke']).toBe('#5a337f');
  });
  test('stand only where both x and y are there, and have no length where an uncertainty is missing', () => {
    expect(made['data']).toEqual([
      [1, 10],
      [4, 40],
    ]);
    const [across, up] = render(made, 1).children as [Drawn, Drawn];
    expect(across.shape).toEqual({ x1: 40, y1: 600, x2: 40, y2: 600 });
    expect(up.shape).toEqual({ x1: 40, y1: 640, x2: 40, y2: 560 });
  });
});

test('bars of a histogram stand on zero side by side, each over its class', () => {
  const made = bars({ low: 2, width: 0.5, counts: [3, 0, 7] }, '#0072b2');
  expect(made['data']).toEqual([
    [2.25, 3],
    [2.75, 0],
    [3.25, 7],
  ]);
  expect(render(made, 2)).toMatchObject({ type: 'rect', shape: { x: 30, y: 930, width: 4, height: 70 } });
});
