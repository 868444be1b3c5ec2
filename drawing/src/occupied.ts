import type { FigureSeries } from '@undameter/contract';
import type { Shown } from './seriesMarks';
import type { SeriesLook } from './seriesLook';

const MOST = 20_000;
/** Points along a curve are no farther apart than this, in pixels. */
const STEP = 5;

/** Pixels that series cover, x and y in turn: their points with the ends of their bars, what is set aside, and points along their curves. */
export function occupiedBy(
  drawn: readonly {
    series: FigureSeries;
    look: SeriesLook;
    shown: Shown;
    toPixels: (x: number, y: number) => readonly [number, number];
  }[],
  barsFactor: number,
): Float64Array {
  const found: number[] = [];
  for (const { series, look, shown, toPixels } of drawn) {
    if (!look.shown) continue;
    const at = (x: number, y: number): readonly [number, number] => toPixels(shown.x(x), shown.y(y) + look.offset);
    const { curve, points, setAside } = series;
    setAside?.x.forEach((x, i) => {
      const y = setAside.y[i] ?? null;
      if (x !== null && y !== null && found.length <= MOST) found.push(...at(x, y));
    });
    if (points && look.pointsShown)
      points.x.forEach((x, i) => {
        const y = points.y[i] ?? null;
        if (x === null || y === null || found.length > MOST) return;
        found.push(...at(x, y));
        const error = barsFactor * (points.yError[i] ?? 0);
        if (look.bars && error > 0) found.push(...at(x, y - error), ...at(x, y + error));
      });
    if (curve && look.line !== 'none') along(curve, at, found);
  }
  return Float64Array.from(found);
}

function along(
  { x, y }: NonNullable<FigureSeries['curve']>,
  at: (x: number, y: number) => readonly [number, number],
  found: number[],
): void {
  let before: readonly [number, number] | undefined;
  for (let i = 0; i < x.length && found.length < 4 * MOST; i++) {
    const [px, py] = [x[i] ?? null, y[i] ?? null];
    if (px === null || py === null) {
      before = undefined;
      continue;
    }
    const now = at(px, py);
    if (!Number.isFinite(now[0]) || !Number.isFinite(now[1])) continue;
    const steps = before ? Math.min(400, Math.ceil(Math.hypot(now[0] - before[0], now[1] - before[1]) / STEP)) : 1;
    for (let k = 1; k <= steps; k++) {
      const share = k / steps;
      const from = before ?? now;
      found.push(from[0] + share * (now[0] - from[0]), from[1] + share * (now[1] - from[1]));
    }
    before = now;
  }
}
