import type { Ink } from './ink';
import type { Pixel } from './calibrate';

/** A mark of a chart: a patch of one colour. */
export interface FoundMark {
  /** The middle of its ink. */
  at: Pixel;
  /** Pixels that its ink covers. */
  area: number;
  /** It is as large as several: where they lie over each other is a guess. */
  isShared: boolean;
}

/** What is smaller than this share of the usual mark is lettering, a tick or dirt; what is larger is several. */
const SMALL = 0.4;
const SEVERAL = 1.5;

/**
 * Marks of one colour as points: patches that hang together, the middle of their ink; those that are as large as
 * several are taken apart. What is much smaller than most is none.
 * @param leastShare  a pixel that the colour covers by less holds no patch together
 */
export function findMarks(ink: Ink, leastShare = 0.3): FoundMark[] {
  const patches = patchesOf(ink, leastShare);
  const areas = patches.map((p) => p.area).sort((a, b) => a - b);
  // The larger half, so that lettering of the same colour does not say what is usual.
  const usual = areas[Math.floor(0.75 * (areas.length - 1))] ?? 0;
  return patches
    .filter((p) => p.area >= SMALL * usual)
    .flatMap((patch): FoundMark[] => {
      const count = patch.area > SEVERAL * usual ? Math.round(patch.area / usual) : 1;
      return count === 1
        ? [{ at: middleOf(patch.pixels), area: patch.area, isShared: false }]
        : takenApart(patch.pixels, count).map((at) => ({ at, area: patch.area / count, isShared: true }));
    })
    .sort((a, b) => a.at.x - b.at.x || a.at.y - b.at.y);
}

interface InkPixel extends Pixel {
  share: number;
}
interface Patch {
  pixels: InkPixel[];
  area: number;
}

/** Pixels that hang together, also over corners. */
function patchesOf({ width, height, share }: Ink, leastShare: number): Patch[] {
  const seen = new Uint8Array(share.length);
  const patches: Patch[] = [];
  for (let start = 0; start < share.length; start++) {
    if (seen[start] || share[start]! < leastShare) continue;
    const pixels: InkPixel[] = [];
    const open = [start];
    seen[start] = 1;
    let area = 0;
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      const [x, y] = [i % width, Math.floor(i / width)];
      pixels.push({ x: x + 0.5, y: y + 0.5, share: share[i]! });
      area += share[i]!;
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
    patches.push({ pixels, area });
  }
  return patches;
}

function middleOf(pixels: readonly InkPixel[]): Pixel {
  let [x, y, sum] = [0, 0, 0];
  for (const p of pixels) {
    x += p.share * p.x;
    y += p.share * p.y;
    sum += p.share;
  }
  return { x: x / sum, y: y / sum };
}

const ROUNDS = 30;

/**
 * Middles of so many marks that lie over each other, by k-means on their pixels, begun at places as far apart as can
 * be.
 * Source: S. P. Lloyd, IEEE Transactions on Information Theory 28 (1982) 129; the beginning after T. F. Gonzalez,
 * Theoretical Computer Science 38 (1985) 293.
 */
function takenApart(pixels: readonly InkPixel[], count: number): Pixel[] {
  const distance = (a: Pixel, b: Pixel): number => (a.x - b.x) ** 2 + (a.y - b.y) ** 2;
  const farthest = (from: readonly Pixel[]): Pixel =>
    pixels.reduce((best, p) => (nearestOf(p, from) > nearestOf(best, from) ? p : best), pixels[0]!);
  const nearestOf = (p: Pixel, from: readonly Pixel[]): number => Math.min(...from.map((c) => distance(p, c)));
  let middles: Pixel[] = [farthest([middleOf(pixels)])];
  while (middles.length < count) middles.push(farthest(middles));
  for (let round = 0; round < ROUNDS; round++) {
    const groups: InkPixel[][] = middles.map(() => []);
    for (const p of pixels) {
      let best = 0;
      for (let k = 1; k < middles.length; k++) if (distance(p, middles[k]!) < distance(p, middles[best]!)) best = k;
      groups[best]!.push(p);
    }
    const next = groups.map((g, k) => (g.length > 0 ? middleOf(g) : middles[k]!));
    const moved = Math.max(...next.map((m, k) => distance(m, middles[k]!)));
    middles = next;
    if (moved < 1e-6) break;
  }
  return middles;
}
