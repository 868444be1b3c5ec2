import { colourMeant, findMarks, inkOf, likelyGround, traceLine, type Picture, type Pixel } from '@undameter/core';

/** What is looked for in a picture by its colour. */
export interface InkTask {
  picture: Picture;
  /** Where the hand pointed: its colour is looked for. */
  at: Pixel;
  tolerance: number;
  /** A line is followed from there, or all marks of the colour are found. */
  what: 'line' | 'marks';
}
export interface InkFound {
  points: Pixel[];
  /** Places where it could have gone otherwise, or where marks lie over each other. */
  doubtful: number;
}

export function look({ picture, at, tolerance, what }: InkTask): InkFound {
  const ground = likelyGround(picture);
  const ink = inkOf(picture, colourMeant(picture, at, ground), ground, tolerance);
  if (what === 'line') {
    const { points, doubtful } = traceLine(ink, { from: at });
    return { points, doubtful: doubtful.length };
  }
  const marks = findMarks(ink);
  return { points: marks.map((m) => m.at), doubtful: marks.filter((m) => m.isShared).length };
}

onmessage = ({ data }: MessageEvent<InkTask>): void => postMessage(look(data));
