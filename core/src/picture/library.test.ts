/**
 * Charts that a general plotting library drew (matplotlib 3.6, see test/pictures/draw.py), with and without a grid, and
 * one that was turned by 3° and kept as a JPEG of quality 60: what is read off them against what was drawn.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { Resvg } from '@resvg/resvg-js';
import { calibratePicture, type KnownPoint, type Pixel } from './calibrate';
import { errorBarsAt } from './errorBars';
import { findMarks } from './findMarks';
import { colourMeant, coverOf, inkOf, likelyGround, type Picture } from './ink';
import { placesAtX } from './thin';
import { traceLine } from './traceLine';

const folder = join(import.meta.dirname, '..', '..', 'test', 'pictures');
type Corners = Record<'origin' | 'x' | 'y', [number, number]>;
const truth = JSON.parse(readFileSync(join(folder, 'truth.json'), 'utf8')) as {
  flows: number[];
  halfBars: number[];
  pictures: Record<string, Corners>;
};

/** Decodes a picture by drawing it, at its own size, as the only thing of a drawing. */
function decoded(file: string, width: number, height: number): Picture {
  const type = file.endsWith('.png') ? 'image/png' : 'image/jpeg';
  const data = readFileSync(join(folder, file)).toString('base64');
  const size = `width="${width}" height="${height}"`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" ${size}><image ${size} href="data:${type};base64,${data}"/></svg>`;
  const drawn = new Resvg(svg).render();
  return { width, height, rgba: new Uint8ClampedArray(drawn.pixels) };
}

const head = (flow: number, speed: number): number => 27.6 * (speed / 2900) ** 2 - 1.45e-3 * flow ** 2;
const pictures: [file: string, width: number, height: number][] = [
  ['plain.png', 800, 560],
  ['grid.png', 800, 560],
  ['turned.jpg', 830, 602],
];

describe.each(pictures)('%s', (file, width, height) => {
  const picture = decoded(file, width, height);
  const corners = truth.pictures[file]!;
  const both = (name: keyof Corners, x: number, y: number): KnownPoint => {
    const [px, py] = corners[name];
    return { axis: 'both', at: { x: px, y: py }, x, y };
  };
  const axes = calibratePicture({
    ...{ x: 'linear', y: 'linear', shape: 'affine' },
    known: [both('origin', 0, 0), both('x', 120, 0), both('y', 0, 30)],
  });
  const ground = likelyGround(picture);
  const coverAt = (at: Pixel) => coverOf(picture, colourMeant(picture, at, ground), ground, 48);
  const inkAt = (at: Pixel) => inkOf(picture, colourMeant(picture, at, ground), ground, 48);
  /** Pixels above or below the curve. */
  const offOf = (at: Pixel, speed: number): number => {
    const { x } = axes.valuesAt(at);
    return at.y - axes.pixelAt(x, head(x, speed)).y;
  };
  const rms = (values: readonly number[]): number => Math.sqrt(values.reduce((s, v) => s + v * v, 0) / values.length);

  test.each([
    ['a line', 2900, 45, 600],
    ['a dashed line', 2200, 35, 335],
  ])('%s is followed to half a pixel', (_, speed, flow, least) => {
    const from = axes.pixelAt(flow, head(flow, speed));
    const { points } = traceLine(coverAt(from), { from });
    expect(points.length).toBeGreaterThan(least);
    expect(rms(points.map((p) => offOf(p, speed)))).toBeLessThan(0.5);
  });
  test('a line at chosen x has values whose ± holds what was drawn', () => {
    const from = axes.pixelAt(45, head(45, 2900));
    const { points } = traceLine(coverAt(from), { from });
    const xs = Array.from({ length: 23 }, (_, k) => 5 + 5 * k);
    const found = placesAtX(points, axes, xs);
    expect(found.missing).toEqual([]);
    const held = found.points.filter((at) => {
      const { x, y } = axes.valuesAt(at);
      return Math.abs(y - head(x, 2900)) <= 2 * axes.uncertaintyAt(at, 0.5).all.y;
    });
    // 95 % of 23 are 22.
    expect(held.length).toBeGreaterThanOrEqual(22);
  });
  test('marks have their middles to half a pixel, and half of their error bars to one', () => {
    const at = axes.pixelAt(truth.flows[0]!, head(truth.flows[0]!, 2600));
    const ink = inkAt(at);
    const marks = findMarks(ink, at);
    expect(marks).toHaveLength(truth.flows.length);
    const wanted = truth.flows.map((q) => axes.pixelAt(q, head(q, 2600)));
    expect(rms(marks.map((m, k) => Math.hypot(m.at.x - wanted[k]!.x, m.at.y - wanted[k]!.y)))).toBeLessThan(0.5);
    const bars = errorBarsAt(
      ink,
      marks.map((m) => m.at),
    );
    bars.forEach((bar, k) => {
      const middle = wanted[k]!;
      const top = axes.pixelAt(truth.flows[k]!, head(truth.flows[k]!, 2600) + truth.halfBars[k]!);
      expect(Math.abs((bar!.up + bar!.down) / 2 - (middle.y - top.y))).toBeLessThan(1);
    });
  });
});
