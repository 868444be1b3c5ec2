import { describe, expect, test } from '@jest/globals';
import type { FigureContent, FigureSeries } from '@undameter/contract';
import { dataOfFigure } from './dataOfFigure';
import { embeddedFaces } from './embeddedFaces';
import { typeAsOutlines, withoutType } from './outlined';
import { bareSeries } from './sources/Source';
import { contentOfTable } from './sources/table';
import { measure, outlineOf } from './typefaces';

const face = { family: '', size: 100, weight: 400 as const, italic: false };

describe('the face of figures', () => {
  test('is measured in proportion to its size, and letters add up', () => {
    expect(measure('Head', { ...face, size: 200 })).toBeCloseTo(2 * measure('Head', face), 9);
    expect(measure('', face)).toBe(0);
    const parts = ['1', '2', '7'].reduce((sum, digit) => sum + measure(digit, face), 0);
    expect(measure('127', face)).toBeCloseTo(parts, 6);
  });
  test('bold is wider than regular', () =>
    expect(measure('Head', { ...face, weight: 600 })).toBeGreaterThan(measure('Head', face)));
  test('has the letters and signs of the trade: none is the box of a missing one', () => {
    const missing = outlineOf('\ue123', 10, 400, false);
    for (const sign of 'αβγδεηθκλμνρστφψωΓΔΘΛΣΦΨΩ±−·×√≤≥≈°%')
      expect([sign, outlineOf(sign, 10, 400, false) === missing]).toEqual([sign, false]);
  });
  test('an outline stands on its baseline: a capital goes up from it', () => {
    const ys = [...outlineOf('H', 100, 400, false).matchAll(/[ML](-?[\d.]+)[ ,](-?[\d.]+)/g)].map((m) => Number(m[2]));
    expect(Math.max(...ys)).toBeCloseTo(0, 6);
    // Cap height of the face: 698 of 1000.
    expect(Math.min(...ys)).toBeCloseTo(-69.8, 1);
  });
});

test('an SVG carries the faces that its texts need, and no others', () => {
  const svg = (style: string, text: string) => `<svg width="1"><text style="${style}">${text}</text></svg>`;
  const faces = (text: string): string[] => text.match(/font-weight:\d+;font-style:\w+/g) ?? [];
  // SVG 1.1, 6.19: the type of a style element must be said.
  expect(embeddedFaces(svg('', 'H'))).toMatch(/^<svg [^>]*><style type="text\/css">/);
  expect(faces(embeddedFaces(svg('font-size:9px', 'Head')))).toEqual(['font-weight:400;font-style:normal']);
  expect(faces(embeddedFaces(svg('font-weight:600', 'Head')))).toEqual(['font-weight:600;font-style:normal']);
  expect(embeddedFaces(svg('font-style:italic', 'H'))).toContain('font-style:italic');
  expect(embeddedFaces(svg('', 'H'))).not.toContain('U+0370');
  expect(embeddedFaces(svg('', 'ρ'))).toContain('U+0370');
});

test('letters as outlines stand where they stood, turned as they were; all else stays', () => {
  const text = { type: 'text', x: 10, y: 20, style: { text: 'Q', fill: '#123456', fontSize: 10 } };
  const option = {
    graphic: [text, { type: 'group', x: 1, y: 2, rotation: Math.PI / 2, children: [text] }, { type: 'line' }],
  };
  expect(withoutType(option)).toEqual({ graphic: [{ type: 'line' }] });
  const svg = typeAsOutlines(option);
  expect(svg).toContain('<path transform="translate(10 23.45)" fill="#123456" d="M');
  expect(svg).toContain('<g transform="translate(1 2) rotate(-90)">');
});

