import { describe, expect, test } from '@jest/globals';
import { asDrawn, fitOf, seriesOf } from '../../test/replies';
import { palettes } from '../theme/palette';
import { curveMarks, endLabels, fitOption, residualPoints, residualViews, type FitChart } from './seriesMarks';

const palette = palettes.light;
const draw = (over: Partial<FitChart> = {}) =>
  asDrawn(
    fitOption({
      fit: fitOf([seriesOf('2900 rpm')]),
      palette,
      size: { width: 800, height: 500 },
      view: 'x',
      inHand: 0,
      extras: [],
      withPrediction: false,
      ...over,
    }),
  );
const kinds = (marks: ReturnType<typeof draw>['series']) => marks.map((m) => m.type);
const upper = (option: ReturnType<typeof draw>) => option.series.filter((s) => s.xAxisIndex === 0);
const lower = (option: ReturnType<typeof draw>) => option.series.filter((s) => s.xAxisIndex === 1);
const words = (option: unknown): string[] =>
  (option as { graphic: { style?: { text?: string } }[] }).graphic.flatMap((g) => g.style?.text ?? []);

test('places of the curve in hand are marked with what they are', () => {
  const placesOf = (over: Partial<FitChart>) => draw(over).series.find((s) => s.name === 'places');
  expect(placesOf({})).toBeUndefined();
  const place = (label: string, x: number) => ({ label, x, y: 0, xHalf: 0.2, yHalf: null, outside: 0 });
  // A name far right stands towards the middle, those of neighbours one above the other.
  expect(placesOf({ marks: [place('zero', 14), place('break', 1)] })!.data).toEqual([
    { value: [1, 0], label: { formatter: 'break', position: [0, -14], align: 'left' } },
    { value: [14, 0], label: { formatter: 'zero', position: [7, -34], align: 'right' } },
  ]);
  // Two near each other left of there run the same way, not into each other.
  const both = placesOf({ marks: [place('zero', 1.4), place('break', 2.1)] })!.data as { label: { align: string } }[];
  expect(both.map((m) => m.label.align)).toEqual(['left', 'left']);
});

describe('a fit as it is drawn', () => {
  test('is a band, the points, the curve; the residuals about zero stand below', () => {
    const option = draw();
    expect(kinds(upper(option))).toEqual(['custom', 'scatter', 'line']);
    expect(upper(option)[0]!.data).toEqual([
      [1, 2.2],
      [3, 6.2],
      [3, 5.8],
      [1, 1.8],
    ]);
    expect(kinds(lower(option))).toEqual(['line', 'scatter']);
    expect(lower(option)[1]!.data).toEqual([
      [1, 0.1],
      [2, -0.2],
      [3, 0.1],
    ]);
    expect(option.title.map((t) => t.text)).toEqual(['Head H (m)', 'Residual (m)']);
  });

  test('the band of a further point is drawn for the series in hand only, and the key tells of it', () => {
    const fit = fitOf([seriesOf('a'), seriesOf('b')]);
    const bands = upper(draw({ fit, withPrediction: true, inHand: 1 })).filter((m) => m.type === 'custom');
    expect(bands.map((b) => b.data[0])).toEqual([
      [1, 2.2],
      [1, 3],
      [1, 2.2],
    ]);
    expect(words(draw({ withPrediction: true }))).toContain('model, 95 % of curve and of a point');
    expect(words(draw())).toEqual(['measured', 'model, 95 % band']);
  });

  test('what was left out is crossed and told in the key; operating points have their ±', () => {
    const leftOut = { x: [9], y: [1], beyond: 0 };
    const drawn = { ...seriesOf('').drawn, xUncertainty: [0.1, 0.1, 0.1], yUncertainty: [0.2, 0.2, 0.2] };
    const option = draw({ fit: fitOf([seriesOf('a', { leftOut, drawn })]) });
    expect(upper(option).some((m) => m.name === 'set aside' && m.data.length === 1)).toBe(true);
    expect(kinds(upper(option)).filter((k) => k === 'custom')).toHaveLength(2);
    expect(words(option)).toContain('left out');
  });

  test('a nudged curve is dashed in the colour of its series, another model thin', () => {
    const curve = { x: [1, 3], y: [0, 1] };
    const option = draw({
      extras: [
        { curve, name: 'nudged', series: 0, look: 'dashed' },
        { curve, name: 'exponential', series: 0, look: 'thin' },
      ],
    });
    const looks = upper(option)
      .slice(-2)
      .map((m) => m['lineStyle']);
    expect(looks).toMatchObject([
      { type: [6, 4], color: palette.series[0], width: 1.8 },
      { type: 'solid', color: palette.soft, width: 1.2 },
    ]);
    expect(words(option)).toContain('nudged');
    expect(words(draw({ extras: [{ curve, name: 'e', series: 0, look: 'thin' }] }))).not.toContain('nudged');
  });

  test.each([
    ['x', 'Residual (m)', undefined],
    ['fitted', 'Residual against fitted value (m)', 'Fitted head (m)'],
    ['time', 'Residual in time order (m)', 'Number of the point, in the order of measuring'],
    ['histogram', 'Residuals: how many', 'Residual (m)'],
    ['normal', 'Residual normal plot (m)', 'Where a normal distribution would have it (standard deviations)'],
  ] as const)('residuals %s are titled %s', (view, title, ownX) => {
    const option = draw({ view });
    expect(option.title[1]!.text).toBe(title);
    expect(option.xAxis.map((x) => x['name'])).toEqual(ownX ? ['Flow Q (L/min)', ownX] : ['', 'Flow Q (L/min)']);
    expect(kinds(lower(option))).toEqual(view === 'histogram' ? ['line'] : ['line', 'scatter']);
  });
});

