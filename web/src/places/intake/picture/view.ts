import type { Pixel } from '@undameter/core';

/**
 * Which part of a picture is seen: the place of the picture at the upper left of the stage, and screen pixels for one
 * of its.
 */
export interface View {
  left: number;
  top: number;
  scale: number;
}
interface Size {
  width: number;
  height: number;
}

const AIR = 0.96;
const [LEAST, MOST] = [0.02, 60];

/** All of the picture in the middle of the stage. */
export function wholeView(picture: Size, stage: Size): View {
  const scale = AIR * Math.min(stage.width / picture.width, stage.height / picture.height);
  return {
    scale,
    left: picture.width / 2 - stage.width / 2 / scale,
    top: picture.height / 2 - stage.height / 2 / scale,
  };
}

export const toPicture = ({ left, top, scale }: View, x: number, y: number): Pixel => ({
  x: left + x / scale,
  y: top + y / scale,
});
export const toStage = ({ left, top, scale }: View, at: Pixel): Pixel => ({
  x: (at.x - left) * scale,
  y: (at.y - top) * scale,
});

/** Larger or smaller by a factor, around a place of the stage that stays where it is. */
export function zoomedAt(view: View, x: number, y: number, factor: number): View {
  const scale = Math.min(MOST, Math.max(LEAST, view.scale * factor));
  const at = toPicture(view, x, y);
  return { scale, left: at.x - x / scale, top: at.y - y / scale };
}

export const pannedBy = (view: View, dx: number, dy: number): View => ({
  ...view,
  left: view.left - dx / view.scale,
  top: view.top - dy / view.scale,
});
