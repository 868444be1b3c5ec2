import { describe, expect, test } from '@jest/globals';
import { palettes } from '../theme/palette';
import { band, line, points } from './marks';
import { axisTitle, commonRange, stackOption } from './panes';

const palette = palettes.light;
const curve = { x: [1, 2, 3], y: [10, null, 30] };

test.each([
  [{ name: 'Head', symbol: 'H', unit: 'm' }, 'Head H (m)'],
  [{ name: 'Flow', unit: 'm^3/s' }, 'Flow (m³/s)'],
  [{ name: 'Efficiency', symbol: 'eta', unit: '' }, 'Efficiency eta'],
])('an axis of %j is titled %s', (of, title) => expect(axisTitle(of)).toBe(title));

describe('the chart language', () => {
  test('measured points are open symbols of their own colour and shape', () => {
    const looks = [0, 1, 2, 3, 4, 5].map((series) =>
      points(curve, { name: '', colour: palette.series[series]!, series, ground: palette.sheet }),
    );
    expect(new Set(looks.map((l) => l['symbol'])).size).toBe(6);
    expect(looks[0]!['itemStyle']).toMatchObject({ color: palette.sheet, borderColor: palette.series[0] });
  });

  test('simulated is dashed, model is solid, and a missing value breaks the line', () => {
    const model = line(curve, { name: 'model', colour: '#000000' });
    const simulated = line(curve, { name: 'simulated', colour: '#000000', dashed: true });
    expect(model['lineStyle']).toMatchObject({ type: 'solid' });
    expect(simulated['lineStyle']).toMatchObject({ type: [6, 4] });
    expect(model).toMatchObject({
      connectNulls: false,
      data: [
        [1, 10],
        [2, null],
        [3, 30],
      ],
    });
  });

  test('a band runs along the upper curve and back along the lower, leaving out what is missing', () => {
    const made = band({ x: [1, 2, 3], low: [0, null, 2], high: [4, 5, 6] }, '#000000', 'band');
    expect(made['data']).toEqual([
      [1, 4],
      [3, 6],
      [3, 2],
      [1, 0],
    ]);
  });
});

describe('a stack of panes', () => {
  const option = stackOption({
    size: { width: 800, height: 500 },
    palette,
    x: { title: 'Flow (L/min)' },
    panes: [
      {
        title: 'a',
        weight: 3,
        marks: [line({ x: [2, 118], y: [1, 2] }, { name: 'a', colour: '#000000', endLabel: 'a' })],
      },
      { title: 'b', weight: 1, marks: [line({ x: [20, 90], y: [1, 2] }, { name: 'b', colour: '#000000' })] },
    ],
  });
  const axes = option['xAxis'] as { min: number; max: number; name: string }[];
  const grids = option['grid'] as { top: number; height: number }[];

  test('shares one x range, from zero where the data begin near it, with room for a name at the end', () => {
    expect(axes.map((a) => [a.min, a.max])).toEqual([
      [0, 130],
      [0, 130],
    ]);
    expect(commonRange([])).toBeUndefined();
  });
  test('gives height by weight and names x once, below', () => {
    expect(grids[0]!.height / grids[1]!.height).toBeCloseTo(3, 6);
    expect(axes.map((a) => a.name)).toEqual(['', 'Flow (L/min)']);
  });
  test('puts each mark into its own pane', () =>
    expect((option['series'] as { xAxisIndex: number }[]).map((s) => s.xAxisIndex)).toEqual([0, 1]));
  test('has room left when the window is very low', () =>
    expect(
      stackOption({
        size: { width: 300, height: 20 },
        palette,
        x: { title: '' },
        panes: [{ title: '', weight: 1, marks: [] }],
      })['grid'],
    ).toMatchObject([{ height: 40 }]));
});
