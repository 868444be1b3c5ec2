import { describe, expect, test } from '@jest/globals';
import { asDrawn, channelRow, traceOf, tracesOf } from '../../../test/replies';
import { palettes } from '../../theme/palette';
import { rangeOf, signalsOption, type SignalsChart } from './chartOption';

const palette = palettes.light;
const t = channelRow('t', { name: 'Time', unit: 's' });
const p = channelRow('p', { name: 'Pressure', unit: 'kPa' });
const Q = channelRow('Q', { name: 'Flow', unit: 'L/min' });
const many = Array.from({ length: 500 }, (_, i) => i / 5);
const flat = many.map((x) => x % 10);

const draw = (over: Partial<SignalsChart> = {}) =>
  asDrawn(
    signalsOption(
      {
        traces: tracesOf([traceOf('p', many, flat), traceOf('Q', many, flat)]),
        shown: [
          { channel: p, series: 0 },
          { channel: Q, series: 3 },
        ],
        along: t,
        looks: {},
        palette,
        ...over,
      },
      { width: 900, height: 500 },
    ),
  );
const titles = (option: ReturnType<typeof draw>) => option.title.map((at) => at.text);
const colourOf = (mark: Record<string, unknown>) => (mark['lineStyle'] as { color: string }).color;

describe('channels along the run', () => {
  test('stand below each other, the first higher, each in the colour of its row', () => {
    const option = draw();
    expect(titles(option)).toEqual(['Pressure p (kPa)', 'Flow Q (L/min)']);
    expect(option.grid[0]!.height / option.grid[1]!.height).toBeCloseTo(1.7, 9);
    expect(option.series.map(colourOf)).toEqual([palette.series[0], palette.series[3]]);
    expect(option.xAxis[1]).toMatchObject({ name: 'Time t (s)', min: 0, max: 100 });
  });
  test('without an order are over the number of the sample; one that has not come yet is left out', () => {
    expect(draw({ along: undefined }).xAxis[1]!['name']).toBe('Sample number');
    expect(titles(draw({ traces: tracesOf([traceOf('Q', many, flat)]) }))).toEqual(['Flow Q (L/min)']);
  });
  test('what is set aside is crossed below the curve, and what lies far off is counted', () => {
    const setAside = { x: [1, 2, 3], y: [9.5, 700, -40], count: 3 };
    const option = draw({ traces: tracesOf([traceOf('p', many, flat, { setAside })]) });
    expect(option.series[0]!.name).toBe('set aside');
    expect(titles(option)[0]).toBe('Pressure p (kPa) · 2 set aside beyond the axis');
  });
  test('what is less sure is marked above it with the reason', () => {
    const doubtful = { x: [1], y: [2], why: 'beyond a table' };
    const option = draw({ traces: tracesOf([traceOf('p', many, flat, { doubtful })]) });
    expect(option.series.map((s) => s.name)).toEqual(['p', 'less sure: beyond a table']);
  });
  test('the words of a category hold until the next and need no range', () => {
    const valve = channelRow('v', { labels: ['open', 'shut'] });
    const option = draw({
      traces: tracesOf([
        traceOf(
          'v',
          many,
          many.map((x) => (x > 50 ? 1 : 0)),
        ),
      ]),
      shown: [{ channel: valve, series: 0 }],
    });
    expect(option.series[0]).toMatchObject({ step: 'end' });
    expect(option.yAxis[0]).toMatchObject({ min: -1, max: 2 });
  });
});

describe('how a curve is drawn', () => {
  const kinds = (n: number, marks?: 'line' | 'symbols', everySample = true) => {
    const x = Array.from({ length: n }, (_, i) => i);
    const option = draw({
      traces: tracesOf([traceOf('p', x, x, { everySample })]),
      looks: { p: marks ? { marks } : {} },
    });
    return option.series.map((s) => s.type).join();
  };
  test.each([
    [99, undefined, true, 'scatter,line'],
    [100, undefined, true, 'line'],
    [99, undefined, false, 'line'],
    [99, 'line', true, 'line'],
    [500, 'symbols', true, 'scatter'],
  ] as const)('%d samples, wanted %s, every sample %s: %s', (n, marks, every, drawn) =>
    expect(kinds(n, marks, every)).toBe(drawn),
  );
});

