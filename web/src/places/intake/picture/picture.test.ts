/**
 * Points off a picture, without a page: what clicks and keys make of a sheet, what is said of it, what is seen of it.
 */
import { describe, expect, test } from '@jest/globals';
import {
  axesOf,
  backTo,
  hindrance,
  misfitWords,
  moved,
  nearest,
  sameSheet,
  valueWords,
  withKnown,
  withoutInHand,
  withPoints,
  withSeries,
  type PictureSheet,
} from './pictureSheet';
import { foundWords } from './foundWords';
import { pageProblem, pageScale, sizeProblem } from './loadPicture';
import { tableOfSeries } from './tableOfSeries';
import { chosenXs, thinned } from './thinning';
import { isPicture } from './usePictures';
import { pannedBy, toPicture, toStage, wholeView, zoomedAt } from './view';

const axis = (symbol: string, unit: string) => ({ name: symbol, symbol, unit, scale: 'linear' as const });
const bare: PictureSheet = {
  ...{
    name: 'chart',
    x: axis('Q', 'L/min'),
    y: axis('H', 'm'),
    shape: 'affine',
    known: [],
    clickPixels: 0.5,
    barsMean: 'standard',
    page: 1,
    asOne: false,
    version: 1,
  },
  series: [{ name: 'a', colour: '#c02942', points: [], runId: null }],
};
const known = (axis: 'x' | 'y', x: number, y: number, value: number) => ({ axis, at: { x, y }, value });
const four: PictureSheet = {
  ...bare,
  known: [known('x', 50, 380, 0), known('x', 450, 380, 100), known('y', 50, 380, 0), known('y', 50, 80, 20)],
};
const axesIn = (sheet: PictureSheet) => {
  const found = axesOf(sheet);
  if ('problem' in found) throw new Error(found.problem);
  return found.axes;
};

describe('known places', () => {
  test('get the value that goes on evenly from those before', () => {
    const values = (s: PictureSheet) => s.known.map((k) => (k.axis === 'both' ? NaN : k.value));
    const two = withKnown(withKnown({ ...bare, known: [known('x', 0, 0, 10)] }, 'x', { x: 9, y: 0 }), 'y', {
      x: 0,
      y: 5,
    });
    expect(values(two)).toEqual([10, 11, 0]);
    expect(
      values(withKnown({ ...bare, known: [known('x', 0, 0, 10), known('x', 5, 0, 30)] }, 'x', { x: 9, y: 0 })),
    ).toEqual([10, 30, 50]);
  });
  test('that agree better than a hand can click say no more than that', () => {
    const exact = { ...four, known: [...four.known, known('x', 250, 380, 50)] };
    expect(misfitWords(axesIn(exact))).toBe(
      'The known places agree to better than 0.01 pixels. y is not tested: it has just two.',
    );
    const both = { ...four, known: [...exact.known, known('y', 50, 230, 10)] };
    expect(misfitWords(axesIn(both))).toBe('The known places agree to better than 0.01 pixels.');
  });
  test('are tested only where there is one too many, and the words say which', () => {
    expect(misfitWords(axesIn(four))).toMatch(/^Not tested/);
    const five = { ...four, known: [...four.known, known('x', 250.6, 380, 50)] };
    expect(misfitWords(axesIn(five))).toMatch(
      /^The known places agree to 0\.\d+ pixels; place 5 is off most, by 0\.\d+\. y is not tested: it has just two\.$/,
    );
    expect(axesOf(bare)).toEqual({ problem: expect.stringContaining('at least 2 are needed') });
  });
});

