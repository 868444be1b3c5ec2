import { describe, expect, test } from '@jest/globals';
import type { FigureContent, FigureDressing, FigureSeries, FigureSource } from '@undameter/contract';
import { axis, measure, series as bare } from '../test/contents';
import { axesShown, letterOf, placesInColours, usualArrangement } from './charts';
import { dressingOf, figureOption, houseStyles } from './index';
import {
  chartsOf,
  panelsTogether,
  withChartBefore,
  withCharts,
  withMarks,
  withoutChart,
  type Composed,
} from './together';

const plain = dressingOf(houseStyles[0]!);
const series = (id: string, y: number[], over: Partial<FigureSeries> = {}): FigureSeries =>
  bare(id, { curve: { x: [10, 60, 117], y, low: [], high: [], held: false }, ...over });
const content = (name: string, unit: string, all: FigureSeries[], x = 'Flow'): FigureContent => ({
  panels: [
    {
      id: 'main',
      title: '',
      weight: 1,
      x: axis(x, 'L/min'),
      y: axis(name, unit),
      right: null,
      series: all,
      levels: [],
      map: null,
    },
  ],
  about: '',
});
const head = content('Head', 'm', [series('low', [10, 8, 3]), series('high', [27, 20, 7])]);
const power = content('Power', 'W', [series('high', [40, 220, 130]), series('low', [10, 60, 30])]);
const sheetOf = (...contents: FigureContent[]): FigureContent => ({
  panels: panelsTogether(contents.map((c, k) => ({ id: k === 0 ? '' : `c${k}`, content: c }))),
  about: '',
});
const dressed = (over: Partial<FigureDressing['arrangement']> = {}, more: Partial<FigureDressing> = {}) => ({
  ...plain,
  arrangement: { ...usualArrangement, ...over },
  ...more,
});
const draw = (shown: FigureContent, dressing: FigureDressing) => figureOption({ content: shown, dressing, measure });

interface Element {
  style?: { text?: string; fontWeight?: number };
  children?: Element[];
}
const flat = (elements: Element[]): Element[] => elements.flatMap((e) => (e.children ? flat(e.children) : [e]));
const textsOf = (drawn: ReturnType<typeof draw>): string[] =>
  flat(drawn.option['graphic'] as Element[]).flatMap((e) => e.style?.text ?? []);
const ids = (drawn: ReturnType<typeof draw>, kind: string) =>
  drawn.parts.map((p) => p.id).filter((id) => id.startsWith(kind));

describe('charts on one sheet', () => {
  test('stand beside each other, begin and end at one height, and are as wide', () => {
    const [a, b] = draw(sheetOf(head, power), dressed()).frames;
    expect([a!.top, a!.height, a!.width]).toEqual([b!.top, b!.height, b!.width]);
    expect(b!.left).toBeGreaterThan(a!.left + a!.width);
  });
  test('three by two are in two rows of one height', () => {
    const [a, b, c] = draw(sheetOf(head, power, head), dressed()).frames;
    expect([c!.left, c!.height, c!.width]).toEqual([a!.left, a!.height, a!.width]);
    expect(c!.top).toBeGreaterThan(b!.top + b!.height);
  });
  test('in one column stand above each other with the same edges', () => {
    const [a, b] = draw(sheetOf(head, power), dressed({ columns: 1 })).frames;
    expect([a!.left, a!.width]).toEqual([b!.left, b!.width]);
    expect(b!.top).toBeGreaterThan(a!.top + a!.height);
  });
  test('a chart with a lower panel ends where its neighbour ends', () => {
    const below = { ...head.panels[0]!, id: 'residuals', weight: 0.5 };
    const two = { ...head, panels: [{ ...head.panels[0]!, x: null }, below] };
    const [a, b, c] = draw(sheetOf(two, power), dressed()).frames;
    expect(b!.top + b!.height).toBeCloseTo(c!.top + c!.height, 9);
    expect(a!.top).toBe(c!.top);
  });
  test('have the titles of their y axes in one line, outside of the widest numbers', () => {
    const wide = content('Power', 'W', [series('big', [100000, 220000, 130000])]);
    const drawn = draw(sheetOf(head, wide), dressed({ columns: 1 }));
    const titles = (drawn.option['graphic'] as { rotation?: number; x: number }[]).filter((e) => e.rotation);
    expect(titles).toHaveLength(2);
    expect(titles[0]!.x).toBeCloseTo(titles[1]!.x, 9);
    const boxes = drawn.parts.filter((p) => p.id.endsWith('.y')).map((p) => p.box.x);
    expect(boxes[0]).toBeCloseTo(boxes[1]!, 9);
    expect(boxes[0]).toBeGreaterThan(0);
  });
  test('are lettered only where there are several, and only on wish', () => {
    const bold = (shown: FigureContent, dressing: FigureDressing): string[] =>
      textsOf(draw(shown, dressing)).filter((t) => /^[ab]$/.test(t));
    expect(bold(sheetOf(head, power), dressed())).toEqual(['a', 'b']);
    expect(bold(sheetOf(head, power), dressed({ lettered: false }))).toEqual([]);
    expect(bold(head, dressed())).toEqual([]);
    expect([0, 25].map(letterOf)).toEqual(['a', 'z']);
  });
  test('without an arrangement of their own stand by two', () => {
    const [a, b] = draw(sheetOf(head, power), plain).frames;
    expect(a!.top).toBe(b!.top);
  });
  test('a title stands above the chart that it was given', () => {
    const drawn = draw(sheetOf(head, power), dressed({ titles: { 'c1/main': 'At the shaft' } }));
    expect(textsOf(drawn)).toContain('At the shaft');
  });
});