describe('the data of a figure', () => {
  const axis = (name: string, unit: string) => ({ name, symbol: '', unit, log: false, words: null, range: null });
  const series: FigureSeries = {
    ...bareSeries,
    id: 'a',
    title: 'a',
    name: '2900 rpm',
    nature: 'measured',
    points: { x: [1, 2, 3], y: [4, null, 6], xError: [], yError: [0.1, null, 0.3] },
    curve: { x: [1, 3], y: [4, 6], low: [3, 5], high: [5, 7], held: false },
  };
  const content: FigureContent = {
    panels: [
      {
        id: 'main',
        title: '',
        weight: 1,
        x: axis('Flow', 'L/min'),
        y: axis('Head', 'm'),
        right: axis('Power', 'W'),
        series: [series, { ...series, name: 'P', side: 'right', curve: null }],
        levels: [],
        map: null,
      },
    ],
    about: '',
  };
  const { channels } = dataOfFigure('Figure', content);
  test('are columns with names and units, in the order of the series', () =>
    expect(channels.map((c) => `${c.name} [${c.unit}]`)).toEqual([
      '2900 rpm: Flow [L/min]',
      '2900 rpm: Head [m]',
      '2900 rpm: standard uncertainty of Head [m]',
      '2900 rpm: curve, Flow [L/min]',
      '2900 rpm: curve, Head [m]',
      '2900 rpm: curve, lower end of the band [m]',
      '2900 rpm: curve, upper end of the band [m]',
      'P: Flow [L/min]',
      'P: Power [W]',
      'P: standard uncertainty of Power [W]',
    ]));
  test('are equally long, with nothing where there is nothing', () => {
    expect(new Set(channels.map((c) => c.values.length))).toEqual(new Set([3]));
    expect([...channels[1]!.values]).toEqual([4, NaN, 6]);
    expect([...channels[3]!.values]).toEqual([1, 3, NaN]);
  });
});

describe('the figure of a table', () => {
  const table = {
    isShared: false,
    symbol: 'mu',
    name: 'Viscosity',
    xName: 'Temperature',
    xUnit: '°C',
    yUnit: 'mPa s',
    source: 'made up',
    method: 'linear',
    xScale: 'plain' as const,
    yScale: 'plain' as const,
    outside: 'refuse' as const,
    uncertainty: null,
    notes: '',
    x: [0, 10],
    y: [4, 2, 8, 4],
    second: { name: 'Share', unit: '%', method: 'linear', scale: 'plain' as const, w: [0, 30], isScattered: false },
  };
  test('in two arguments has a curve for each of the second', () => {
    const [panel] = contentOfTable(table).panels;
    expect(panel!.series.map((s) => [s.name, s.points!.y])).toEqual([
      ['Share 0 %', [4, 8]],
      ['Share 30 %', [2, 4]],
    ]);
    expect(panel!.series[1]!.curve!.y[200]).toBeCloseTo(3, 9);
  });
  test('has the ± of each knot, no point at a hole, and none where it is stated of all', () => {
    const uncertainty = { kind: 'perKnot' as const, statedAs: 'twice' as const, values: [0.4, 0.2, 0.8, null] };
    const series = contentOfTable({ ...table, y: [4, 2, 8, null], uncertainty }).panels[0]!.series;
    expect(series.map((s) => [s.points!.y, s.points!.yError])).toEqual([
      [
        [4, 8],
        [0.2, 0.4],
      ],
      [[2], [0.1]],
    ]);
    expect(series[1]!.curve!.y[200]).toBeNull();
    expect(contentOfTable(table).panels[0]!.series[0]!.points!.yError).toEqual([]);
    const curve = { ...table, y: [4, 2], second: null, uncertainty: { ...uncertainty, values: [0.4, 0.2] } };
    expect(contentOfTable(curve).panels[0]!.series[0]!.points!.yError).toEqual([0.2, 0.1]);
  });
  test('of many second arguments has at most twelve', () => {
    const w = Array.from({ length: 40 }, (_, j) => j);
    const many = { ...table, y: [...w, ...w], second: { ...table.second, w } };
    expect(contentOfTable(many).panels[0]!.series).toHaveLength(10);
  });
  test('of points anywhere in the plane has those alone', () => {
    const scattered = {
      ...table,
      x: [0, 5, 9],
      y: [1, 2, 3],
      second: { ...table.second, w: [0, 9, 4], isScattered: true },
    };
    expect(contentOfTable(scattered).panels[0]!.series.map((s) => [s.points!.x, s.curve])).toEqual([[[0, 5, 9], null]]);
  });
});
