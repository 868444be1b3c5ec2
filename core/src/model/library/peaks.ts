import { Type, type Static } from 'typebox';
import { unitOf } from '../defineNonlinear';
import { peakHandles } from '../handles';
import { defineModel, type Model, type Parameter, type Points } from '../Model';
import { evenly, rangeOf, ratios, startsByShape } from '../startsByShape';

const MOST_PEAKS = 6;
const settings = Type.Object({ peaks: Type.Integer({ minimum: 2, maximum: MOST_PEAKS, default: 2, title: 'Peaks' }) });

interface PeakForm {
  kind: string;
  /** What such peaks are called. */
  peaks: string;
  /** The model of one such peak. */
  single: string;
  /** Symbol and meaning of a width. */
  width: string;
  meaning: string;
  /** One peak as it is typed, of a height, a place and a width. */
  term(height: string, place: string, width: string): string;
  /** Height of a peak at a distance from its top, counted in widths. */
  at(distance: number): number;
}

const numbered = (peaks: number): number[] => Array.from({ length: peaks }, (_, k) => k + 1);

/** Two to six peaks of one form over a level ground; they may overlap. */
export const defineSeveralPeaks = ({ kind, peaks, single, width, meaning, term, at }: PeakForm): Model => {
  const expression = ({ peaks }: Static<typeof settings>): string =>
    `y0 + ${numbered(peaks)
      .map((k) => term(`A${k}`, `x${k}`, `${width}${k}`))
      .join(' + ')}`;
  return defineModel({
    kind,
    title: `Several ${peaks}`,
    titled: (chosen) => `${chosen.peaks} ${peaks}`,
    settings,
    expression,
    formula: (chosen) => `y = ${expression(chosen)}`,
    parameters: ({ peaks }, x, y) => [
      { symbol: 'y0', meaning: 'ground', unit: y },
      ...numbered(peaks).flatMap((k): Parameter[] => [
        { symbol: `A${k}`, meaning: `height of peak ${k}`, unit: unitOf.difference(x, y) },
        { symbol: `x${k}`, meaning: `place of peak ${k}`, unit: x },
        { symbol: `${width}${k}`, meaning: `${meaning} of peak ${k}`, unit: x, lower: 1e-300 },
      ]),
    ],
    simpler: ({ peaks }) => [peaks > 2 ? { kind, settings: { peaks: peaks - 1 } } : { kind: single, settings: {} }],
    // Of a peak that the model does not have they are nowhere.
    handles: numbered(MOST_PEAKS).flatMap((k) => peakHandles(`${width}${k}`, `A${k}`, `x${k}`, `peak ${k}`)),
    starts: (points, { peaks }) => startsOfPeaks(points, peaks, at),
  });
};

/** The best pairs of all that were tried; every further peak is the one that leaves least beside those. */
function startsOfPeaks(points: Points, peaks: number, at: PeakForm['at']): number[][] {
  const { low, high, span } = rangeOf(points.x);
  const places = evenly(low, high, 16);
  const widths = ratios(0.015, 0.25, 5).map((share) => share * span);
  const among = (shapes: readonly number[][]): number[][] =>
    startsByShape(points, shapes, (x, shape) => basisOf(x, shape, at), wholeOf);
  let starts = among(places.flatMap((a, k) => places.slice(k + 1).flatMap((b) => widths.map((s) => [a, s, b, s]))));
  const further = evenly(low, high, 24).flatMap((place) => widths.map((s) => [place, s]));
  for (let k = 2; k < peaks; k++)
    starts = among(starts.flatMap((start) => further.map((one) => [...shapeOf(start), ...one])));
  return starts.map((start) => wholeOf(linearOf(start), shapeOf(start)));
}

/** A shape is place and width of each peak in turn. */
const basisOf = (x: number, shape: readonly number[], at: PeakForm['at']): number[] => {
  const basis = [1];
  for (let k = 0; k < shape.length; k += 2) basis.push(at((x - shape[k]!) / shape[k + 1]!));
  return basis;
};
const shapeOf = (whole: readonly number[]): number[] => whole.filter((_, k) => k > 0 && k % 3 !== 1);
const linearOf = (whole: readonly number[]): Float64Array =>
  Float64Array.from(whole.filter((_, k) => k === 0 || k % 3 === 1));

/** All parameters, the peaks from the left to the right. */
function wholeOf(linear: Float64Array, shape: readonly number[]): number[] {
  const peaks = Array.from({ length: shape.length / 2 }, (_, k) => [linear[k + 1]!, shape[2 * k]!, shape[2 * k + 1]!]);
  return [linear[0]!, ...peaks.sort((a, b) => a[1]! - b[1]!).flat()];
}