describe('an axis that charts share', () => {
  const xTitles = (drawn: ReturnType<typeof draw>): number => textsOf(drawn).filter((t) => t === 'Flow').length;
  test('along x stands below the lowest chart of a column and spans the data of all', () => {
    const wide = content('Power', 'W', [
      series('far', [1, 2, 3], { curve: { ...head.panels[0]!.series[0]!.curve!, x: [0, 100, 400] } }),
    ]);
    const shared = draw(sheetOf(wide, head), dressed({ columns: 1, sharedX: true }));
    expect(ids(shared, 'axis:').filter((id) => id.endsWith('.x'))).toEqual(['axis:c1/main.x']);
    const axes = shared.option['xAxis'] as { max: number }[];
    expect(axes.map((x) => x.max)).toEqual([400, 400]);
    expect(xTitles(shared)).toBe(1);
    const apart = draw(sheetOf(wide, head), dressed({ columns: 1 }));
    expect((apart.option['xAxis'] as { max: number }[]).map((x) => x.max)).toEqual([400, 120]);
    expect(xTitles(apart)).toBe(2);
  });
  test('is not shared where the quantity or the unit is another', () => {
    const other = content('Power', 'W', power.panels[0]!.series, 'Shaft speed');
    const drawn = draw(sheetOf(other, head), dressed({ columns: 1, sharedX: true }));
    expect(ids(drawn, 'axis:').filter((id) => id.endsWith('.x'))).toEqual(['axis:main.x', 'axis:c1/main.x']);
  });
  test('along y stands at the left chart of a row and spans the data of all', () => {
    const higher = content('Head', 'm', [series('rated', [90, 60, 20])]);
    const shared = draw(sheetOf(head, higher), dressed({ sharedY: true }));
    expect(ids(shared, 'axis:').filter((id) => id.endsWith('.y'))).toEqual(['axis:main.y']);
    const max = (shared.option['yAxis'] as { max: number }[]).map((y) => y.max);
    expect(max[0]).toBe(max[1]);
    expect(max[0]).toBeGreaterThanOrEqual(90);
    expect(shared.frames[0]!.width).toBeGreaterThan(draw(sheetOf(head, higher), dressed()).frames[0]!.width);
  });
  test('is told to the list of parts', () => {
    const shown = axesShown(sheetOf(head, power, head), dressed({ columns: 1, sharedX: true, sharedY: true }));
    expect(shown).toEqual([
      { x: false, y: true },
      { x: false, y: true },
      { x: true, y: true },
    ]);
  });
});

describe('what is named and noted on several charts', () => {
  test('a group has one colour in all charts, and colours begin anew in each', () => {
    const places = placesInColours(sheetOf(head, power, content('Noise', 'dB', [series('other', [1, 2, 3])])));
    expect([...places]).toEqual([
      ['low', 0],
      ['high', 1],
      ['c1/high', 1],
      ['c1/low', 0],
      ['c2/other', 0],
    ]);
  });
  test('names stand at the ends of the curves of each chart, or one key has each once', () => {
    const ends = draw(sheetOf(head, power), dressed({}, { look: { ...plain.look, widthMm: 240 } }));
    expect(ids(ends, 'series:').sort()).toEqual(['series:c1/high', 'series:c1/low', 'series:high', 'series:low']);
    const key = { ...plain.key, place: 'below' as const };
    expect(textsOf(draw(sheetOf(head, power), dressed({}, { key }))).filter((t) => t === 'low')).toHaveLength(1);
  });
  test('one key has a series of each chart that is drawn otherwise', () => {
    const key = { ...plain.key, place: 'right' as const };
    const drawn = draw(sheetOf(head, power), dressed({}, { key, series: { 'c1/low': { colour: '#ff0000' } } }));
    expect(textsOf(drawn).filter((t) => t === 'low')).toHaveLength(2);
    const frames = drawn.frames;
    const box = drawn.parts.find((p) => p.id === 'key')!.box;
    expect(box.x).toBeGreaterThanOrEqual(frames[1]!.left + frames[1]!.width);
  });
  test('a note stands on its chart, and tells on which frame its place counts', () => {
    const at = { x: 0.5, y: 0.5 };
    const notes = [
      { text: 'left', at, to: null },
      { chart: 'c1', text: 'right', at, to: null },
      { chart: 'c7', text: 'nowhere', at, to: null },
    ];
    const drawn = draw(sheetOf(head, power), dressed({}, { notes }));
    const found = drawn.parts.filter((p) => p.id.startsWith('note:'));
    expect(found.map((p) => [p.id, p.panel])).toEqual([
      ['note:0', 0],
      ['note:1', 1],
    ]);
    const [, b] = drawn.frames;
    expect(found[1]!.box.x + found[1]!.box.width / 2).toBeCloseTo(b!.left + b!.width / 2, 6);
  });
});

