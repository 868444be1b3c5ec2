import type { Pixel } from './calibrate';
import type { Ink } from './ink';

export interface InkPixel extends Pixel {
  share: number;
}

/** Pixels of one colour that hang together. */
export interface Patch {
  pixels: InkPixel[];
  /** Pixels that its ink covers. */
  area: number;
  middle: Pixel;
}

/** Pixels that hang together, also over corners. @param leastShare  covered by less, a pixel holds nothing together */
export function patchesOf({ width, height, share }: Ink, leastShare: number): Patch[] {
  const seen = new Uint8Array(share.length);
  const patches: Patch[] = [];
  for (let start = 0; start < share.length; start++) {
    if (seen[start] || share[start]! < leastShare) continue;
    const pixels: InkPixel[] = [];
    const open = [start];
    seen[start] = 1;
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      const [x, y] = [i % width, Math.floor(i / width)];
      pixels.push({ x: x + 0.5, y: y + 0.5, share: share[i]! });
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const next = ny * width + nx;
          if (seen[next] || share[next]! < leastShare) continue;
          seen[next] = 1;
          open.push(next);
        }
    }
    patches.push(patchOf(pixels));
  }
  return patches;
}

/** @param middle  left out: of its ink */
export const patchOf = (pixels: InkPixel[], middle = middleOf(pixels)): Patch => ({
  pixels,
  area: pixels.reduce((sum, p) => sum + p.share, 0),
  middle,
});

/** Of pixels by their shares. */
export function middleOf(pixels: readonly InkPixel[]): Pixel {
  let [x, y, sum] = [0, 0, 0];
  for (const p of pixels) {
    x += p.share * p.x;
    y += p.share * p.y;
    sum += p.share;
  }
  return { x: x / sum, y: y / sum };
}
