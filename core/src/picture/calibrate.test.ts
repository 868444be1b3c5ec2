/** From the pixels of a picture to the values of its axes. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Random } from '../number/Random';
import { calibratePicture, type KnownPoint, type PictureAxes } from './calibrate';
import { known, onX, onY } from '../../test/pictures';

const near = (x: number, y: number) => ({ x: expect.closeTo(x, 9), y: expect.closeTo(y, 9) });

describe('a picture whose axes are known', () => {
  // x from 0 to 100 at pixels 50 to 450, y from 0 to 20 at pixels 380 to 80.
  const upright = known(onX(50, 380, 0), onX(450, 380, 100), onY(50, 380, 0), onY(50, 80, 20));

  test('by two values on each axis gives values and places, wherever on their axis the places were clicked', () => {
    const { valuesAt, pixelAt, misfit } = calibratePicture(upright);
    expect(valuesAt({ x: 250, y: 230 })).toEqual(near(50, 10));
    expect(pixelAt(25, 5)).toEqual(near(150, 305));
    // Nothing is left over to test it with.
    expect(misfit).toBeUndefined();
    const apart = known(onX(90, 395, 10), onX(410, 395, 90), onY(30, 365, 1), onY(30, 95, 19));
    expect(calibratePicture(apart).valuesAt({ x: 250, y: 230 })).toEqual(near(50, 10));
  });

  test('turned and sheared it gives the same', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -0.6, max: 0.6, noNaN: true }),
        fc.double({ min: -0.3, max: 0.3, noNaN: true }),
        (angle, shear) => {
          const [c, s] = [Math.cos(angle), Math.sin(angle)];
          const lay = (u: number, v: number) => ({
            x: 300 + 4 * (u * c - (v + shear * u) * s),
            y: 300 - 4 * (u * s + (v + shear * u) * c),
          });
          const at = (axis: 'x' | 'y', u: number, v: number): KnownPoint => ({
            axis,
            at: lay(u, v),
            value: axis === 'x' ? u : v,
          });
          const { valuesAt } = calibratePicture(known(at('x', 0, 0), at('x', 50, 0), at('y', 0, 5), at('y', 0, 40)));
          const { x, y } = valuesAt(lay(23, 31));
          expect([x, y]).toEqual([expect.closeTo(23, 8), expect.closeTo(31, 8)]);
        },
      ),
    ));

  test('logarithmic and reciprocal axes rise evenly in their logarithm and in one over the value', () => {
    const log = {
      ...upright,
      x: 'logarithmic' as const,
      known: [onX(50, 380, 1), onX(450, 380, 100), ...upright.known.slice(2)],
    };
    expect(calibratePicture(log).valuesAt({ x: 250, y: 380 }).x).toBeCloseTo(10, 9);
    const inverse = {
      ...upright,
      x: 'reciprocal' as const,
      known: [onX(50, 380, 400), onX(450, 380, 200), ...upright.known.slice(2)],
    };
    // Half of the way from 1/400 to 1/200 is 3/800.
    expect(calibratePicture(inverse).valuesAt({ x: 250, y: 380 }).x).toBeCloseTo(800 / 3, 9);
  });

  test('by a point too many it is tested, and a misread value is refused by its name', () => {
    const good = [...upright.known, onX(250.4, 380, 50)];
    const { misfit, untested } = calibratePicture({ ...upright, known: good });
    expect([untested, calibratePicture(upright).untested]).toEqual([['y'], ['x', 'y']]);
    expect(misfit!.pixels).toBeGreaterThan(0.1);
    expect(misfit!.worst.pixels).toBeLessThan(0.5);
    const bad = [...upright.known, onX(250, 380, 80), onX(350, 380, 75), onX(150, 380, 25)];
    expect(() => calibratePicture({ ...upright, known: bad })).toThrow(/point 5 lies \d+\.?\d* pixels from/);
  });

  test.each<[string, KnownPoint[], string]>([
    [
      'one value on an axis',
      [onX(50, 380, 0), onY(50, 380, 0), onY(50, 80, 20)],
      'There are 1 known values on the x axis',
    ],
    [
      'two at one place',
      [onX(50, 380, 0), onX(50, 380, 9), onY(50, 380, 0), onY(50, 80, 20)],
      'points 1 and 2 are at the same place',
    ],
    [
      'two of one value',
      [onX(50, 380, 7), onX(450, 380, 7), onY(50, 380, 0), onY(50, 80, 20)],
      'values of the x axis are the same',
    ],
    ['axes in one line', [onX(0, 0, 0), onX(10, 10, 1), onY(0, 0, 0), onY(30, 30, 1)], 'lie on one line'],
  ])('%s is refused', (_, points, words) => expect(() => calibratePicture(known(...points))).toThrow(words));
  test('zero on a logarithmic axis is refused, and on a reciprocal one', () => {
    expect(() => calibratePicture({ ...upright, x: 'logarithmic' })).toThrow('0 cannot stand on a logarithmic x axis');
    expect(() => calibratePicture({ ...upright, y: 'reciprocal' })).toThrow('0 cannot stand on a reciprocal y axis');
  });
});

describe('a picture with points of both coordinates', () => {
  const both = (at: { x: number; y: number }, x: number, y: number): KnownPoint => ({ axis: 'both', at, x, y });
  /** A sheet seen at an angle. */
  const seen = (u: number, v: number) => {
    const w = 1 + 0.004 * u - 0.006 * v;
    return { x: (60 + 5 * u + 0.8 * v) / w, y: (400 - 0.5 * u - 9 * v) / w };
  };
  const corners = [
    [0, 0],
    [80, 0],
    [80, 30],
    [0, 30],
  ].map(([u, v]) => both(seen(u!, v!), u!, v!));

  test('from three is turned and sheared; three in one line are refused', () => {
    const flat = (u: number, v: number) => both({ x: 60 + 5 * u + v, y: 400 - u - 9 * v }, u, v);
    const { valuesAt } = calibratePicture(known(flat(0, 0), flat(80, 0), flat(0, 30)));
    expect(valuesAt({ x: 60 + 5 * 13 + 7, y: 400 - 13 - 63 })).toEqual(near(13, 7));
    expect(() => calibratePicture(known(flat(0, 0), flat(40, 10), flat(80, 20)))).toThrow('lie on one line');
    expect(() => calibratePicture(known(flat(0, 0), flat(40, 10)))).toThrow('at least 3 are needed');
  });
  test('from four is also one that was photographed at an angle, to the last digit', () => {
    const axes: PictureAxes = { ...known(...corners), shape: 'projective' };
    const { valuesAt, pixelAt } = calibratePicture(axes);
    expect(valuesAt(seen(37, 12))).toEqual(near(37, 12));
    expect(pixelAt(61, 25)).toEqual(near(seen(61, 25).x, seen(61, 25).y));
    // Taken as flat it contradicts itself.
    expect(() => calibratePicture(known(...corners))).toThrow('contradict each other');
    expect(() => calibratePicture({ ...axes, known: corners.slice(1) })).toThrow('at least 4 are needed');
  });
  test('from many that scatter is better than from four', () => {
    const random = new Random(4);
    const many = Array.from({ length: 25 }, (_, k) => {
      const [u, v] = [20 * (k % 5), 7.5 * Math.floor(k / 5)];
      const at = seen(u, v);
      return both({ x: at.x + random.normal(0.5), y: at.y + random.normal(0.5) }, u, v);
    });
    const { valuesAt, misfit } = calibratePicture({ ...known(...many), shape: 'projective' });
    const { x, y } = valuesAt(seen(37, 12));
    expect(Math.hypot(x - 37, y - 12)).toBeLessThan(0.1);
    expect(misfit!.pixels).toBeGreaterThan(0.4);
    expect(misfit!.pixels).toBeLessThan(1);
  });
});