describe('putting charts together', () => {
  const fit = (fitId: number): FigureSource => ({ kind: 'fit', fitId, residuals: 'none' });
  const one: Composed = {
    source: fit(1),
    dressing: { ...plain, axes: { 'main.x': { every: 20 } }, notes: [{ text: 'n', at: { x: 0, y: 0 }, to: null }] },
  };
  const two: Composed = {
    source: fit(2),
    dressing: {
      ...plain,
      look: { ...plain.look, widthMm: 80, heightMm: 60 },
      axes: { 'main.x': { low: 5 } },
      series: { all: { colour: '#ff0000' } },
      points: [{ x: 1, y: 2, label: 'p' }],
      key: { ...plain.key, order: ['all'] },
    },
  };
  const both = withCharts(one, two);

  test('keeps how each was dressed, under its own id', () => {
    expect(chartsOf(both.source)).toEqual([
      { id: '', source: fit(1) },
      { id: 'c1', source: fit(2) },
    ]);
    expect(both.dressing).toMatchObject({
      axes: { 'main.x': { every: 20 }, 'c1/main.x': { low: 5 } },
      series: { 'c1/all': { colour: '#ff0000' } },
      notes: [{ text: 'n' }],
      points: [{ chart: 'c1', x: 1 }],
      key: { order: ['c1/all'] },
    });
  });
  test('what is taken away again leaves what was there', () => {
    const again = withoutChart(both, 'c1');
    expect(again.source).toEqual(fit(1));
    expect({ ...again.dressing, arrangement: undefined }).toEqual({ ...one.dressing, arrangement: undefined });
  });
  test('without the first the second stays, dressed as it was; the last one cannot be taken away', () => {
    const second = withoutChart(both, '');
    expect(second.source).toEqual({ kind: 'together', charts: [{ id: 'c1', source: fit(2) }] });
    expect(second.dressing).toMatchObject({ axes: { 'c1/main.x': { low: 5 } }, notes: [] });
    expect(withoutChart(second, 'c1')).toBe(second);
  });
  test('takes all charts of a figure that has several, and gives each an id of its own', () => {
    const four = withCharts(both, both);
    expect(chartsOf(four.source).map((c) => c.id)).toEqual(['', 'c1', 'c2', 'c3']);
    expect(four.dressing.axes).toEqual({
      'main.x': { every: 20 },
      'c1/main.x': { low: 5 },
      'c2/main.x': { every: 20 },
      'c3/main.x': { low: 5 },
    });
    expect(four.dressing.notes.map((n) => n.chart)).toEqual([undefined, 'c2']);
  });
  test('places are marked on the chart that is meant, and on no other kind', () => {
    const marks = [{ series: 'all', what: 'zero' as const }];
    const run: FigureSource = { kind: 'histogram', runId: 1, symbol: 'p', from: null, to: null };
    expect(chartsOf(withMarks(both, 'c1', marks).source).map((c) => 'marks' in c.source)).toEqual([false, true]);
    expect(withMarks(one, '', marks).source).toEqual({ ...fit(1), marks });
    expect(withMarks({ ...one, source: run }, '', marks).source).toEqual(run);
  });
  test('a chart moves to the front with what it is dressed in', () => {
    const turned = withChartBefore(both, 'c1');
    expect(chartsOf(turned.source).map((c) => c.id)).toEqual(['c1', '']);
    expect(turned.dressing).toBe(both.dressing);
    expect(withChartBefore(both, '').source).toBe(both.source);
  });
  test('the sheet grows with them, as far as a page goes', () => {
    const size = ({ dressing: { look } }: Composed) => [look.widthMm, look.heightMm];
    const small = { ...two, source: fit(3) };
    expect(size(withCharts(small, small))).toEqual([160, 60]);
    expect(size(withCharts(one, small))).toEqual([160, 100]);
    expect(size(withCharts(withCharts(small, small), small))).toEqual([160, 120]);
    const large = { ...one, dressing: { ...plain, look: { ...plain.look, widthMm: 240, heightMm: 200 } } };
    expect(size(withCharts(large, large))).toEqual([240, 200]);
  });
});
