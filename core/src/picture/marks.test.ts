/** Marks that are found by their colour, their error bars, and the colours themselves. */
import { describe, expect, test } from '@jest/globals';
import { errorBarAt, errorBarsAt } from './errorBars';
import { findMarks } from './findMarks';
import { colourMeant, inkOf, likelyGround, type Picture, type Rgb } from './ink';
import { markAt } from './markAt';
import { BLACK, Drawing, GREEN, grid, GREY, RED, stroke, wave } from '../../test/pictures';

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
    const drawing = new Drawing(240, 130).draw(GREY, grid);
    for (const m of middles) drawing.draw(RED, disc(m));
    // A short stroke of the same colour, as of a letter.
    drawing.draw(RED, (x, y) => x > 10 && x < 12 && y > 100 && y < 105);
    const found = findMarks(drawing.ink(RED));
    expect(found.map((m) => m.isShared)).toEqual([false, false, false, false]);
    found.forEach(({ at }, k) => expect(Math.hypot(at.x - middles[k]![0], at.y - middles[k]![1])).toBeLessThan(0.2));
  });
  test('hollow ones too, and squares', () => {
    const drawing = new Drawing(240, 130);
    middles.forEach(([cx, cy], k) =>
      drawing.draw(GREEN, (x, y) => {
        const off = k % 2 === 0 ? Math.hypot(x - cx, y - cy) : Math.max(Math.abs(x - cx), Math.abs(y - cy));
        return off <= 4.5 && off >= 3;
      }),
    );
    const found = findMarks(drawing.ink(GREEN));
    expect(found).toHaveLength(4);
    found.forEach(({ at }, k) => expect(Math.hypot(at.x - middles[k]![0], at.y - middles[k]![1])).toBeLessThan(0.25));
  });
  test('that lie over each other are taken apart, and are told', () => {
    const drawing = new Drawing(240, 130);
    for (const m of [...middles, [206.1, 99.9] as const]) drawing.draw(RED, disc(m));
    const found = findMarks(drawing.ink(RED));
    expect(found.map((m) => m.isShared)).toEqual([false, false, false, true, true]);
    const [a, b] = found.slice(3).map((m) => m.at);
    expect(Math.hypot(a!.x - 200.1, a!.y - 95.9)).toBeLessThan(1.5);
    expect(Math.hypot(b!.x - 206.1, b!.y - 99.9)).toBeLessThan(1.5);
  });
  describe('joined by a line of their own colour', () => {
    const on = [30, 75, 130, 190, 260].map((x) => [x + 0.3, wave(x + 0.3)] as const);
    const square =
      ([cx, cy]: readonly [number, number], r = 5) =>
      (x: number, y: number) =>
        Math.max(Math.abs(x - cx), Math.abs(y - cy)) <= r;
    const hollow = (m: readonly [number, number]) => (x: number, y: number) =>
      disc(m, 5.5)(x, y) && !disc(m, 3.5)(x, y);
    test.each<[string, (m: readonly [number, number]) => (x: number, y: number) => boolean]>([
      ['discs', (m) => disc(m, 5)],
      ['squares', square],
      ['circles that are hollow', hollow],
    ])('%s have their middles to half a pixel', (_, shape) => {
      const drawing = new Drawing(320, 200).draw(GREY, grid).draw(RED, (x, y) => {
        const isInside = on.some((m) => disc(m, 3.5)(x, y));
        return stroke(wave)(x, y) && !(shape === hollow && isInside);
      });
      for (const m of on) drawing.draw(RED, shape(m));
      const found = findMarks(drawing.ink(RED));
      expect(found).toHaveLength(on.length);
      found.forEach(({ at }, k) => expect(Math.hypot(at.x - on[k]![0], at.y - on[k]![1])).toBeLessThan(0.5));
    });
    test('a line without marks is one patch, and none is made of its crossing with another', () => {
      const ink = new Drawing(320, 200)
        .draw(RED, stroke(wave))
        .draw(
          RED,
          stroke((x) => 20 + x / 2),
        )
        .ink(RED);
      expect(findMarks(ink).filter((m) => !m.isShared).length).toBeLessThanOrEqual(1);
    });
  });
  test('are none on an empty picture', () => expect(findMarks(new Drawing(20, 20).ink(RED))).toEqual([]));
});

describe('a mark that a hand points at', () => {
  const ground: Rgb = [255, 255, 255];
  const disc = (cx: number, cy: number, r: number) => (x: number, y: number) => Math.hypot(x - cx, y - cy) <= r;
  const { picture } = new Drawing(320, 200)
    .draw(GREY, grid)
    .draw(RED, stroke(wave))
    .draw(RED, disc(80.3, wave(80.3), 5))
    .draw(GREEN, disc(200.4, 150.7, 4))
    .draw(BLACK, (x, y) => disc(262.2, 160.6, 6)(x, y) && !disc(262.2, 160.6, 4)(x, y));
  test.each<[string, number, number, number, number]>([
    ['alone', 202, 148, 200.4, 150.7],
    ['hollow, also where it is pointed into', 262.9, 159.9, 262.2, 160.6],
    ['on a line of its own colour', 83, wave(80.3) + 2, 80.3, wave(80.3)],
  ])('%s has its middle', (_, x, y, cx, cy) => {
    const at = markAt(picture, { x, y }, ground)!;
    expect(Math.hypot(at.x - cx, at.y - cy)).toBeLessThan(0.4);
  });
  test('is none on bare ground, and none on a line', () => {
    expect(markAt(picture, { x: 230, y: 185 }, ground)).toBeUndefined();
    expect(markAt(picture, { x: 250, y: wave(250) }, ground)).toBeUndefined();
  });
  test('is none beside the picture', () => {
    for (const [x, y] of [
      [-3, 20],
      [20, -90],
      [900, 20],
      [20, 900],
    ])
      expect(markAt(picture, { x: x!, y: y! }, ground)).toBeUndefined();
  });
  test('at the edge of the picture is found as far as it is whole', () => {
    const small = new Drawing(60, 60).draw(RED, disc(10, 10, 4)).draw(RED, disc(58, 30, 4)).picture;
    expect(markAt(small, { x: 11, y: 9 }, ground)).toEqual({ x: expect.closeTo(10, 1), y: expect.closeTo(10, 1) });
    expect(markAt(small, { x: 57, y: 30 }, ground)).toBeUndefined();
  });
});