describe('a picture', () => {
  test('makes runs when its axes are known and a point is read, and says what is missing before', () => {
    expect(hindrance(bare)).toContain('known values on the x axis');
    expect(hindrance(four)).toContain('Click points');
    expect(hindrance(withPoints(four, 0, [{ x: 1, y: 2 }]))).toBeNull();
  });
  test('tells the values under the cursor with their ±, k = 2', () =>
    // 0.25 L/min and 1/15 m a pixel; half a pixel each of place and axes, as the core works out.
    expect(valueWords(four, axesIn(four), { x: 250, y: 230 })).toBe('Q 50 ± 0.35 L/min, H 10 ± 0.094 m'));
  test('has what was saved meanwhile when a change is undone', () => {
    const saved = { ...withSeries(four), version: 7, series: [{ ...four.series[0]!, runId: 3 }] };
    expect(backTo(withSeries(bare), saved)).toMatchObject({
      version: 7,
      known: [],
      series: [
        { name: 'a', runId: 3 },
        { name: 'series 1', runId: null },
      ],
    });
  });
  test('is one by its media type', () => {
    expect([{ type: 'image/png' }, { type: 'image/svg+xml' }, { type: 'application/pdf' }].every(isPicture)).toBe(true);
    expect([{ type: 'text/csv' }, { type: '' }, { type: 'image/tiff' }].some(isPicture)).toBe(false);
  });
});

describe('what was found by its colour', () => {
  test.each([
    ['trace', 0, 0, 'No line of this colour is there: click on the line itself, enlarged.'],
    ['marks', 0, 0, 'No mark of this colour was found: click into a mark, enlarged.'],
    ['trace', 1, 0, '1 place of the line found.'],
    ['trace', 400, 3, '400 places of the line found; at 3 places another line was as near: look there.'],
    ['marks', 1, 0, '1 mark found.'],
    ['bars', 0, 4, 'No point of the series has an error bar of this colour: click on a bar, enlarged.'],
    ['bars', 4, 0, 'Error bars read on 4 points.'],
    ['bars', 3, 1, 'Error bars read on 3 points; none on 1 point: look there.'],
    ['marks', 12, 2, '12 marks found; 2 marks as large as several, taken apart: look there.'],
  ] as const)('%s, %d of them %d doubtful: %s', (tool, points, doubtful, words) =>
    expect(foundWords(tool, { points, doubtful })).toBe(words),
  );
});

test('what the server keeps beside a sheet makes no draft of it; what is typed does', () => {
  expect(sameSheet(four, { ...four, version: 9, series: [{ ...four.series[0]!, runId: 4 }] })).toBe(true);
  expect(sameSheet(four, { ...four, clickPixels: 1 })).toBe(false);
  expect(sameSheet(four, { ...four, series: [{ ...four.series[0]!, name: 'b' }] })).toBe(false);
});

describe('what is in hand', () => {
  const pointed = withPoints(four, 0, [
    { x: 100, y: 100 },
    { x: 104, y: 100 },
  ]);
  test('is the nearest within reach', () => {
    expect(nearest(pointed, { x: 103, y: 101 }, 5)).toEqual({ of: 'point', series: 0, index: 1 });
    expect(nearest(pointed, { x: 52, y: 381 }, 5)).toMatchObject({ of: 'known' });
    expect(nearest(pointed, { x: 200, y: 200 }, 5)).toBeNull();
  });
  test('is moved, and taken away, and nothing else is', () => {
    const point = { of: 'point', series: 0, index: 1 } as const;
    expect(moved(pointed, point, 0.1, -1).series[0]!.points).toEqual([
      { x: 100, y: 100 },
      { x: 104.1, y: 99 },
    ]);
    expect(moved(pointed, { of: 'known', index: 3 }, -1, 0).known[3]!.at).toEqual({ x: 49, y: 80 });
    expect(moved(pointed, null, 1, 1)).toBe(pointed);
    expect(withoutInHand(pointed, point).series[0]!.points).toEqual([{ x: 100, y: 100 }]);
    expect(withoutInHand(pointed, { of: 'known', index: 0 }).known).toHaveLength(3);
  });
});

