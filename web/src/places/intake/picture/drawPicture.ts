import type { ErrorBar, PictureCalibration, Pixel } from '@undameter/core';
import type { PictureImage } from './loadPicture';
import type { InHand, PictureSheet } from './pictureSheet';
import { toStage, type View } from './view';

export interface OnStage {
  image: PictureImage;
  sheet: PictureSheet;
  view: View;
  axes: PictureCalibration | undefined;
  inHand: InHand;
  /** Of what is in hand. */
  act: string;
  shows: Shows;
}
/** What is laid over the picture beside the points themselves. */
export interface Shows {
  /** Lines of equal values. */
  grid: boolean;
  /** Points of a series joined, in the order of x. */
  joined: boolean;
}

const KNOWN = '#0b6e99';
const GRID = 'rgba(11, 110, 153, 0.45)';
const LINES = 6;

/** The picture with what was read off it laid over: the axes as they are understood, known places, points. */
export function drawPicture(context: CanvasRenderingContext2D, on: OnStage, ratio: number): void {
  const { image, view } = on;
  const { width, height } = context.canvas;
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.clearRect(0, 0, width, height);
  // Enlarged, its pixels are seen as they are.
  context.imageSmoothingEnabled = view.scale < 2;
  const at = toStage(view, { x: 0, y: 0 });
  context.drawImage(image.bitmap, at.x, at.y, image.bitmap.width * view.scale, image.bitmap.height * view.scale);
  if (on.axes && on.shows.grid) drawGrid(context, on, on.axes);
  on.sheet.series.forEach((series, k) => {
    const isDense = series.points.length > DENSE;
    if (isDense) drawLine(context, series, view);
    else if (on.shows.joined) drawJoined(context, series, view);
    series.points.forEach((p) => p.bar && drawBar(context, p, p.bar, series.colour, view));
    series.points.forEach((p, index) => {
      const isInHand = on.inHand?.of === 'point' && on.inHand.series === k && on.inHand.index === index;
      if (isInHand || !isDense) drawPoint(context, toStage(view, p), isInHand ? on.act : series.colour, isInHand);
    });
  });
  on.sheet.known.forEach((k, index) =>
    drawKnown(
      context,
      toStage(view, k.at),
      k.axis,
      on.inHand?.of === 'known' && on.inHand.index === index ? on.act : KNOWN,
    ),
  );
}

/** Lines of equal values between the known ones: where they lie beside those of the picture, the axes are wrong. */
function drawGrid(context: CanvasRenderingContext2D, { sheet, view }: OnStage, axes: PictureCalibration): void {
  const ends = (axis: 'x' | 'y'): [number, number] => {
    const values = sheet.known.flatMap((k) => (k.axis === axis ? [k.value] : k.axis === 'both' ? [k[axis]] : []));
    return [Math.min(...values), Math.max(...values)];
  };
  const [x, y] = [ends('x'), ends('y')];
  const between = ([low, high]: [number, number], scale: string, share: number): number => {
    if (scale === 'logarithmic') return low * (high / low) ** share;
    if (scale === 'reciprocal') return 1 / (1 / low + (1 / high - 1 / low) * share);
    return low + (high - low) * share;
  };
  context.strokeStyle = GRID;
  context.lineWidth = 1;
  context.beginPath();
  for (let k = 0; k <= LINES; k++)
    for (let step = 0; step <= LINES; step++) {
      const [a, b] = [k / LINES, step / LINES];
      const along = toStage(view, axes.pixelAt(between(x, sheet.x.scale, b), between(y, sheet.y.scale, a)));
      if (step === 0) context.moveTo(along.x, along.y);
      else context.lineTo(along.x, along.y);
    }
  for (let k = 0; k <= LINES; k++)
    for (let step = 0; step <= LINES; step++) {
      const [a, b] = [k / LINES, step / LINES];
      const along = toStage(view, axes.pixelAt(between(x, sheet.x.scale, a), between(y, sheet.y.scale, b)));
      if (step === 0) context.moveTo(along.x, along.y);
      else context.lineTo(along.x, along.y);
    }
  context.stroke();
}

