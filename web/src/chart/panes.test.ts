import { describe, expect, test } from '@jest/globals';
import { palettes } from '../theme/palette';
import { line, points } from './marks';
import { commonDecades, commonRange, stackOption, type Pane, type Stack } from './panes';

const palette = palettes.light;
const curve = (x: number[], y: (number | null)[] = x.map(() => 1)) => line({ x, y }, { name: 'a', colour: '#000000' });
const pane = (over: Partial<Pane> = {}): Pane => ({ title: 'Head (m)', weight: 1, marks: [curve([1, 9])], ...over });

type Axis = Record<string, unknown> & { axisLabel: Record<string, unknown> };
type Option = {
  grid: { top: number; height: number; left: number; right: number }[];
  xAxis: Axis[];
  yAxis: Axis[];
  title: { text: string; top: number; left?: number; right?: number }[];
  series: { xAxisIndex: number; yAxisIndex: number }[];
  graphic: { type: string; x?: number; y?: number; style: Record<string, unknown>; shape: Record<string, number> }[];
  axisPointer: { link: { xAxisIndex: number[] }[] };
  tooltip: Record<string, unknown>;
};
const drawn = (over: Partial<Stack> = {}): Option =>
  stackOption({
    size: { width: 800, height: 558 },
    palette,
    panes: [pane()],
    x: { title: 'Flow (L/min)' },
    ...over,
  }) as unknown as Option;

describe('where the panes of a stack stand', () => {
  test('one takes all but the margins', () =>
    expect(drawn().grid).toMatchObject([{ left: 62, right: 18, top: 8, height: 510 }]));

  test('several stand below each other with a gap, by their weights', () => {
    const [first, second] = drawn({ panes: [pane({ weight: 3 }), pane()] }).grid as [
      Option['grid'][0],
      Option['grid'][0],
    ];
    expect(first).toMatchObject({ top: 8, height: 375 });
    expect(second).toMatchObject({ top: 393, height: 125 });
  });

  test('one with an x axis of its own leaves room for the axis above it', () => {
    const { grid, xAxis, axisPointer } = drawn({
      panes: [pane(), pane({ ownX: { title: 'Residual (m)' }, marks: [curve([-2, 2])] })],
    });
    expect(grid[1]!.top - grid[0]!.top - grid[0]!.height).toBe(50);
    expect(xAxis.map((x) => x['name'])).toEqual(['Flow (L/min)', 'Residual (m)']);
    expect(xAxis.map((x) => x.axisLabel['show'])).toEqual([true, true]);
    expect(xAxis.map((x) => [x['min'], x['max']])).toEqual([
      [0, 9],
      [-2.1, 2],
    ]);
    // The cursor joins only those that share their x.
    expect(axisPointer.link).toEqual([{ xAxisIndex: [0] }]);
  });

  test('a second axis takes the room at the right of all panes', () => {
    const right = { title: 'Flow Q (L/min)', marks: [curve([1, 9])], yRange: [0, 50] as const };
    const { grid, yAxis, series, title } = drawn({ panes: [pane({ right }), pane()] });
    expect(grid.map((g) => g.right)).toEqual([62, 62]);
    expect(yAxis).toHaveLength(3);
    expect(yAxis[2]).toMatchObject({ gridIndex: 0, position: 'right', min: 0, max: 50 });
    expect(series.map((s) => [s.xAxisIndex, s.yAxisIndex])).toEqual([
      [0, 0],
      [1, 1],
      [0, 2],
    ]);
    expect(title[2]).toMatchObject({ text: 'Flow Q (L/min)', right: 68 });
  });
});

