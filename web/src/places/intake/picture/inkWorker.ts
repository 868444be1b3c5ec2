import { findMarks, inkOf, likelyGround, traceLine, type Picture, type Pixel, type Rgb } from '@undameter/core';

/** What is looked for in a picture by its colour. */
export interface InkTask {
  picture: Picture;
  colour: Rgb;
  tolerance: number;
  /** A line is traced from there; absent: marks are found. */
  from?: Pixel;
}
export interface InkFound {
  points: Pixel[];
  /** Places where it could have gone otherwise, or where marks lie over each other. */
  doubtful: number;
}

export function look({ picture, colour, tolerance, from }: InkTask): InkFound {
  const ink = inkOf(picture, colour, likelyGround(picture), tolerance);
  if (from) {
    const { points, doubtful } = traceLine(ink, { from });
    return { points, doubtful: doubtful.length };
  }
  const marks = findMarks(ink);
  return { points: marks.map((m) => m.at), doubtful: marks.filter((m) => m.isShared).length };
}

onmessage = ({ data }: MessageEvent<InkTask>): void => postMessage(look(data));