/** As many points are drawn as a line, so that what lies below is seen. */
const DENSE = 60;

function drawLine(
  context: CanvasRenderingContext2D,
  { points, colour }: PictureSheet['series'][number],
  view: View,
): void {
  context.strokeStyle = colour;
  context.lineWidth = 1;
  context.beginPath();
  points.forEach((p, i) => {
    const { x, y } = toStage(view, p);
    // A gap stays one.
    const isNext = i > 0 && Math.abs(p.x - points[i - 1]!.x) < 3;
    if (isNext) context.lineTo(x, y);
    else context.moveTo(x, y);
  });
  context.stroke();
}

/** Where the joined points leave the picture's own curve, one of them is wrong or missing. */
function drawJoined(
  context: CanvasRenderingContext2D,
  { points, colour }: PictureSheet['series'][number],
  view: View,
): void {
  context.strokeStyle = colour;
  context.lineWidth = 1;
  context.setLineDash([4, 3]);
  context.beginPath();
  [...points].sort((a, b) => a.x - b.x).forEach((p) => context.lineTo(...xyOf(toStage(view, p))));
  context.stroke();
  context.setLineDash([]);
}
const xyOf = ({ x, y }: Pixel): [number, number] => [x, y];

function drawBar(
  context: CanvasRenderingContext2D,
  { x, y }: Pixel,
  { up, down }: ErrorBar,
  colour: string,
  view: View,
): void {
  const [top, bottom] = [toStage(view, { x, y: y - up }), toStage(view, { x, y: y + down })];
  context.strokeStyle = colour;
  context.lineWidth = 1.5;
  context.beginPath();
  context.moveTo(top.x, top.y);
  context.lineTo(bottom.x, bottom.y);
  for (const end of [top, bottom]) {
    context.moveTo(end.x - 4, end.y);
    context.lineTo(end.x + 4, end.y);
  }
  context.stroke();
}

function drawPoint(context: CanvasRenderingContext2D, { x, y }: Pixel, colour: string, isInHand: boolean): void {
  const size = isInHand ? 7 : 5;
  context.strokeStyle = colour;
  context.lineWidth = isInHand ? 2.5 : 1.5;
  context.beginPath();
  context.moveTo(x - size, y);
  context.lineTo(x + size, y);
  context.moveTo(x, y - size);
  context.lineTo(x, y + size);
  context.stroke();
}

/** A known place: a stem to its pixel, with a flag that says which axis. */
function drawKnown(context: CanvasRenderingContext2D, { x, y }: Pixel, axis: string, colour: string): void {
  context.strokeStyle = colour;
  context.fillStyle = colour;
  context.lineWidth = 1.5;
  context.beginPath();
  context.arc(x, y, 3.5, 0, 2 * Math.PI);
  context.moveTo(x, y - 4);
  context.lineTo(x, y - 18);
  context.stroke();
  const text = axis === 'both' ? 'x y' : axis;
  context.font = '600 11px sans-serif';
  const width = context.measureText(text).width + 8;
  context.fillRect(x, y - 31, width, 14);
  context.fillStyle = '#fff';
  context.fillText(text, x + 4, y - 20);
}

/** Real pixels around a place, enlarged, with a cross on it. */
export function drawMagnified(
  context: CanvasRenderingContext2D,
  { bitmap }: PictureImage,
  at: Pixel,
  factor: number,
  ratio: number,
): void {
  const size = context.canvas.width / ratio;
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.fillStyle = '#888';
  context.fillRect(0, 0, size, size);
  context.imageSmoothingEnabled = false;
  context.drawImage(
    bitmap,
    size / 2 - at.x * factor,
    size / 2 - at.y * factor,
    bitmap.width * factor,
    bitmap.height * factor,
  );
  context.strokeStyle = '#c02942';
  context.lineWidth = 1;
  context.beginPath();
  for (const [dx, dy] of [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
  ] as const) {
    context.moveTo(size / 2 + 4 * dx, size / 2 + 4 * dy);
    context.lineTo(size / 2 + 22 * dx, size / 2 + 22 * dy);
  }
  context.stroke();
}
