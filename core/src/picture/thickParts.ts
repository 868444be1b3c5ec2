import type { Pixel } from './calibrate';
import { distanceToOutside } from './distanceToOutside';
import { middleOf, patchesOf, patchOf, type InkPixel, type Patch } from './patches';

/** A part of a patch as an image of its own, with a rim of nothing around it. */
interface Local {
  left: number;
  top: number;
  width: number;
  height: number;
  share: Float32Array;
}

/** What is this many times as thick as most of a patch is a mark that sits on it. */
const THICK = 1.6;
/** The line is no thicker than this share beyond its usual thickness. */
const SLACK = 1.25;

/**
 * The marks that a line of their own colour joins, each with the ink around it: where a patch is thicker than most of it
 * is, by an opening whose size is the thickness of the line. A patch that is about as thick everywhere stays whole.
 * Source: J. Serra, Image Analysis and Mathematical Morphology (1982), ch. II (opening).
 */
export function thickPartsOf(patch: Patch): Patch[] {
  const local = filled(localOf(patch));
  const distance = distanceToOutside(local.share, local.width);
  const ridge = ridgeOf(distance, local.width);
  const usual = lineIn(ridge);
  if (usual === undefined || ridge.at(-1)! <= THICK * usual) return [patch];
  const line = SLACK * usual + 0.3;
  const cores = patchesOf({ ...local, share: Float32Array.from(distance, (d) => (d > line ? 1 : 0)) }, 0.5);
  return cores.map((core) => {
    const { x, y } = settled(local, middleOf(core.pixels), Math.sqrt(core.area / Math.PI) + line);
    return patchOf(around(core, local, line + 0.7), { x: x + local.left, y: y + local.top });
  });
}

const ROUNDS = 4;

/** The middle of the ink within a circle that goes along with it, so that stubs of the line weigh little. */
function settled({ width, height, share }: Local, start: Pixel, radius: number): Pixel {
  const reach = radius + 0.5;
  let at = start;
  for (let round = 0; round < ROUNDS; round++) {
    const within: InkPixel[] = [];
    for (let y = Math.max(0, Math.floor(at.y - reach)); y < Math.min(height, at.y + reach); y++)
      for (let x = Math.max(0, Math.floor(at.x - reach)); x < Math.min(width, at.x + reach); x++)
        if (Math.hypot(x + 0.5 - at.x, y + 0.5 - at.y) <= reach)
          within.push({ x: x + 0.5, y: y + 0.5, share: share[y * width + x]! });
    at = middleOf(within);
  }
  return at;
}

function localOf({ pixels }: Patch): Local {
  const RIM = 1;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const p of pixels) {
    left = Math.min(left, p.x - 0.5);
    right = Math.max(right, p.x + 0.5);
    top = Math.min(top, p.y - 0.5);
    bottom = Math.max(bottom, p.y + 0.5);
  }
  const [width, height] = [right - left + 2 * RIM, bottom - top + 2 * RIM];
  const share = new Float32Array(width * height);
  for (const p of pixels) share[(p.y - 0.5 - top + RIM) * width + (p.x - 0.5 - left + RIM)] = p.share;
  return { left: left - RIM, top: top - RIM, width, height, share };
}

/** A hollow mark is no larger, pixels; a larger loop is of lines that cross. */
const LARGEST_HOLE = 60;
/** A hollow circle or diamond fills at least this share of the box around it. */
const ROUND = 0.45;

/** With the insides of hollow marks as ink. */
function filled(local: Local): Local {
  const { width, height } = local;
  const empty = local.share.map((s) => (s < 0.3 ? 1 : 0));
  const share = local.share.slice();
  for (const { pixels } of patchesOf({ ...local, share: empty }, 0.5)) {
    const [w, h] = [extentOf(pixels, 'x'), extentOf(pixels, 'y')];
    const isOutside = pixels.some((p) => p.x < 1 || p.y < 1 || p.x > width - 1 || p.y > height - 1);
    const isRound = pixels.length >= ROUND * w * h && w <= 2 * h && h <= 2 * w;
    if (isOutside || !isRound || Math.max(w, h) > LARGEST_HOLE) continue;
    // Its edge too, which is covered in part only.
    for (const p of pixels)
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) share[(p.y - 0.5 + dy) * width + p.x - 0.5 + dx] = 1;
  }
  return { ...local, share };
}

/** How many pixels they go over. */
function extentOf(pixels: readonly InkPixel[], d: 'x' | 'y'): number {
  let [low, high] = [Infinity, -Infinity];
  for (const p of pixels) {
    low = Math.min(low, p[d]);
    high = Math.max(high, p[d]);
  }
  return high - low + 1;
}

/** Distances where they are the largest around, rising: half of the thickness there. */
function ridgeOf(distance: Float64Array, width: number): number[] {
  const found: number[] = [];
  for (let i = 0; i < distance.length; i++) {
    const d = distance[i]!;
    if (d === 0) continue;
    let isTop = true;
    for (const step of [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1])
      if (distance[i + step]! > d) isTop = false;
    if (isTop) found.push(d);
  }
  return found.sort((a, b) => a - b);
}

/** As far as half thicknesses of one line differ, pixels. */
const ALIKE = 0.5;

/**
 * Half of the thickness of the line in a patch: what most of its ridge has, where that is longer than the patch is thick.
 * The ridge of a mark alone rises from its corners to its middle and has no such value.
 * @param ridge  rising
 */
function lineIn(ridge: readonly number[]): number | undefined {
  let best = { count: 0, middle: 0 };
  for (let from = 0, to = 0; from < ridge.length; from++) {
    while (to < ridge.length && ridge[to]! <= ridge[from]! + 2 * ALIKE) to++;
    if (to - from > best.count) best = { count: to - from, middle: ridge[(from + to) >> 1]! };
  }
  const isMost = best.count > ridge.length / 2;
  return isMost && best.count > 2 * (ridge.at(-1) ?? 0) ? best.middle : undefined;
}

/** Ink within a distance of the pixels of a core, at its places on the whole picture. */
function around(core: Patch, { left, top, width, height, share }: Local, reach: number): InkPixel[] {
  const taken = new Set<number>();
  const r = Math.ceil(reach);
  for (const p of core.pixels)
    for (let dy = -r; dy <= r; dy++)
      for (let dx = -r; dx <= r; dx++) {
        const [x, y] = [p.x - 0.5 + dx, p.y - 0.5 + dy];
        if (x < 0 || y < 0 || x >= width || y >= height || Math.hypot(dx, dy) > reach) continue;
        if (share[y * width + x]! > 0) taken.add(y * width + x);
      }
  return [...taken].map((i) => ({
    x: (i % width) + left + 0.5,
    y: Math.floor(i / width) + top + 0.5,
    share: share[i]!,
  }));
}
