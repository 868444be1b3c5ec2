/** Points off a picture: from pixels to values, and lines and marks that are found by their colour. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Random } from '../number/Random';
import { calibratePicture, type KnownPoint, type PictureAxes } from './calibrate';
import { findMarks } from './findMarks';
import { colourMeant, inkOf, likelyGround, type Picture, type Rgb } from './ink';
import { traceLine } from './traceLine';

const onX = (x: number, y: number, value: number): KnownPoint => ({ axis: 'x', at: { x, y }, value });
const onY = (x: number, y: number, value: number): KnownPoint => ({ axis: 'y', at: { x, y }, value });
const known = (...points: KnownPoint[]): PictureAxes => ({ x: 'linear', y: 'linear', shape: 'affine', known: points });
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
    const { misfit } = calibratePicture({ ...upright, known: good });
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
    if (Math.abs(valuesAt(at).x - 80) <= 1.96 * uncertaintyAt(at, sigma, sigma).x) held++;
  }
  // The share of 600 draws scatters by 0.9 %.
  expect(held / TRIES).toBeGreaterThan(0.92);
  expect(held / TRIES).toBeLessThan(0.98);
});

/** A picture on which things are drawn with soft edges: each pixel is covered by the share of 25 points within it. */
class Drawing {
  readonly picture: Picture;
  constructor(width: number, height: number, ground: Rgb = [255, 255, 255]) {
    this.picture = { width, height, rgba: new Uint8ClampedArray(4 * width * height) };
    for (let i = 0; i < width * height; i++) this.picture.rgba.set([...ground, 255], 4 * i);
  }
  draw(colour: Rgb, covers: (x: number, y: number) => boolean): this {
    const { width, height, rgba } = this.picture;
    for (let row = 0; row < height; row++)
      for (let col = 0; col < width; col++) {
        let share = 0;
        for (let k = 0; k < 25; k++)
          if (covers(col + ((k % 5) + 0.5) / 5, row + (Math.floor(k / 5) + 0.5) / 5)) share += 1 / 25;
        const i = 4 * (row * width + col);
        for (let c = 0; c < 3; c++) rgba[i + c] = share * colour[c]! + (1 - share) * rgba[i + c]!;
      }
    return this;
  }
  /** A photograph's noise. */
  noisy(size: number): this {
    const random = new Random(2);
    const { rgba } = this.picture;
    for (let i = 0; i < rgba.length; i++) if (i % 4 < 3) rgba[i] = rgba[i]! + random.normal(size);
    return this;
  }
  ink = (colour: Rgb, tolerance?: number) => inkOf(this.picture, colour, likelyGround(this.picture), tolerance);
}
const [RED, GREEN, GREY, BLACK]: Rgb[] = [
  [200, 30, 40],
  [20, 130, 60],
  [214, 214, 214],
  [20, 20, 20],
];
const stroke =
  (f: (x: number) => number, thick = 2.4) =>
  (x: number, y: number) => {
    const slope = (f(x + 0.01) - f(x - 0.01)) / 0.02;
    return Math.abs(y - f(x)) <= (thick / 2) * Math.hypot(1, slope);
  };
const grid = (x: number, y: number) => x % 40 < 1 || y % 40 < 1;
const rms = (points: readonly { x: number; y: number }[], f: (x: number) => number): number =>
  Math.sqrt(points.reduce((sum, p) => sum + (p.y - f(p.x)) ** 2, 0) / points.length);
const wave = (x: number) => 100 + 55 * Math.sin(x / 40) - x / 12;

