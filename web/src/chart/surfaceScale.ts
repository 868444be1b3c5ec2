/** Colours of a quantity over a surface: from ink over teal to sand, each step as far from the last as any other. */

import { formatValue } from '@undameter/core';

type Three = [number, number, number];

/** Stops in OKLCh: lightness, chroma, hue in degrees; lightness rises evenly, so that the order is seen without colour too. */
const stops: readonly Three[] = [
  [0.256, 0.047, 262],
  [0.445, 0.055, 215.4],
  [0.605, 0.055, 169.7],
  [0.745, 0.081, 117.3],
  [0.919, 0.052, 88],
];

/** OKLab to sRGB. Source: B. Ottosson, A perceptual color space for image processing (2020), its published matrices. */
function toSrgb([lightness, a, b]: Three): Three {
  const l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3;
  const linear: Three = [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ];
  return linear.map((c) => {
    const light = Math.min(1, Math.max(0, c));
    return 255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055);
  }) as Three;
}

const labOf = ([lightness, chroma, hue]: Three): Three => {
  const angle = (hue * Math.PI) / 180;
  return [lightness, chroma * Math.cos(angle), chroma * Math.sin(angle)];
};

/** The colour of a share of the range, 0 to 1: red, green, blue, 0 to 255. */
export function surfaceColour(share: number): Three {
  const at = Math.min(1, Math.max(0, share)) * (stops.length - 1);
  const k = Math.min(stops.length - 2, Math.floor(at));
  const [low, high] = [labOf(stops[k]!), labOf(stops[k + 1]!)];
  return toSrgb(low.map((v, c) => v + (at - k) * (high[c]! - v)) as Three);
}

export const cssColour = (colour: Three): string =>
  `#${colour.map((c) => Math.round(c).toString(16).padStart(2, '0')).join('')}`;

/** How values become colours. */
export interface SurfaceScale {
  low: number;
  high: number;
  isLog: boolean;
  /** So many colours; null: as many as there are. */
  steps: number | null;
}

/** Where a value lies between the ends of a scale: 0 to 1, beyond them outside of that; NaN where it has no place. */
export function shareOf(value: number, { low, high, isLog }: SurfaceScale): number {
  if (isLog) return Math.log(value / low) / Math.log(high / low);
  return (value - low) / (high - low);
}

/** The value at a share of a scale. */
export const valueAt = (share: number, { low, high, isLog }: SurfaceScale): number =>
  isLog ? low * (high / low) ** share : low + share * (high - low);

const NUMBERS = 5;
/** A number beside the scale is rounded by no more than this share of the distance to the next. */
const ROUNDED = 0.05;

/** The numbers beside a scale, from its low to its high end, with as many digits as their places need. */
export function scaleNumbers(scale: SurfaceScale): string[] {
  const values = Array.from({ length: NUMBERS }, (_, k) => valueAt(k / (NUMBERS - 1), scale));
  const apart = Math.min(...values.slice(1).map((v, k) => Math.abs(v - values[k]!)));
  const isTrue = (digits: number): boolean =>
    values.every((v) => Math.abs(Number(v.toPrecision(digits)) - v) <= ROUNDED * apart);
  let digits = 3;
  while (digits < 10 && !isTrue(digits)) digits++;
  return values.map((v) => formatValue(v, digits));
}

const SMOOTH = 256;

/** The colours of a scale from its low to its high end, as bytes of red, green, blue and opacity. */
export function scaleBytes({ steps }: Pick<SurfaceScale, 'steps'>): Uint8Array {
  const count = steps ?? SMOOTH;
  const bytes = new Uint8Array(4 * count);
  for (let k = 0; k < count; k++) bytes.set([...surfaceColour((k + 0.5) / count).map(Math.round), 255], 4 * k);
  return bytes;
}

/** What is wrong with a scale, in words; null: nothing. */
export function scaleProblem({ low, high, isLog, steps }: SurfaceScale): string | null {
  if (!(high > low)) return 'The scale needs a high end above its low end.';
  if (isLog && !(low > 0)) return 'A logarithmic scale begins above zero. Raise its low end, or take an even scale.';
  if (steps !== null && !(Number.isInteger(steps) && steps >= 2 && steps <= 64)) return 'Take 2 to 64 steps.';
  return null;
}