describe('values of x as they are typed', () => {
  test.each<[string, number[]]>([
    ['0; 10;20', [0, 10, 20]],
    ['0,5 1,5', [0.5, 1.5]],
    ['0 to 1 by 0.25', [0, 0.25, 0.5, 0.75, 1]],
    ['5 to 5 by 1', [5]],
  ])('%j', (text, xs) => expect(chosenXs(text, 'linear')).toEqual(xs));
  test.each([
    ['', 'Type values of x'],
    ['1; two', '"two" is no number.'],
    ['0 to 10 by 0', 'The last number is the step, above zero'],
    ['10 to 0 by 1', 'the range rises'],
    ['0 to x by 1', 'Type three numbers'],
    ['0 to 1 by 0.0001', 'That would be 10001 values; up to 2000'],
  ])('%j is told: %s', (text, words) => expect(chosenXs(text, 'linear')).toContain(words));
  test('on an axis of dates are moments', () => {
    const day = Date.UTC(2026, 2, 1) / 1000;
    expect(chosenXs('2026-03-01; 2026-03-01 12:00', 'dates')).toEqual([day, day + 43_200]);
    expect(chosenXs('0 to 10 by 1', 'dates')).toBe('"0 to 10 by 1" is no date.');
  });
});

describe('fewer places of a line', () => {
  const line = withPoints(
    four,
    0,
    Array.from({ length: 200 }, (_, k) => ({ x: 100 + k, y: 300 - k })),
  );
  const keep = (how: Parameters<typeof thinned>[3]) => thinned(line, 0, axesIn(line), how);
  test('at chosen x say where the line was not seen', () => {
    const found = keep({ by: 'x', text: '0; 25; 50' });
    if (typeof found === 'string') throw new Error(found);
    expect(found).toMatchObject({ isWhole: false, words: 'The line read at 2 values of x; it was not seen at 0.' });
    expect(found.sheet.series[0]!.points).toEqual([
      { x: 150, y: 250 },
      { x: 250, y: 150 },
    ]);
    expect(keep({ by: 'x', text: '25' })).toMatchObject({ isWhole: true, words: 'The line read at 1 value of x.' });
  });
  test('where it is straight are its ends', () =>
    expect(keep({ by: 'curvature', pixels: 0.5 })).toMatchObject({ words: '2 places of 200 kept.', isWhole: true }));
  test('are read between places that follow each other, not between single points', () => {
    const single = withPoints(four, 0, [
      { x: 100, y: 300 },
      { x: 150, y: 250 },
      { x: 200, y: 200 },
    ]);
    expect(thinned(single, 0, axesIn(four), { by: 'x', text: '25' })).toContain('single points and no line');
  });
  test('are none where none of the values lies on it, or nothing is typed', () => {
    expect(keep({ by: 'x', text: '99' })).toBe('The line was not seen at any of these values of x.');
    expect(thinned(line, 0, undefined, { by: 'x', text: '9' })).toBe('The axes are not known yet.');
    expect(keep({ by: 'x', text: '' })).toContain('Type values of x');
  });
});

test('a series becomes the knots of a table, in the order of x, as sure as the least sure of them', () => {
  const points = [
    { x: 250, y: 230 },
    { x: 150, y: 305 },
    { x: 250, y: 200 },
  ];
  const sheet = { ...withPoints(four, 0, points), x: { ...four.x, scale: 'linear' as const } };
  const table = tableOfSeries(sheet, 0, axesIn(sheet));
  expect(table).toMatchObject({ symbol: 'H', name: 'H, a', xUnit: 'L/min', yUnit: 'm', x: [25, 50], y: [5, 10] });
  expect(table.source).toBe('read off the picture chart');
  const { all } = axesIn(sheet).uncertaintyAt({ x: 250, y: 230 }, 0.5);
  expect(table.uncertainty).toEqual({ kind: 'absolute', value: Number((2 * all.y).toPrecision(2)), statedAs: 'twice' });
  const log = { ...sheet, y: { ...sheet.y, scale: 'logarithmic' as const } };
  const known = log.known.map((k) => ('value' in k && k.axis === 'y' ? { ...k, value: k.value === 0 ? 1 : 100 } : k));
  expect(tableOfSeries(log, 0, axesIn({ ...log, known }))).toMatchObject({
    yScale: 'log',
    uncertainty: { kind: 'reading', statedAs: 'twice' },
  });
});

