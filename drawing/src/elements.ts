import type { LaidLine } from './layLine';

/** A thing that the chart library draws as it stands. */
export type Element = Record<string, unknown>;

export const FAMILY = "'IBM Plex Sans', sans-serif";
/** From the baseline up to what the library takes for the middle of a text, of its size. */
const MIDDLE = 0.345;

interface At {
  x: number;
  /** Of its baseline. */
  y: number;
  colour: string;
  weight?: 400 | 600;
  z?: number;
}

/** A laid line of type as texts and rules, its left end and baseline at a place. */
export const typeAt = (line: LaidLine, { x, y, colour, weight = 400, z = 20 }: At): Element[] => [
  ...line.texts.map((t) => ({
    type: 'text',
    x: x + t.x,
    y: y + t.y - MIDDLE * t.size,
    z,
    silent: true,
    style: {
      text: t.text,
      fill: colour,
      fontSize: t.size,
      fontFamily: FAMILY,
      fontWeight: weight,
      fontStyle: t.italic ? 'italic' : 'normal',
      textAlign: 'left',
      textVerticalAlign: 'middle',
    },
  })),
  ...line.rules.map((r) =>
    rule(x + r.x1, y + r.y1, x + r.x2, y + r.y2, {
      colour,
      width: Math.max(0.6, 0.06 * (line.texts[0]?.size ?? 10)),
      z,
    }),
  ),
];

/** The same turned about a place by degrees anticlockwise, its middle there. */
export function turnedType(line: LaidLine, { x, y, colour, degrees }: At & { degrees: number }): Element {
  const height = line.ascent - line.descent;
  return {
    type: 'group',
    x,
    y,
    rotation: (degrees * Math.PI) / 180,
    silent: true,
    children: typeAt(line, { x: -line.width / 2, y: height / 2, colour }),
  };
}

interface Stroke {
  colour: string;
  width: number;
  dash?: number[] | undefined;
  z?: number;
}

export const rule = (
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  { colour, width, dash, z = 10 }: Stroke,
): Element => ({
  type: 'line',
  z,
  silent: true,
  shape: { x1, y1, x2, y2 },
  style: { stroke: colour, lineWidth: width, fill: 'none', ...(dash ? { lineDash: dash } : {}) },
});

export const ground = (x: number, y: number, width: number, height: number, colour: string, z: number): Element => ({
  type: 'rect',
  z,
  silent: true,
  shape: { x, y, width, height },
  style: { fill: colour },
});
