import type { CyclesReply, HistogramReply } from '@undameter/contract';
import { describe, expect, test } from '@jest/globals';
import { asDrawn, channelRow } from '../../../../test/replies';
import { palettes } from '../../../theme/palette';
import { cycleRows, noCyclesInWords } from './cycleRows';
import { cyclesOption, histogramOption } from './distributionOption';
import { cyclesInWords } from './useDistributions';

const size = { width: 800, height: 400 };
const p = { channel: channelRow('p', { name: 'Pressure', unit: 'kPa(g)' }), series: 2 };
const q = { channel: channelRow('q', { name: 'Flow', unit: 'L/min' }), series: 3 };
const chart = { shown: [p, q], looks: {}, palette: palettes.light };

describe('histograms', () => {
  const one = { symbol: 'p', low: 10, width: 2, counts: [3, 8, 1], normal: { mean: 13, standardDeviation: 1 } };
  const of = (reply: HistogramReply, shown = chart.shown) => asDrawn(histogramOption(reply, { ...chart, shown }, size));
  test('stand on zero with a class free at either end, each over an axis of its own', () => {
    const option = of([one, { ...one, symbol: 'q', low: 0, normal: null }]);
    expect(option.xAxis.map((x) => [x['name'], x['min'], x['max']])).toEqual([
      ['Pressure p (kPa(g))', 8, 18],
      ['Flow q (L/min)', -2, 8],
    ]);
    expect(option.yAxis[1]).toMatchObject({ min: 0, max: 8.64 });
    expect(option.series[0]!.data[1]).toEqual([13, 8]);
  });
  test('the normal distribution holds as many samples, and is highest at the mean', () => {
    const curve = of([one], [p]).series[1]!.data as [number, number][];
    const step = curve[1]![0] - curve[0]![0];
    expect((curve.reduce((s, [, y]) => s + y, 0) * step) / 2).toBeCloseTo(12, 1);
    const top = curve.reduce((a, b) => (b[1] > a[1] ? b : a));
    expect(top[0]).toBeCloseTo(13, 9);
    // The axis makes room for it.
    expect(of([one], [p]).yAxis[0]!['max']).toBeCloseTo(1.08 * top[1], 9);
  });
  test('of a channel without a value is empty, of none is none', () => {
    const dead = { symbol: 'p', low: null, width: null, counts: [], normal: null };
    expect(of([dead], [p]).yAxis[0]).toMatchObject({ min: 0, max: 1.08 });
    expect(of([])).toEqual({});
  });
});

describe('load cycles', () => {
  const classes = [
    { from: 0, to: 2, count: 10, mean: 1 },
    { from: 2, to: 4, count: 0, mean: null },
    { from: 4, to: 6, count: 1.5, mean: 3 },
  ];
  const made = { symbol: 'p', total: 11.5, largest: 6, below: 0, joined: 0, samples: 99, classes, problem: null };
  test('are drawn as how many are at least so large, in the unit of a difference', () => {
    const option = asDrawn(cyclesOption([made], { ...chart, shown: [p] }, size));
    expect(option.series[0]!.data).toEqual([
      [1.5, 6],
      [1.5, 4],
      [11.5, 2],
      [11.5, 0],
    ]);
    expect(option.title[0]!.text).toBe('Range of Pressure (kPa)');
    expect(option.xAxis[0]).toMatchObject({ type: 'log', name: 'Cycles at least so large' });
  });
  test('stand on the board from the largest down, without empty classes', () =>
    expect(cycleRows([made]).map((r) => [r.from, r.count])).toEqual([
      [4, 1.5],
      [0, 10],
    ]));
  test('an empty board says why: nothing moves, all are too small, or nothing was counted', () => {
    const none = { ...made, classes: [], total: 0 };
    expect(noCyclesInWords([none])).toBe('Nothing moves, so there is no cycle.');
    expect(noCyclesInWords([{ ...none, below: 3 }])).toBe(
      'Every cycle is smaller than the smallest range that counts.',
    );
    const problem = { code: 'X', message: 'It is a word.', facts: {} };
    expect(noCyclesInWords([{ ...none, problem }])).toBe('Cycles are not counted. It is a word.');
  });
  const words = (over: Partial<CyclesReply[number]>, ...more: CyclesReply) =>
    cyclesInWords([{ ...made, ...over }, ...more]);
  test('are told with what was left out and joined, and only then', () => {
    expect(words({})).toBe('rainflow (ASTM E1049): 11.5 cycles');
    expect(words({ below: 3, joined: 1 })).toMatch(/ cycles, 3.*smaller ones not counted, joined across 1 gap$/);
    expect(words({}, made)).toBe('rainflow (ASTM E1049)');
    expect(cyclesInWords([])).toBe('rainflow (ASTM E1049)');
  });
});
