import {
  colourMeant,
  coverOf,
  errorBarsAt,
  findMarks,
  inkOf,
  likelyGround,
  traceLine,
  type ErrorBar,
  type Picture,
  type Pixel,
  type Rgb,
} from '@undameter/core';

/** What is looked for in a picture by its colour. */
export interface InkTask {
  /** Where the hand pointed: its colour is looked for. */
  at: Pixel;
  tolerance: number;
  /** A line is followed from there, all marks of the colour are found, or the error bars on marks that are known. */
  what: 'line' | 'marks' | 'bars';
  /** Of the marks that are known. */
  points: readonly Pixel[];
}
export interface InkFound {
  points: (Pixel & { bar?: ErrorBar })[];
  /** Places where it could have gone otherwise, where marks lie over each other, or without an error bar. */
  doubtful: number;
}

/** What was found, with the number of its task. */
export interface InkReply {
  task: number;
  found: InkFound;
}

export function look(picture: Picture, ground: Rgb, { at, tolerance, what, points }: InkTask): InkFound {
  const colour = colourMeant(picture, at, ground);
  if (what === 'line') {
    const traced = traceLine(coverOf(picture, colour, ground, tolerance), { from: at });
    return { points: traced.points, doubtful: traced.doubtful.length };
  }
  const ink = inkOf(picture, colour, ground, tolerance);
  if (what === 'marks') {
    const marks = findMarks(ink, at);
    return { points: marks.map((m) => m.at), doubtful: marks.filter((m) => m.isShared).length };
  }
  const bars = errorBarsAt(ink, points);
  return {
    points: points.map(({ x, y }, k) => ({ x, y, ...(bars[k] ? { bar: bars[k] } : {}) })),
    doubtful: bars.filter((b) => !b).length,
  };
}

/** The picture comes once, before the first task. */
let held: { picture: Picture; ground: Rgb } | undefined;
onmessage = ({ data }: MessageEvent<{ picture: Picture } | { task: number; what: InkTask }>): void => {
  if ('picture' in data) held = { picture: data.picture, ground: likelyGround(data.picture) };
  else if (held) postMessage({ task: data.task, found: look(held.picture, held.ground, data.what) } satisfies InkReply);
};