describe('a curve beyond its points', () => {
  const curve = { inside: [1, 3], x: [0, 1, 2, 3, 4], y: [0, 1, 2, 3, 4], low: [], high: [], lowest: [], highest: [] };
  const types = (marks: ReturnType<typeof curveMarks>) =>
    marks.map((m) => [m['data'], (m['lineStyle'] as { type: unknown }).type]);
  test('is dashed where it is extrapolated and meets the solid part, its name at its end', () => {
    const marks = curveMarks({ curve, name: 'a' }, 'red', 'A');
    expect(types(marks)).toEqual([
      [
        [
          [1, 1],
          [2, 2],
          [3, 3],
        ],
        'solid',
      ],
      [
        [
          [0, 0],
          [1, 1],
        ],
        [6, 4],
      ],
      [
        [
          [3, 3],
          [4, 4],
        ],
        [6, 4],
      ],
    ]);
    expect(marks.map((m) => 'endLabel' in m)).toEqual([false, false, true]);
  });
  test('is one solid line where it ends with them', () => {
    const whole = { ...curve, inside: [0, 4] };
    expect(types(curveMarks({ curve: whole, name: 'a' }, 'red', 'A')).map(([, type]) => type)).toEqual(['solid']);
    expect(curveMarks({ curve: { ...curve, inside: [] }, name: 'a' }, 'red')).toHaveLength(1);
  });
});

describe('names at the ends of curves', () => {
  const ending = (name: string, x: number, y: number) =>
    seriesOf(name, { curve: { ...seriesOf('').curve, x: [0, x], y: [10, y] } });
  test('one curve needs none', () => expect(endLabels([ending('a', 10, 0)])).toEqual([]));
  test('curves that end apart have their own', () =>
    expect(endLabels([ending('a', 10, 0), ending('b', 10, 5)])).toEqual(['a', 'b']));
  test('apart along x alone is apart', () =>
    expect(endLabels([ending('a', 10, 0), ending('b', 5, 0)])).toEqual(['a', 'b']));
  test('those that end together are counted by the first', () =>
    expect(endLabels([ending('a', 10, 9), ending('b', 10, 0), ending('c', 10, 9.4), ending('d', 9.9, 8.8)])).toEqual([
      '3 series',
      'b',
      undefined,
      undefined,
    ]));
});

describe('residuals in their views', () => {
  const series = seriesOf('a', {
    drawn: {
      every: 5,
      x: [1, null, 3, 4, 5],
      y: [2, 4, 6, 8, 10],
      residual: [0.5, 0, -0.5, null, 1],
      xUncertainty: [],
      yUncertainty: [],
    },
  });
  test('against the fitted value it is y less the residual', () =>
    expect(residualPoints(series, 'fitted')).toEqual({ x: [1.5, 6.5, 9], y: [0.5, -0.5, 1] }));
  test('in time order the drawn points count as those that they stand for', () =>
    expect(residualPoints(series, 'time')).toEqual({ x: [1, 11, 21], y: [0.5, -0.5, 1] }));
  test('on a normal plot they are sorted, evenly about the middle', () => {
    const { x, y } = residualPoints(series, 'normal');
    expect(y).toEqual([-0.5, 0.5, 1]);
    expect(x[1]).toBeCloseTo(0, 12);
    // Blom (1958): (3 - 3/8) / (3 + 1/4) = 0.8077, whose normal quantile is 0.8694 (scipy.stats.norm.ppf).
    expect(x[2]).toBeCloseTo(0.8694, 4);
    expect(x[0]).toBeCloseTo(-x[2]!, 12);
  });
  test('as a histogram each falls into one class, and the steps begin and end on zero', () => {
    const { x, y } = residualPoints(series, 'histogram');
    // Three values: three classes after Sturges, over -0.5 to 1.
    expect(x).toEqual([-0.5, -0.5, 0, 0.5, 1]);
    expect(y).toEqual([0, 1, 0, 2, 0]);
  });
  test('residuals that are all the same have no histogram', () => {
    const same = { drawn: { ...series.drawn, residual: [1, 1, 1, 1, 1] } };
    expect(residualPoints(same, 'histogram')).toEqual({ x: [], y: [] });
  });
  test('every view has a name', () => expect(Object.keys(residualViews)).toHaveLength(5));
});