describe('a line that is traced', () => {
  test('lies within half a pixel of the curve that was drawn, grid and another colour over it', () => {
    const drawing = new Drawing(320, 200)
      .draw(GREY!, grid)
      .draw(RED!, stroke(wave))
      .draw(
        GREEN!,
        stroke((x) => 60 + x / 4),
      );
    const { points } = traceLine(drawing.ink(RED!), { from: { x: 160, y: wave(160) } });
    expect(points.length).toBeGreaterThan(300);
    expect(rms(points, wave)).toBeLessThan(0.5);
    expect(rms(points.slice(20, 120), wave)).toBeLessThan(0.25);
  });
  test('in the noise of a photograph too', () => {
    const { points } = traceLine(
      new Drawing(320, 200, [236, 232, 222]).draw(GREY!, grid).draw(BLACK!, stroke(wave)).noisy(9).ink(BLACK!),
      {
        from: { x: 100, y: wave(100) },
        leastShare: 0.45,
      },
    );
    expect(points.length).toBeGreaterThan(300);
    expect(rms(points, wave)).toBeLessThan(0.5);
  });
  test('goes on over the gaps of a dashed one, and ends where the line ends', () => {
    const dashed = (x: number, y: number) => x > 30 && x < 250 && x % 14 < 8 && stroke(wave)(x, y);
    const { points } = traceLine(new Drawing(320, 200).draw(RED!, dashed).ink(RED!), {
      from: { x: 100, y: wave(100) },
    });
    expect([points[0]!.x, points.at(-1)!.x]).toEqual([expect.closeTo(30.5, 0), expect.closeTo(246, -1)]);
    expect(rms(points, wave)).toBeLessThan(0.5);
  });
  test('goes on through hollow marks of its own colour that sit on it, where it does not bend much there', () => {
    const drawing = new Drawing(320, 200).draw(RED!, (x, y) => {
      const inMark = [60, 150].some((m) => Math.max(Math.abs(x - m), Math.abs(y - wave(m))) < 7);
      return !inMark && stroke(wave)(x, y);
    });
    for (const m of [60, 150])
      drawing.draw(RED!, (x, y) => {
        const off = Math.max(Math.abs(x - m), Math.abs(y - wave(m)));
        return off < 8.5 && off > 6.5;
      });
    const { points } = traceLine(drawing.ink(RED!), { from: { x: 100, y: wave(100) } });
    expect([points[0]!.x, points.at(-1)!.x]).toEqual([0.5, 319.5]);
    // Nothing is taken from the rims.
    expect(Math.max(...points.map((p) => Math.abs(p.y - wave(p.x))))).toBeLessThan(1);
  });
  test('ends before lettering of its own colour', () => {
    const drawing = new Drawing(320, 200).draw(RED!, (x, y) => x < 200 && stroke(wave)(x, y));
    // Letters: upright strokes with a bar between.
    drawing.draw(
      RED!,
      (x, y) => x > 206 && x < 300 && Math.abs(y - wave(200)) < 7 && (x % 9 < 2 || (x % 18 < 9 && y % 6 < 2)),
    );
    const { points } = traceLine(drawing.ink(RED!), { from: { x: 100, y: wave(100) } });
    expect(points.at(-1)!.x).toBeLessThan(202);
    expect(points.length).toBeGreaterThan(190);
    expect(rms(points, wave)).toBeLessThan(0.5);
  });
  test('goes straight on where another one of its colour crosses it', () => {
    const [up, down] = [(x: number) => 40 + 0.4 * x, (x: number) => 160 - 0.35 * x];
    const ink = new Drawing(320, 200).draw(BLACK!, stroke(up)).draw(BLACK!, stroke(down)).ink(BLACK!);
    for (const f of [up, down]) {
      const { points } = traceLine(ink, { from: { x: 40, y: f(40) } });
      expect(points.length).toBeGreaterThan(310);
      expect(rms(points, f)).toBeLessThan(0.5);
    }
  });
  test('is none where there is no ink', () =>
    expect(
      traceLine(
        new Drawing(60, 60)
          .draw(
            RED!,
            stroke(() => 10),
          )
          .ink(RED!),
        { from: { x: 30, y: 45 } },
      ).points,
    ).toEqual([]));
});