describe('the axes of a stack', () => {
  test('x is named once, below; labels stand there only', () => {
    const { xAxis } = drawn({ panes: [pane(), pane(), pane()] });
    expect(xAxis.map((x) => x['name'])).toEqual(['', '', 'Flow (L/min)']);
    expect(xAxis.map((x) => x.axisLabel['show'])).toEqual([false, false, true]);
  });

  test('a window is shown as it is, without the labels at its ends', () => {
    const [x] = drawn({ x: { title: 't', range: [3.2, 4.7] } }).xAxis;
    expect(x).toMatchObject({ min: 3.2, max: 4.7, axisLabel: { showMinLabel: false, showMaxLabel: false } });
    expect(drawn().xAxis[0]!.axisLabel).toMatchObject({ showMinLabel: true, showMaxLabel: true });
  });

  test('what is wanted of an axis goes to that axis', () => {
    const { xAxis, yAxis } = drawn({
      x: { title: 't', look: { log: true } },
      panes: [pane({ look: { reversed: true, low: -5, digits: 3 } })],
    });
    expect(xAxis[0]).toMatchObject({ type: 'log', inverse: false });
    expect(yAxis[0]).toMatchObject({ type: 'value', inverse: true, min: -5 });
    expect((yAxis[0]!.axisLabel['formatter'] as (v: number) => string)(0.123456)).toBe('0.123');
  });

  test('y has room above its data unless its range is given or it is logarithmic', () => {
    expect(drawn().yAxis[0]!['boundaryGap']).toEqual(['0%', '10%']);
    expect(drawn({ panes: [pane({ yRange: [0, 5] })] }).yAxis[0]).toMatchObject({ min: 0, max: 5 });
    expect(drawn({ panes: [pane({ yRange: [0, 5] })] }).yAxis[0]).not.toHaveProperty('boundaryGap');
    expect(drawn({ panes: [pane({ look: { log: true } })] }).yAxis[0]).not.toHaveProperty('boundaryGap');
  });

  test('the words of a category stand at the whole numbers, shortened to their room', () => {
    const [y] = drawn({ panes: [pane({ words: ['open', 'half open'] })] }).yAxis;
    const word = y!.axisLabel['formatter'] as (v: number) => string;
    expect(y).toMatchObject({ min: -1, max: 2, interval: 1 });
    expect([word(0), word(1), word(2)]).toEqual(['open', 'half o…', '']);
  });

  test.each([
    [100, 2],
    [150, 4],
    [558, 9],
  ])('%d pixels have about %d ticks', (height, splits) =>
    expect(drawn({ size: { width: 800, height } }).yAxis[0]!['splitNumber']).toBe(splits),
  );
});

describe('one logarithmic range of x for all', () => {
  const range = (...data: (number | null)[][]) => commonDecades([{ marks: [{ data }] }]);
  test('reaches to the next whole place on either side', () => {
    expect(range([0.488, 1], [1000, 1])).toEqual([expect.closeTo(0.4, 12), 1000]);
    expect(range([0.5, 1], [4300, 1])).toEqual([0.5, 5000]);
    expect(range([2, 1])).toEqual([2, 20]);
  });
  test('what lies at zero and below, or has no value, has no say; of nothing there is none', () => {
    expect(range([0, 1], [-5, 1], [3, null], [20, 1], [50, 1])).toEqual([20, 50]);
    expect(range([0, 1])).toBeUndefined();
  });
  test('panes whose data differ have it in common', () => {
    const { xAxis } = drawn({
      panes: [pane({ marks: [curve([0.5])] }), pane({ marks: [curve([1, 4300])] })],
      x: { title: 'Cycles', look: { log: true } },
    });
    expect(xAxis.map((a) => [a['min'], a['max']])).toEqual([
      [0.5, 5000],
      [0.5, 5000],
    ]);
  });
});

describe('one range of x for all', () => {
  const range = (...data: (number | null)[][]) => commonRange([{ marks: [{ data }] }]);
  test.each([
    [
      [
        [1, 1],
        [9, 1],
      ],
      [0, 9],
    ],
    [
      [
        [4, 1],
        [9, 1],
      ],
      [3.9, 9],
    ],
    [
      [
        [-3, 1],
        [9, 1],
      ],
      [-4, 9],
    ],
    [
      [
        [40, 1],
        [90, 1],
      ],
      [39, 90],
    ],
    [[[5, 1]], [4.9, 5]],
    [[[0, 1]], [0, 0]],
    [
      [
        [2, null],
        [null, 1],
        [4, 1],
        [9, 1],
      ],
      [3.9, 9],
    ],
  ])('of %j is %j', (data, wanted) => {
    const [from, to] = range(...(data as number[][]))!;
    expect(from).toBeCloseTo(wanted[0]!, 9);
    expect(to).toBeCloseTo(wanted[1]!, 9);
  });
  test('of points without any value is none', () => expect(range([1, null])).toBeUndefined());
  test('has room for a name at the end of a curve', () => {
    const named = line({ x: [0, 100], y: [1, 2] }, { name: 'a', colour: '#000000', endLabel: 'a' });
    expect(commonRange([{ marks: [named] }])).toEqual([0, 110]);
    expect(commonRange([{ marks: [curve([0, 100])] }])).toEqual([0, 100]);
  });
});