describe('channels of one unit in one pane', () => {
  const both = (looks: SignalsChart['looks']) =>
    draw({
      traces: tracesOf([
        traceOf('p', many, flat),
        traceOf(
          's',
          many,
          flat.map((y) => y - 40),
        ),
      ]),
      shown: [p, channelRow('s', { name: 'Suction pressure', unit: 'kPa' })].map((channel, series) => ({
        channel,
        series,
      })),
      looks,
    });
  test('share one scale that holds both, and each is named in its colour', () => {
    const option = both({ s: { right: true } });
    expect([option.grid.length, option.yAxis.length]).toEqual([1, 1]);
    const [apart] = [both({})];
    const ends = apart.yAxis as unknown as { min: number; max: number }[];
    expect(option.yAxis[0]).toMatchObject({
      min: Math.min(...ends.map((e) => e.min)),
      max: Math.max(...ends.map((e) => e.max)),
    });
    const [title] = option.title as unknown as {
      text: string;
      textStyle: { rich: Record<string, { color: string }> };
    }[];
    expect(title!.text).toBe('{n0|Pressure p}, {n1|Suction pressure s} (kPa)');
    expect(Object.values(title!.textStyle.rich).map((r) => r.color)).toEqual(palette.series.slice(0, 2));
  });
  test('one alone has a plain title', () => {
    const [title] = both({}).title as unknown as { text: string; textStyle: object }[];
    expect(title!.text).toBe('Pressure p (kPa)');
    expect(title!.textStyle).not.toHaveProperty('rich');
  });
});

describe('a second axis at the right', () => {
  test('joins the pane above where that is wanted', () => {
    const option = draw({ looks: { Q: { right: true } } });
    expect(option.grid).toHaveLength(1);
    expect(option.yAxis[1]).toMatchObject({ position: 'right' });
    // Two lines in one pane: each title has the colour of its line.
    expect(titles(option)).toEqual(['{n0|Pressure p} (kPa)', '{n0|Flow Q} (L/min)']);
  });
  test('is not there for the first channel, nor twice in a pane', () => {
    expect(draw({ looks: { p: { right: true } } }).grid).toHaveLength(2);
    const M = channelRow('M', { name: 'Torque', unit: 'N*m' });
    const option = draw({
      traces: tracesOf(['p', 'Q', 'M'].map((symbol) => traceOf(symbol, many, flat))),
      shown: [p, Q, M].map((channel, series) => ({ channel, series })),
      looks: { Q: { right: true }, M: { right: true } },
    });
    expect(option.grid).toHaveLength(2);
  });
});

describe('a smoothing in hand', () => {
  const smoothing = { channel: 'p', made: 'p_s', removed: 'removed_part', variants: ['variant_1', 'variant_2'] };
  const traces = tracesOf(['p', 'p_s', 'removed_part', 'variant_1', 'variant_2'].map((s) => traceOf(s, many, flat)));
  const option = draw({ traces, shown: [{ channel: p, series: 0 }], smoothing, offset: 5 });
  test('lies over the faint raw curve; what it removes has a pane of its own', () => {
    expect(titles(option)).toEqual(['Pressure p (kPa)', 'Removed part (kPa)']);
    expect(option.series.slice(0, 2).map(colourOf)).toEqual([palette.faint, palette.series[0]]);
  });
  test('other settings are lifted one above the other, with room for them', () => {
    const at = (name: string) => (option.series.find((s) => s.name === name)!.data[1] as number[])[1];
    expect([at('p_s'), at('setting 1'), at('setting 2')].map((y) => y! - flat[1]!)).toEqual([0, 5, 10]);
    const [axis] = option.yAxis;
    // Nine is the highest sample; two settings, five apart, and a margin of 12 % of the span of 9.8.
    expect(axis!['max']).toBeCloseTo(9.8 + 10 + 0.12 * 9.8, 9);
    expect(axis!['min']).toBeCloseTo(-0.08 * 9.8, 9);
  });
  test('of another channel changes nothing here', () => {
    const other = draw({ traces, smoothing: { ...smoothing, channel: 'Q' } });
    expect(other.series.map(colourOf)[0]).toBe(palette.series[0]);
  });
});

describe('the range of y', () => {
  const range = (y: (number | null)[], aside: (number | null)[] = []) =>
    rangeOf({ y, setAside: { x: aside.map((_, i) => i), y: aside, count: aside.length } });
  test.each([
    ['of what is kept, with a margin', [0, 10], [], [-0.8, 11.2], 0],
    ['takes in what was set aside within half its span', [0, 10], [15, -5], [-5.8, 16.2], 0],
    ['leaves out what lies further off, and counts it', [0, 10], [15.1, -5.1, 3], [-0.8, 11.2], 2],
    ['of one value has the size of the value', [4, null], [], [4 - 0.32, 4 + 0.48], 0],
    ['of zero alone is about one', [0], [], [-0.08, 0.12], 0],
  ])('%s', (_, y, aside, [low, high], beyond) => {
    const found = range(y, aside);
    expect(found.range![0]).toBeCloseTo(low!, 12);
    expect(found.range![1]).toBeCloseTo(high!, 12);
    expect(found.beyond).toBe(beyond);
  });
  test('of nothing is none', () => expect(range([null], [4])).toEqual({ beyond: 0 }));
});
