import type { FigureSeries } from '@undameter/contract';
import type { Box } from '@undameter/core';
import { rule, typeAt, type Element } from './elements';
import type { Frame } from './frames';
import type { LaidLine } from './layLine';
import type { SeriesLook } from './seriesLook';
import { dashOf } from './seriesMarks';
import type { Sheet } from './sheet';

/** A series with its name laid. */
export interface Named {
  series: FigureSeries;
  look: SeriesLook;
  line: LaidLine;
}

type Place = (x: number, y: number) => readonly [number, number];

/** Where a series ends: the last of its curve, else its point farthest to the right, as measured. */
export function endOf({ curve, points }: FigureSeries): readonly [number, number] | undefined {
  if (curve) {
    for (let i = curve.x.length - 1; i >= 0; i--)
      if (curve.x[i] !== null && (curve.y[i] ?? null) !== null) return [curve.x[i]!, curve.y[i]!];
  }
  return (points?.x ?? []).reduce<readonly [number, number] | undefined>((best, x, i) => {
    const y = points!.y[i] ?? null;
    return x !== null && y !== null && (best === undefined || x > best[0]) ? [x, y] : best;
  }, undefined);
}

/** By how much the frame has to be narrower for every name to stand at the end of its curve; the end moves with the frame. */
export function roomForNames(
  named: readonly Named[],
  frame: Frame,
  place: Place,
  sheet: Sheet,
  rightEdge: number,
): number {
  const gap = 0.5 * sheet.font;
  return named.reduce((most, { series, line }) => {
    const end = endOf(series);
    if (!end) return most;
    const share = (place(end[0], end[1])[0] - frame.left) / frame.width;
    if (!(share > 0.02)) return most;
    const width = (rightEdge - gap - line.width - frame.left) / share;
    return Math.max(most, frame.width - width);
  }, 0);
}

export interface PlacedName extends Named {
  box: Box;
}

/**
 * Names at the ends of their curves, moved up or down until they cover neither data nor each other.
 * @param covered  what must stay free, x and y in turn
 * @returns        undefined when one of them has no place
 */
export function namesAtEnds(
  named: readonly Named[],
  place: Place,
  covered: Float64Array,
  sheet: Sheet,
  within: Box,
): PlacedName[] | undefined {
  const placed: PlacedName[] = [];
  const gap = 0.5 * sheet.font;
  for (const one of named) {
    const end = endOf(one.series);
    if (!end) return undefined;
    const [x, y] = place(end[0], end[1] + one.look.offset);
    const height = one.line.ascent + one.line.descent;
    const box = [0, -0.7, 0.7, -1.3, 1.3, -2, 2]
      .map((step): Box => ({ x: x + gap, y: y - height / 2 + step * height, width: one.line.width, height }))
      .find((b) => isInside(b, within) && !covers(b, covered) && placed.every((p) => !meet(p.box, b)));
    if (!box) return undefined;
    placed.push({ ...one, box });
  }
  return placed;
}

const isInside = (box: Box, frame: Box): boolean =>
  box.x >= frame.x &&
  box.y >= frame.y &&
  box.x + box.width <= frame.x + frame.width + 0.5 &&
  box.y + box.height <= frame.y + frame.height;

function covers(box: Box, points: Float64Array): boolean {
  for (let i = 0; i + 1 < points.length; i += 2) {
    const [x, y] = [points[i]!, points[i + 1]!];
    if (x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height) return true;
  }
  return false;
}

const meet = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

export const nameElements = (placed: readonly PlacedName[]): Element[] =>
  placed.flatMap(({ line, box, look }) =>
    typeAt(line, { x: box.x, y: box.y + line.ascent, colour: look.textColour, weight: 600 }),
  );

/** A key as rows of entries, each a piece of the series and its name. */
export interface LaidKey {
  width: number;
  height: number;
  entries: { named: Named; x: number; y: number; width: number }[];
}

/** @param mostWidth  entries go on in the next row where this would be passed; 0: one to a row */
export function layKey(named: readonly Named[], sheet: Sheet, mostWidth: number): LaidKey {
  const sample = sampleWidth(sheet);
  const rowHeight = 1.45 * sheet.font;
  const between = 1.2 * sheet.font;
  let [x, y, width] = [0, 0, 0];
  const entries = named.map((one) => {
    const own = sample + 0.4 * sheet.font + one.line.width;
    if (x > 0 && x + own > mostWidth) [x, y] = [0, y + rowHeight];
    const entry = { named: one, x, y, width: own };
    x += own + between;
    width = Math.max(width, x - between);
    return entry;
  });
  return { width, height: named.length > 0 ? y + rowHeight : 0, entries };
}

const sampleWidth = (sheet: Sheet): number => 2.4 * sheet.font;

export function keyElements(key: LaidKey, left: number, top: number, sheet: Sheet): Element[] {
  const sample = sampleWidth(sheet);
  return key.entries.flatMap(({ named: { series, look, line }, x, y }) => {
    const middle = top + y + 0.725 * sheet.font;
    const from = left + x;
    return [
      ...((series.curve && look.line !== 'none') || (!series.points && !series.cells)
        ? [
            rule(from, middle, from + sample, middle, {
              colour: look.colour,
              width: look.width,
              dash: dashOf(look.line, look.width),
              z: 21,
            }),
          ]
        : []),
      ...(series.points && look.pointsShown ? symbolElements(look, from + sample / 2, middle) : []),
      ...typeAt(line, {
        x: from + sample + 0.4 * sheet.font,
        y: middle + (line.ascent - line.descent) / 2,
        colour: '#1d2b33',
      }),
    ];
  });
}

/** The symbol of a series as elements. */
export function symbolElements(look: SeriesLook, x: number, y: number): Element[] {
  const r = look.size / 2;
  const style = {
    fill: look.filled ? look.colour : '#ffffff',
    stroke: look.colour,
    lineWidth: Math.max(0.8, 0.14 * look.size),
  };
  const common = { z: 22, silent: true, style };
  const polygon = (...points: [number, number][]): Element[] => [
    { type: 'polygon', ...common, shape: { points: points.map(([dx, dy]) => [x + dx * r, y + dy * r]) } },
  ];
  switch (look.symbol) {
    case 'square':
      return polygon([-1, -1], [1, -1], [1, 1], [-1, 1]);
    case 'triangle':
      return polygon([0, -1], [1, 1], [-1, 1]);
    case 'diamond':
      return polygon([0, -1], [1, 0], [0, 1], [-1, 0]);
    case 'cross': {
      const stroke = { colour: look.colour, width: style.lineWidth, z: 22 };
      return [rule(x, y - r, x, y + r, stroke), rule(x - r, y, x + r, y, stroke)];
    }
    case 'ring':
      return [r, 0.4 * r].map((radius) => ({ type: 'circle', ...common, shape: { cx: x, cy: y, r: radius } }));
    case 'circle':
      return [{ type: 'circle', ...common, shape: { cx: x, cy: y, r } }];
  }
}