describe('the key', () => {
  const entries = [
    { label: 'measured', mark: 'symbol' },
    { label: 'left out', mark: 'cross' },
    { label: 'model, 95 % of curve and of a point', mark: 'solid' },
    { label: 'simulated', mark: 'dashed' },
  ] as const;
  const { graphic } = drawn({ key: entries });
  test('has a piece of each mark beside its words, line below line', () => {
    expect(graphic.map((g) => g.type)).toEqual([
      'circle',
      'text',
      'line',
      'line',
      'text',
      'line',
      'text',
      'line',
      'text',
    ]);
    const words = graphic.filter((g) => g.type === 'text');
    expect(words.map((w) => w.style['text'])).toEqual(entries.map((e) => e.label));
    expect(words.map((w) => w.y)).toEqual([22, 38, 54, 70]);
  });
  test('the mark says what it stands for: a cross is faint, a simulated curve dashed', () => {
    const lines = graphic.filter((g) => g.type === 'line');
    expect(lines.map((l) => l.style['lineDash'])).toEqual([null, null, null, [6, 4]]);
    expect(lines.map((l) => l.style['stroke'])).toEqual([palette.faint, palette.faint, palette.ink, palette.ink]);
    const [down, up] = lines;
    // The two arms cross: one falls, the other rises.
    expect(Math.sign(down!.shape['x2']! - down!.shape['x1']!)).toBe(-Math.sign(up!.shape['x2']! - up!.shape['x1']!));
  });
  test('ends at the right within the frame, whatever its longest words are', () => {
    const right = Math.max(...graphic.map((g) => (g.x ?? 0) + 6.1 * String(g.style['text'] ?? '').length));
    expect(right).toBeLessThanOrEqual(800 - 18);
    expect(drawn().graphic).toEqual([]);
  });
});

describe('the values at the cursor', () => {
  const words = (hovered: unknown): string => (drawn().tooltip['formatter'] as (h: unknown) => string)(hovered);
  const hovered = (seriesName: string, value: unknown, seriesType = 'line') => ({
    seriesName,
    seriesType,
    color: '#0072b2',
    axisValue: 12.25,
    value,
  });
  test('are one a curve, below where the cursor is', () =>
    expect(words([hovered('H', [12.25, 31.5]), hovered('Q', [12.25, 40])])).toBe(
      '<div>12.25</div><div style="color:#0072b2">H <b>31.5</b></div><div style="color:#0072b2">Q <b>40</b></div>',
    ));
  test('leave out symbols, what is missing and what has no name; names are text, not markup', () => {
    expect(words(hovered('H', [12.25, 31.5], 'scatter'))).toBe('');
    expect(words([hovered('H', [12.25, null]), hovered('', [12.25, 1])])).toBe('<div>12.25</div>');
    expect(words(hovered('<b>', [12.25, 1]))).toContain('&lt;b&gt; <b>1</b>');
  });
  test('are at most eight', () => {
    const many = Array.from({ length: 12 }, (_, k) => hovered(`c${k}`, [12.25, k]));
    expect(words(many).match(/<b>/g)).toHaveLength(8);
  });
  test('are not shown where a chart has none', () =>
    expect(drawn({ tooltip: false }).tooltip).toEqual({ show: false }));
});

test('symbols keep the range of the axis as a curve does', () => {
  const at = points({ x: [2, 8], y: [1, 1] }, { name: '', colour: '#000000', series: 0, ground: '#ffffff' });
  const [x] = drawn({ panes: [pane({ marks: [at] })] }).xAxis;
  expect(x!['min']).toBeCloseTo(1.9, 12);
  expect(x!['max']).toBe(8);
});
