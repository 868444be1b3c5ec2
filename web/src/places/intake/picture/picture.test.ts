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
    expect(misfitWords(axesIn(exact))).toBe('The known places agree to better than 0.01 pixels.');
  });
  test('are tested only where there is one too many, and the words say which', () => {
    expect(misfitWords(axesIn(four))).toMatch(/^Not tested/);
    const five = { ...four, known: [...four.known, known('x', 250.6, 380, 50)] };
    expect(misfitWords(axesIn(five))).toMatch(/^The known places agree to 0\.\d+ pixels; place 5 is off most, by 0\.4/);
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
    expect([{ type: 'image/png' }, { type: 'image/svg+xml' }].every(isPicture)).toBe(true);
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