describe('an error bar', () => {
  const disc = (x: number, y: number) => Math.hypot(x - 60, y - 80) <= 5;
  /** A stem from 41.3 to 108.6 with caps whose middles are there. */
  const bar = (caps: boolean) => (x: number, y: number) =>
    (Math.abs(x - 60) <= 0.8 && y >= 41.3 && y <= 108.6) ||
    (caps && Math.abs(x - 60) <= 6 && Math.min(Math.abs(y - 41.3), Math.abs(y - 108.6)) <= 0.8);
  const read = (drawing: Drawing) => errorBarAt(drawing.ink(RED), { x: 60.1, y: 80.2 }, 5);
  test.each([true, false])('goes to the middle of its cap, or to the end of its stem (caps: %s)', (caps) => {
    const { up, down } = read(new Drawing(120, 140).draw(GREY, grid).draw(RED, bar(caps)).draw(RED, disc))!;
    expect(Math.abs(up - 38.9)).toBeLessThan(0.5);
    expect(Math.abs(down - 28.4)).toBeLessThan(0.5);
  });
  test('through a hollow mark', () => {
    const hollow = (x: number, y: number) => disc(x, y) && Math.hypot(x - 60, y - 80) > 3.4;
    const outside = (x: number, y: number) => bar(true)(x, y) && !disc(x, y);
    const { up, down } = read(new Drawing(120, 140).draw(RED, outside).draw(RED, hollow))!;
    expect([up, down]).toEqual([expect.closeTo(38.9, 0), expect.closeTo(28.4, 0)]);
  });
  test('to one side only', () => {
    const { up, down } = read(new Drawing(120, 140).draw(RED, (x, y) => y < 80 && bar(true)(x, y)).draw(RED, disc))!;
    expect([Math.round(up), down]).toEqual([39, 0]);
  });
  test('of each of several marks, which of them have one', () => {
    const marks = [30, 80, 130].map((x) => ({ x: x + 0.2, y: 70.4 }));
    const drawing = new Drawing(160, 140);
    marks.forEach((m, k) => {
      drawing.draw(RED, (x, y) => Math.hypot(x - m.x, y - m.y) <= 5);
      if (k !== 1) drawing.draw(RED, (x, y) => Math.abs(x - m.x) <= 0.8 && Math.abs(y - m.y) <= 20 + 5 * k);
    });
    const found = errorBarsAt(drawing.ink(RED), marks);
    expect(found.map((bar) => bar && Math.round(bar.up))).toEqual([20, undefined, 30]);
    expect(errorBarsAt(drawing.ink(GREEN), marks)).toEqual([undefined, undefined, undefined]);
  });
  test('is none on a mark alone, and where a mark stands below another', () => {
    expect(read(new Drawing(120, 140).draw(RED, disc))).toBeUndefined();
    const below = (x: number, y: number) => Math.hypot(x - 60, y - 104) <= 5;
    expect(read(new Drawing(120, 140).draw(RED, disc).draw(RED, below))).toBeUndefined();
  });
});

describe('the colours of a picture', () => {
  test('its ground is what most of it has, through the noise of a photograph', () => {
    const ground = likelyGround(
      new Drawing(120, 80, [236, 232, 222])
        .draw(
          BLACK,
          stroke(() => 40),
        )
        .noisy(5).picture,
    );
    [236, 232, 222].forEach((c, k) => expect(Math.abs(ground[k]! - c)).toBeLessThan(2));
  });
  test('the one that was meant is that of the line, also where the hand pointed at its edge or into a hollow mark', () => {
    const ring = (x: number, y: number) => Math.abs(Math.hypot(x - 30, y - 30) - 3) < 0.8;
    const { picture } = new Drawing(60, 60).draw(RED, ring).draw(
      GREEN,
      stroke(() => 50, 3),
    );
    const meant = (x: number, y: number) => colourMeant(picture, { x, y }, [255, 255, 255]);
    meant(30, 30).forEach((c, k) => expect(Math.abs(c - RED[k]!)).toBeLessThan(45));
    meant(20, 48.2).forEach((c, k) => expect(Math.abs(c - GREEN[k]!)).toBeLessThan(5));
    expect(meant(5, 5)).toEqual([255, 255, 255]);
  });
  test('what is seen through is paper', () => {
    const clear: Picture = { width: 4, height: 1, rgba: new Uint8ClampedArray(16) };
    expect(likelyGround(clear)).toEqual([255, 255, 255]);
  });
  test('a pixel is covered by the share of the colour that is mixed into it, and another colour is none', () => {
    const rgba = new Uint8ClampedArray([200, 30, 40, 255, 228, 143, 148, 255, 255, 255, 255, 255, 20, 130, 60, 255]);
    const { share } = inkOf({ width: 4, height: 1, rgba }, RED, [255, 255, 255]);
    expect([...share].map((v) => Number(v.toFixed(1)))).toEqual([1, 0.5, 0, 0]);
  });
});
