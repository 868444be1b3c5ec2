/** Pictures that the tests draw, and what is known of them. */
import { Random } from '../src/number/Random';
import type { KnownPoint, PictureAxes } from '../src/picture/calibrate';
import { coverOf, inkOf, likelyGround, type Picture, type Rgb } from '../src/picture/ink';

export const onX = (x: number, y: number, value: number): KnownPoint => ({ axis: 'x', at: { x, y }, value });
export const onY = (x: number, y: number, value: number): KnownPoint => ({ axis: 'y', at: { x, y }, value });
export const known = (...points: KnownPoint[]): PictureAxes => ({
  x: 'linear',
  y: 'linear',
  shape: 'affine',
  known: points,
});

/** A picture on which things are drawn with soft edges: each pixel is covered by the share of 25 points within it. */
export class Drawing {
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
  cover = (colour: Rgb) => coverOf(this.picture, colour, likelyGround(this.picture));
  ink = (colour: Rgb, tolerance?: number) => inkOf(this.picture, colour, likelyGround(this.picture), tolerance);
}
export const [RED, GREEN, GREY, BLACK] = [
  [200, 30, 40],
  [20, 130, 60],
  [214, 214, 214],
  [20, 20, 20],
] as const;
export const stroke =
  (f: (x: number) => number, thick = 2.4) =>
  (x: number, y: number) => {
    const slope = (f(x + 0.01) - f(x - 0.01)) / 0.02;
    return Math.abs(y - f(x)) <= (thick / 2) * Math.hypot(1, slope);
  };
export const grid = (x: number, y: number) => x % 40 < 1 || y % 40 < 1;
export const rms = (points: readonly { x: number; y: number }[], f: (x: number) => number): number =>
  Math.sqrt(points.reduce((sum, p) => sum + (p.y - f(p.x)) ** 2, 0) / points.length);
export const wave = (x: number) => 100 + 55 * Math.sin(x / 40) - x / 12;