test('a series over dates becomes knots in the unit of its axis, counted from the day of the first known one', () => {
  const start = Date.UTC(2026, 2, 1) / 1000;
  const days = { ...four, x: { ...four.x, name: 'Time', scale: 'dates' as const, unit: 'd' } };
  const known = days.known.map((k) => ('value' in k && k.axis === 'x' ? { ...k, value: start + k.value * 86_400 } : k));
  const sheet = {
    ...withPoints(days, 0, [
      { x: 150, y: 230 },
      { x: 250, y: 230 },
    ]),
    known,
  };
  const table = tableOfSeries(sheet, 0, axesIn(sheet));
  expect(table).toMatchObject({ xName: 'Time since 2026-03-01 00:00', xUnit: 'd', xScale: 'plain' });
  table.x.forEach((x, k) => expect(x).toBeCloseTo([25, 50][k]!, 6));
  const wrong = { ...sheet, x: { ...sheet.x, unit: 'kPa' } };
  expect(() => tableOfSeries(wrong, 0, axesIn(wrong))).toThrow('no unit of time');
});

describe('a picture that comes', () => {
  test('too small or too large is told, before it is drawn', () => {
    expect(sizeProblem(1, 1)).toBe('The picture has 1 × 1 pixels: nothing can be read off it.');
    expect(sizeProblem(10_000, 10_000)).toBe('The picture has 100 megapixels; up to 60 are taken. Make it smaller.');
    expect(sizeProblem(4000, 3000)).toBeNull();
  });
  test('as a page is drawn at 200 dots an inch, a very large one at less', () => {
    expect(pageScale(595, 842)).toBeCloseTo(200 / 72, 9);
    const scale = pageScale(3370, 4768);
    expect(3370 * 4768 * scale ** 2).toBeCloseTo(24e6, 0);
  });
  test.each([
    ['PasswordException', 'No password given', 'protected by a password'],
    ['InvalidPDFException', 'Invalid PDF structure.', 'its file is broken, or it is no PDF'],
    ['AbortError', 'Worker was destroyed', 'could not be shown (Worker was destroyed)'],
    ['Error', 'The document has 2 pages, and no page 9. Choose another.', 'no page 9'],
  ])('as a document that cannot be shown (%s) says why', (name, message, words) =>
    expect(pageProblem({ name, message })).toContain(words),
  );
});

test('places on an axis of dates are moments, and their ± is in the unit of the axis', () => {
  const day = 86_400;
  const start = Date.UTC(2026, 2, 1) / 1000;
  const days = { ...four, x: { ...four.x, scale: 'dates' as const, unit: 'd' } };
  const moments = days.known.map((k) => ('value' in k && k.axis === 'x' ? { ...k, value: start + k.value * day } : k));
  const sheet = { ...days, known: moments };
  expect(valueWords(sheet, axesIn(sheet), { x: 250, y: 230 })).toMatch(/^Q 2026-04-20 00:00 ± 0\.35 d, H 10/);
  const next = withKnown(sheet, 'x', { x: 300, y: 380 }).known.at(-1)!;
  expect('value' in next ? next.value : NaN).toBe(start + 200 * day);
});

describe('what is seen', () => {
  const [picture, stage] = [
    { width: 4000, height: 3000 },
    { width: 800, height: 400 },
  ];
  test('is all of it in the middle at first', () => {
    const view = wholeView(picture, stage);
    expect(toStage(view, { x: 2000, y: 1500 })).toEqual({ x: expect.closeTo(400, 9), y: expect.closeTo(200, 9) });
    expect(toStage(view, { x: 0, y: 0 }).y).toBeGreaterThan(0);
  });
  test('is enlarged around the cursor, and goes with the hand', () => {
    const view = wholeView(picture, stage);
    const under = toPicture(view, 120, 90);
    const near = zoomedAt(view, 120, 90, 10);
    expect(toPicture(near, 120, 90)).toEqual({ x: expect.closeTo(under.x, 9), y: expect.closeTo(under.y, 9) });
    expect(near.scale).toBeCloseTo(10 * view.scale, 9);
    const panned = pannedBy(near, 30, -20);
    expect(toPicture(panned, 150, 70)).toEqual({ x: expect.closeTo(under.x, 9), y: expect.closeTo(under.y, 9) });
  });
});
