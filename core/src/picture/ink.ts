/** A picture as it is on the screen: four bytes a pixel, row by row from the upper left. */
export interface Picture {
  width: number;
  height: number;
  /** Red, green, blue, opacity of each pixel; length 4·width·height. */
  rgba: Uint8ClampedArray;
}
export type Rgb = readonly [red: number, green: number, blue: number];

/** How much of each pixel a colour covers, from 0 to 1; row by row. */
export interface Ink {
  width: number;
  height: number;
  share: Float32Array;
}

/** What is seen through is paper. */
const PAPER = 255;

function colourAt({ rgba }: Picture, i: number): Rgb {
  const opacity = rgba[4 * i + 3]! / 255;
  const over = (c: number): number => opacity * rgba[4 * i + c]! + (1 - opacity) * PAPER;
  return [over(0), over(1), over(2)];
}

/**
 * The colour that most of a picture has: what it is drawn on. Colours that differ by the noise of a photograph count as
 * one.
 */
export function likelyGround(picture: Picture): Rgb {
  const BITS = 3;
  const counts = new Map<number, { count: number; sum: [number, number, number] }>();
  const pixels = picture.width * picture.height;
  const stride = Math.max(1, Math.floor(pixels / 200_000));
  for (let i = 0; i < pixels; i += stride) {
    const [r, g, b] = colourAt(picture, i);
    // Shifted by half a class, so that white and what is nearly white fall into one.
    const key = ((r + 16) >> (8 - BITS)) * 256 + ((g + 16) >> (8 - BITS)) * 16 + ((b + 16) >> (8 - BITS));
    const found = counts.get(key) ?? { count: 0, sum: [0, 0, 0] };
    found.count++;
    found.sum[0] += r;
    found.sum[1] += g;
    found.sum[2] += b;
    counts.set(key, found);
  }
  let most = { count: 0, sum: [PAPER, PAPER, PAPER] as [number, number, number] };
  for (const found of counts.values()) if (found.count > most.count) most = found;
  const about = most.sum.map((sum) => (most.count > 0 ? sum / most.count : PAPER));
  return meanNear(picture, [about[0]!, about[1]!, about[2]!], stride);
}

/** Mean of the pixels that are like a colour: the class that it was found by cuts its scatter off on one side. */
function meanNear(picture: Picture, about: Rgb, stride: number): Rgb {
  const NEAR = 32;
  const sum = [0, 0, 0, 0] as [number, number, number, number];
  for (let i = 0; i < picture.width * picture.height; i += stride) {
    const [r, g, b] = colourAt(picture, i);
    if (Math.hypot(r - about[0], g - about[1], b - about[2]) > NEAR) continue;
    sum[0] += r;
    sum[1] += g;
    sum[2] += b;
    sum[3]++;
  }
  return sum[3] > 0 ? [sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]] : about;
}

/** The same, found out for each pixel when it is asked for: a line goes over few of them. */
export interface Cover {
  width: number;
  height: number;
  /** @param i  number of the pixel, row by row */
  shareAt(i: number): number;
}

/**
 * How much of each pixel a colour covers. Where a line ends within a pixel its colour is a mixture of line and ground:
 * the share is where the pixel's colour lies between both, and it counts as long as it lies near that way.
 * @param colour     of the line or the marks, as it is where it covers a pixel wholly
 * @param ground     what it is drawn on
 * @param tolerance  how far beside the way from ground to colour a pixel may lie, of 255
 */
export function coverOf({ width, height, rgba }: Picture, colour: Rgb, ground: Rgb, tolerance = 40): Cover {
  const [wr, wg, wb] = [colour[0] - ground[0], colour[1] - ground[1], colour[2] - ground[2]];
  const length = wr ** 2 + wg ** 2 + wb ** 2;
  if (length === 0) return { width, height, shareAt: () => 0 };
  const [gr, gg, gb] = ground;
  // Asked for millions of pixels: nothing is made for each of them.
  const shareAt = (i: number): number => {
    const k = 4 * i;
    const opacity = rgba[k + 3]! / 255;
    const paper = (1 - opacity) * PAPER;
    const r = opacity * rgba[k]! + paper - gr;
    const g = opacity * rgba[k + 1]! + paper - gg;
    const b = opacity * rgba[k + 2]! + paper - gb;
    const along = (r * wr + g * wg + b * wb) / length;
    if (along <= 0) return 0;
    const beside = r * r + g * g + b * b - along * along * length;
    const beyond = along > 1 ? (along - 1) ** 2 * length : 0;
    // What a pixel has little of lies near the ground whatever its colour: there the way is narrower.
    const limit = Math.max(NOISE, tolerance * Math.min(1, along));
    return beside + beyond <= limit * limit ? Math.min(1, along) : 0;
  };
  return { width, height, shareAt };
}

/** The same of all pixels. */
export function inkOf(picture: Picture, colour: Rgb, ground: Rgb, tolerance?: number): Ink {
  const { width, height, shareAt } = coverOf(picture, colour, ground, tolerance);
  const share = new Float32Array(width * height);
  for (let i = 0; i < share.length; i++) share[i] = shareAt(i);
  return { width, height, share };
}

/** As far as the noise of a photograph moves a colour, of 255. */
const NOISE = 16;

/** So far from where the hand pointed its colour is looked for, pixels. */
const REACH = 4;
/** What is this near to the ground, of 255, is ground. */
const GROUND_LIKE = 40;

/** The colour that a hand meant: that of the pixel it pointed at, or of the nearest ink where it pointed between. */
export function colourMeant(picture: Picture, at: { x: number; y: number }, ground: Rgb): Rgb {
  const { width, height } = picture;
  const [col, row] = [Math.floor(at.x), Math.floor(at.y)];
  let best: { colour: Rgb; off: number } | undefined;
  for (let dy = -REACH; dy <= REACH; dy++)
    for (let dx = -REACH; dx <= REACH; dx++) {
      const [x, y] = [col + dx, row + dy];
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      const colour = colourAt(picture, y * width + x);
      const unlike = Math.hypot(colour[0] - ground[0], colour[1] - ground[1], colour[2] - ground[2]);
      if (unlike < GROUND_LIKE) continue;
      // At the edge of a line its colour is mixed with the ground: what is most unlike it is the line itself.
      const off = Math.hypot(dx, dy) - unlike / 64;
      if (!best || off < best.off) best = { colour, off };
    }
  return best?.colour ?? ground;
}
