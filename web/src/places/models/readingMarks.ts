import {
  BY_HAND,
  calledByHand,
  curveMarkKinds,
  marksOf,
  seriesKey,
  type CurveMark,
  type CurveMarkKind,
  type ReadingsReply,
  type SeriesReply,
  type WantedMark,
} from '@undameter/contract';
import type { Gestures } from '../../chart/gestures';

/** Whether the curve is drawn as far as an x. */
export const isDrawnAt = (x: number, { curve }: Pick<SeriesReply, 'curve'>): boolean =>
  x >= (curve.x[0] ?? Infinity) && x <= (curve.x.at(-1) ?? -Infinity);

/** What was read off the curve and lies on the chart, to be marked there; all curves end where the one in hand ends. */
export function shownMarks(
  found: ReadingsReply | undefined,
  series: Pick<SeriesReply, 'curve'>,
  called: string,
): CurveMark[] {
  if (!found) return [];
  const all = curveMarkKinds.flatMap((kind) =>
    marksOf(found, kind).map((m) => (kind === 'byHand' ? calledByHand(m, called) : m)),
  );
  return all.filter((m) => isDrawnAt(m.x, series));
}

/** The same for a figure that is kept of it: which places, so that they are found anew. */
export function wantedMarks(
  found: ReadingsReply | undefined,
  series: SeriesReply | undefined,
  met: SeriesReply | undefined,
  called: string,
): WantedMark[] {
  if (!found || !series) return [];
  const isShown = (kind: CurveMarkKind): boolean => marksOf(found, kind).some((m) => isDrawnAt(m.x, series));
  return curveMarkKinds.filter(isShown).flatMap((what): WantedMark[] => {
    if (what === 'byHand')
      return marksOf(found, what).map(({ x }) => ({ series: seriesKey(series), what, at: x, words: called }));
    if (what !== 'crossing') return [{ series: seriesKey(series), what }];
    return met ? [{ series: seriesKey(series), what, other: seriesKey(met) }] : [];
  });
}

/** An x that a hand meant on a chart of this width: a thousandth of it is about a pixel. */
export function roundedTo(x: number, width: number): number {
  const step = 10 ** Math.floor(Math.log10(width / 1000));
  return width > 0 ? Number((Math.round(x / step) * step).toPrecision(12)) : x;
}

/** The reach of the curve so that it goes to a place beyond its points, with a little air. */
export function reachTo(x: number, { curve }: Pick<SeriesReply, 'curve'>): [number, number] {
  const [low, high] = [curve.x[0] ?? x, curve.x.at(-1) ?? x];
  const air = 0.05 * Math.abs(x < low ? high - x : x - low);
  const rounded = (v: number): number => Number(v.toPrecision(4));
  return x < low ? [rounded(x - air), high] : [low, rounded(x + air)];
}

/** The place that was set by hand can be taken hold of; it moves along the curve, by steps that a hand can mean. */
export function draggedPlace(
  marks: readonly CurveMark[],
  fit: { series: readonly Pick<SeriesReply, 'curve'>[] } | undefined,
  onPlace: (x: number) => void,
): Pick<Gestures, 'handles' | 'onHandle'> {
  const mark = marks.find((m) => m.label.endsWith(BY_HAND));
  const all = fit?.series.flatMap(({ curve }) => [curve.x[0] ?? [], curve.x.at(-1) ?? []].flat()) ?? [];
  return mark
    ? { handles: [mark], onHandle: (_, to) => onPlace(roundedTo(to.x, Math.max(...all) - Math.min(...all))) }
    : {};
}
