import type { Pixel } from './calibrate';
import type { Ink } from './ink';
import { middleOf, patchesOf, type InkPixel, type Patch } from './patches';
import { thickPartsOf } from './thickParts';

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
/** What is as large as more marks than this is no mark: a frame, an area. */
const MOST_TOGETHER = 12;

/**
 * Marks of one colour as points: patches that hang together, the middle of their ink; a line of the same colour that
 * joins them is left away, and those that are as large as several are taken apart. What is much smaller than most is
 * none.
 * @param from        a place in one of them, which tells how large they are; left out: as most are
 * @param leastShare  a pixel that the colour covers by less holds no patch together
 */
export function findMarks(ink: Ink, from?: Pixel, leastShare = 0.3): FoundMark[] {
  const patches = patchesOf(ink, leastShare).flatMap(thickPartsOf);
  const usual = from ? areaAt(patches, from) : usualArea(patches);
  return patches
    .filter((p) => p.area >= SMALL * usual && p.area <= MOST_TOGETHER * usual)
    .flatMap((patch): FoundMark[] => {
      const count = patch.area > SEVERAL * usual ? Math.round(patch.area / usual) : 1;
      return count === 1
        ? [{ at: patch.middle, area: patch.area, isShared: false }]
        : takenApart(patch.pixels, count).map((at) => ({ at, area: patch.area / count, isShared: true }));
    })
    .sort((a, b) => a.at.x - b.at.x || a.at.y - b.at.y);
}

/** That of the patch that is nearest to a place. */
function areaAt(patches: readonly Patch[], { x, y }: Pixel): number {
  let best = { off: Infinity, area: 0 };
  for (const { pixels, area } of patches)
    for (const p of pixels) {
      const off = Math.hypot(p.x - x, p.y - y);
      if (off < best.off) best = { off, area };
    }
  return best.area;
}

/** Of the larger half, so that lettering of the same colour does not say what is usual. */
function usualArea(patches: readonly Patch[]): number {
  const areas = patches.map((p) => p.area).sort((a, b) => a - b);
  return areas[Math.floor(0.75 * (areas.length - 1))] ?? 0;
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
