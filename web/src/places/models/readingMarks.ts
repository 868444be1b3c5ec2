import {
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

/** The reach of the curve so that it goes to a place beyond its points, with a little air. */
export function reachTo(x: number, { curve }: Pick<SeriesReply, 'curve'>): [number, number] {
  const [low, high] = [curve.x[0] ?? x, curve.x.at(-1) ?? x];
  const air = 0.05 * Math.abs(x < low ? high - x : x - low);
  const rounded = (v: number): number => Number(v.toPrecision(4));
  return x < low ? [rounded(x - air), high] : [low, rounded(x + air)];
}
