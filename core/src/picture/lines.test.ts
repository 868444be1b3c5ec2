/** Lines that are followed by their colour, and what is kept of them. */
import { describe, expect, test } from '@jest/globals';
import { calibratePicture, type KnownPoint } from './calibrate';
import { placesAtX, placesByCurvature } from './thin';
import { traceLine } from './traceLine';
import { BLACK, Drawing, GREEN, grid, GREY, known, onX, onY, RED, rms, stroke, wave } from '../../test/pictures';

describe('a line that is traced', () => {
  test('lies within half a pixel of the curve that was drawn, grid and another colour over it', () => {
    const drawing = new Drawing(320, 200)
      .draw(GREY, grid)
      .draw(RED, stroke(wave))
      .draw(
        GREEN,
        stroke((x) => 60 + x / 4),
      );
    const { points } = traceLine(drawing.cover(RED), { from: { x: 160, y: wave(160) } });
    expect(points.length).toBeGreaterThan(300);
    expect(rms(points, wave)).toBeLessThan(0.5);
    expect(rms(points.slice(20, 120), wave)).toBeLessThan(0.25);
  });
  test('in the noise of a photograph too', () => {
    const { points } = traceLine(
      new Drawing(320, 200, [236, 232, 222]).draw(GREY, grid).draw(BLACK, stroke(wave)).noisy(9).cover(BLACK),
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
    const { points } = traceLine(new Drawing(320, 200).draw(RED, dashed).cover(RED), {
      from: { x: 100, y: wave(100) },
    });
    expect([points[0]!.x, points.at(-1)!.x]).toEqual([expect.closeTo(30.5, 0), expect.closeTo(246, -1)]);
    expect(rms(points, wave)).toBeLessThan(0.5);
  });
  test('goes on through hollow marks of its own colour that sit on it, where it does not bend much there', () => {
    const drawing = new Drawing(320, 200).draw(RED, (x, y) => {
      const inMark = [60, 150].some((m) => Math.max(Math.abs(x - m), Math.abs(y - wave(m))) < 7);
      return !inMark && stroke(wave)(x, y);
    });
    for (const m of [60, 150])
      drawing.draw(RED, (x, y) => {
        const off = Math.max(Math.abs(x - m), Math.abs(y - wave(m)));
        return off < 8.5 && off > 6.5;
      });
    const { points } = traceLine(drawing.cover(RED), { from: { x: 100, y: wave(100) } });
    expect([points[0]!.x, points.at(-1)!.x]).toEqual([0.5, 319.5]);
    // Nothing is taken from the rims.
    expect(Math.max(...points.map((p) => Math.abs(p.y - wave(p.x))))).toBeLessThan(1);
  });
  test('goes on behind a box that lies over it, where it was flawed before', () => {
    const hidden = (x: number, y: number) =>
      stroke(wave)(x, y) && !(x > 30 && x < 34) && !(x > 80 && x < 84) && !(x > 200 && x < 224);
    const { points } = traceLine(new Drawing(320, 200).draw(RED, hidden).cover(RED), {
      from: { x: 140, y: wave(140) },
    });
    expect(points.at(-1)!.x).toBeGreaterThan(318);
    expect(points.filter((p) => p.x > 224).length).toBeGreaterThan(90);
    expect(rms(points, wave)).toBeLessThan(0.5);
  });
  test('ends before lettering of its own colour', () => {
    const drawing = new Drawing(320, 200).draw(RED, (x, y) => x < 200 && stroke(wave)(x, y));
    // Letters: upright strokes with a bar between.
    drawing.draw(
      RED,
      (x, y) => x > 206 && x < 300 && Math.abs(y - wave(200)) < 7 && (x % 9 < 2 || (x % 18 < 9 && y % 6 < 2)),
    );
    const { points } = traceLine(drawing.cover(RED), { from: { x: 100, y: wave(100) } });
    expect(points.at(-1)!.x).toBeLessThan(202);
    expect(points.length).toBeGreaterThan(190);
    expect(rms(points, wave)).toBeLessThan(0.5);
  });
  test('goes straight on where another one of its colour crosses it', () => {
    const [up, down] = [(x: number) => 40 + 0.4 * x, (x: number) => 160 - 0.35 * x];
    const ink = new Drawing(320, 200).draw(BLACK, stroke(up)).draw(BLACK, stroke(down)).cover(BLACK);
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
            RED,
            stroke(() => 10),
          )
          .cover(RED),
        { from: { x: 30, y: 45 } },
      ).points,
    ).toEqual([]));
});

describe('a line that was followed', () => {
  const axes = calibratePicture(known(onX(100, 380, 0), onX(500, 380, 100), onY(100, 380, 0), onY(100, 80, 30)));
  const f = (x: number) => 27.6 - 1.45e-3 * x ** 2;
  const places = Array.from({ length: 360 }, (_, k) => {
    const at = axes.valuesAt({ x: 110.5 + k, y: 0 });
    return axes.pixelAt(at.x, f(at.x));
  });
  test('is read at chosen x, and where it was not seen that is told', () => {
    const seen = places.filter((p) => p.x < 250 || p.x > 290);
    const { points, missing } = placesAtX(seen, axes, [0, 10, 20, 40, 60, 80, 99]);
    expect(missing).toEqual([0, 40, 99]);
    points.forEach((p, k) => {
      const { x, y } = axes.valuesAt(p);
      expect([x, y]).toEqual([expect.closeTo([10, 20, 60, 80][k]!, 9), expect.closeTo(f([10, 20, 60, 80][k]!), 4)]);
    });
  });
  test('is read at chosen x of a turned picture too', () => {
    const [c, s] = [Math.cos(0.05), Math.sin(0.05)];
    const lay = (x: number, y: number) => ({ x: 100 + 4 * x * c - 10 * y * s, y: 380 - 4 * x * s - 10 * y * c });
    const both = (x: number, y: number): KnownPoint => ({ axis: 'both', at: lay(x, y), x, y });
    const turned = calibratePicture(known(both(0, 0), both(100, 0), both(0, 30)));
    const along = Array.from({ length: 200 }, (_, k) => lay(k / 2, f(k / 2)));
    const [at] = placesAtX(along, turned, [33.3]).points;
    const value = turned.valuesAt(at!);
    expect([value.x, value.y]).toEqual([expect.closeTo(33.3, 4), expect.closeTo(f(33.3), 3)]);
  });
  test('keeps fewer places where it is straight, none of the others further off than the tolerance', () => {
    const bent = places.map((p) => ({ ...p, y: p.x < 300 ? 200 : 200 - (p.x - 300) ** 2 / 400 }));
    const kept = placesByCurvature(bent, 0.5);
    expect([kept[0], kept.at(-1)]).toEqual([bent[0], bent.at(-1)]);
    expect(kept.filter((p) => p.x < 300).length).toBeLessThanOrEqual(3);
    expect(kept.length).toBeGreaterThan(6);
    for (const p of bent) {
      const next = kept.findIndex((k) => k.x >= p.x);
      const [a, b] = [kept[Math.max(0, next - 1)]!, kept[next]!];
      const between = a.x === b.x ? a.y : a.y + ((b.y - a.y) * (p.x - a.x)) / (b.x - a.x);
      // Upright the way is longer than across the chord, where it rises by no more than one in one.
      expect(Math.abs(p.y - between)).toBeLessThan(0.5 * Math.SQRT2);
    }
  });
  test('of one place or none stays', () => {
    expect(placesByCurvature([{ x: 1, y: 1 }], 1)).toHaveLength(1);
    expect(placesAtX([], axes, [5])).toEqual({ points: [], missing: [5] });
  });
});