describe('marks that are found', () => {
  const middles = [
    [30.3, 40.7],
    [80.5, 60.2],
    [140.8, 31.4],
    [200.1, 95.9],
  ] as const;
  const disc =
    ([cx, cy]: readonly [number, number], r = 4) =>
    (x: number, y: number) =>
      Math.hypot(x - cx, y - cy) <= r;

  test('have their middles to a fifth of a pixel, without the grid and without lettering', () => {
    const drawing = new Drawing(240, 130).draw(GREY!, grid);
    for (const m of middles) drawing.draw(RED!, disc(m));
    // A short stroke of the same colour, as of a letter.
    drawing.draw(RED!, (x, y) => x > 10 && x < 12 && y > 100 && y < 105);
    const found = findMarks(drawing.ink(RED!));
    expect(found.map((m) => m.isShared)).toEqual([false, false, false, false]);
    found.forEach(({ at }, k) => expect(Math.hypot(at.x - middles[k]![0], at.y - middles[k]![1])).toBeLessThan(0.2));
  });
  test('hollow ones too, and squares', () => {
    const drawing = new Drawing(240, 130);
    middles.forEach(([cx, cy], k) =>
      drawing.draw(GREEN!, (x, y) => {
        const off = k % 2 === 0 ? Math.hypot(x - cx, y - cy) : Math.max(Math.abs(x - cx), Math.abs(y - cy));
        return off <= 4.5 && off >= 3;
      }),
    );
    const found = findMarks(drawing.ink(GREEN!));
    expect(found).toHaveLength(4);
    found.forEach(({ at }, k) => expect(Math.hypot(at.x - middles[k]![0], at.y - middles[k]![1])).toBeLessThan(0.25));
  });
  test('that lie over each other are taken apart, and are told', () => {
    const drawing = new Drawing(240, 130);
    for (const m of [...middles, [206.1, 99.9] as const]) drawing.draw(RED!, disc(m));
    const found = findMarks(drawing.ink(RED!));
    expect(found.map((m) => m.isShared)).toEqual([false, false, false, true, true]);
    const [a, b] = found.slice(3).map((m) => m.at);
    expect(Math.hypot(a!.x - 200.1, a!.y - 95.9)).toBeLessThan(1.5);
    expect(Math.hypot(b!.x - 206.1, b!.y - 99.9)).toBeLessThan(1.5);
  });
  test('are none on an empty picture', () => expect(findMarks(new Drawing(20, 20).ink(RED!))).toEqual([]));
});

describe('the colours of a picture', () => {
  test('its ground is what most of it has, through the noise of a photograph', () => {
    const ground = likelyGround(
      new Drawing(120, 80, [236, 232, 222])
        .draw(
          BLACK!,
          stroke(() => 40),
        )
        .noisy(5).picture,
    );
    [236, 232, 222].forEach((c, k) => expect(Math.abs(ground[k]! - c)).toBeLessThan(2));
  });
  test('the one that was meant is that of the line, also where the hand pointed at its edge or into a hollow mark', () => {
    const ring = (x: number, y: number) => Math.abs(Math.hypot(x - 30, y - 30) - 3) < 0.8;
    const { picture } = new Drawing(60, 60).draw(RED!, ring).draw(
      GREEN!,
      stroke(() => 50, 3),
    );
    const meant = (x: number, y: number) => colourMeant(picture, { x, y }, [255, 255, 255]);
    meant(30, 30).forEach((c, k) => expect(Math.abs(c - RED![k]!)).toBeLessThan(45));
    meant(20, 48.2).forEach((c, k) => expect(Math.abs(c - GREEN![k]!)).toBeLessThan(5));
    expect(meant(5, 5)).toEqual([255, 255, 255]);
  });
  test('what is seen through is paper', () => {
    const clear: Picture = { width: 4, height: 1, rgba: new Uint8ClampedArray(16) };
    expect(likelyGround(clear)).toEqual([255, 255, 255]);
  });
  test('a pixel is covered by the share of the colour that is mixed into it, and another colour is none', () => {
    const rgba = new Uint8ClampedArray([200, 30, 40, 255, 228, 143, 148, 255, 255, 255, 255, 255, 20, 130, 60, 255]);
    const { share } = inkOf({ width: 4, height: 1, rgba }, RED!, [255, 255, 255]);
    expect([...share].map((v) => Number(v.toFixed(1)))).toEqual([1, 0.5, 0, 0]);
  });
});