test('the ± of a value holds the truth in 95 % of pictures whose places were clicked with some scatter', () => {
  const random = new Random(11);
  const sigma = 0.7;
  const pixelOf = (x: number, y: number) => ({ x: 50 + 4 * x, y: 380 - 15 * y });
  const clicked = (x: number, y: number) => {
    const at = pixelOf(x, y);
    return { x: at.x + random.normal(sigma), y: at.y + random.normal(sigma) };
  };
  let held = 0;
  const TRIES = 600;
  for (let k = 0; k < TRIES; k++) {
    const axes = known(
      { axis: 'x', at: clicked(0, 0), value: 0 },
      { axis: 'x', at: clicked(100, 0), value: 100 },
      { axis: 'y', at: clicked(0, 0), value: 0 },
      { axis: 'y', at: clicked(0, 20), value: 20 },
    );
    const { valuesAt, uncertaintyAt } = calibratePicture(axes);
    const at = clicked(80, 6);
    if (Math.abs(valuesAt(at).x - 80) <= 1.96 * uncertaintyAt(at, sigma).all.x) held++;
  }
  // The share of 600 draws scatters by 0.9 %.
  expect(held / TRIES).toBeGreaterThan(0.92);
  expect(held / TRIES).toBeLessThan(0.98);
});

test('the ± comes from the place itself and from the axes, which all places share', () => {
  const axes = calibratePicture(
    known(onX(100, 380, 0), onX(500, 380, 100), onY(50, 380, 0), onY(50, 80, 30)),
  ).uncertaintyAt({ x: 300, y: 380 }, 0.5);
  // 4 pixels for one of x: half of a pixel is 0.125, and in the middle of two places the axis is that over root two.
  expect(axes.place.x).toBeCloseTo(0.125, 9);
  expect(axes.axes.x).toBeCloseTo(0.125 / Math.SQRT2, 6);
  expect(axes.all.y).toBeCloseTo(Math.hypot(axes.place.y, axes.axes.y), 12);
});

test('dates rise evenly in their seconds', () => {
  const day = 86_400;
  const start = Date.UTC(2026, 2, 1) / 1000;
  const axes = known(onX(100, 380, start), onX(500, 380, start + 4 * day), onY(50, 380, 0), onY(50, 80, 30));
  const { x } = calibratePicture({ ...axes, x: 'dates' }).valuesAt({ x: 200, y: 380 });
  expect(x).toBeCloseTo(start + day, 3);
});
