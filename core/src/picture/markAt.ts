import type { Pixel } from './calibrate';
import { colourMeant, inkOf, type Picture, type Rgb } from './ink';
import { patchesOf, type Patch } from './patches';
import { thickPartsOf } from './thickParts';

/** A mark reaches no further from where the hand pointed, pixels. */
const REACH = 48;
/** So far beside the mark the hand may point, pixels. */
const OFF = 6;
const LEAST_SHARE = 0.3;

/**
 * The middle of the mark that a hand pointed at, by its colour.
 * @param ground  what the picture is drawn on
 * @returns undefined where no mark is there: beside the picture, ground, or a line or an area that goes further than a mark
 */
export function markAt(picture: Picture, at: Pixel, ground: Rgb, tolerance = 48): Pixel | undefined {
  if (at.x < 0 || at.y < 0 || at.x >= picture.width || at.y >= picture.height) return undefined;
  const [left, top] = [Math.max(0, Math.floor(at.x) - REACH), Math.max(0, Math.floor(at.y) - REACH)];
  const part = partOf(picture, left, top);
  const here = { x: at.x - left, y: at.y - top };
  const ink = inkOf(part, colourMeant(part, here, ground), ground, tolerance);
  const nearest = (patches: readonly Patch[]): Patch | undefined => {
    const off = patches.map((p) => offOf(p, here));
    const best = off.indexOf(Math.min(...off));
    return off[best]! <= OFF ? patches[best] : undefined;
  };
  const patch = nearest(patchesOf(ink, LEAST_SHARE));
  const mark = patch && nearest(thickPartsOf(patch));
  if (!mark || touchesEdge(mark, part)) return undefined;
  return { x: mark.middle.x + left, y: mark.middle.y + top };
}

/** A window of a picture, from a place on. */
function partOf({ width, height, rgba }: Picture, left: number, top: number): Picture {
  const [w, h] = [Math.min(2 * REACH, width - left), Math.min(2 * REACH, height - top)];
  const part = new Uint8ClampedArray(4 * w * h);
  for (let row = 0; row < h; row++) {
    const from = 4 * ((top + row) * width + left);
    part.set(rgba.subarray(from, from + 4 * w), 4 * row * w);
  }
  return { width: w, height: h, rgba: part };
}

const offOf = ({ pixels }: Patch, { x, y }: Pixel): number =>
  pixels.reduce((least, p) => Math.min(least, Math.hypot(p.x - x, p.y - y)), Infinity);

const touchesEdge = ({ pixels }: Patch, { width, height }: Picture): boolean =>
  pixels.some((p) => p.x < 1 || p.y < 1 || p.x > width - 1 || p.y > height - 1);
