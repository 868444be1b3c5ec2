import { numberChannelOf } from '../../procedure/stepTools';
import { conversion, parseUnit } from '../../units';
import { FAILS, HOLDS, UNKNOWN, type LimitKind } from './LimitKind';
import type { AreaLimit } from './schema';

/** A closed line on the map of two channels; what lies within it holds. */
export const area: LimitKind<AreaLimit> = {
  is: (limit): limit is AreaLimit => 'corners' in limit,
  reads: ({ x, y }) => [x, y],
  words: ({ x, y, corners }) => `within ${corners.length} corners on the map of ${x} and ${y}`,
  judge: (state, limit) => {
    const [x, y] = [numberChannelOf(state, limit.x), numberChannelOf(state, limit.y)];
    const toX = conversion(parseUnit(limit.xUnit), parseUnit(x.unit));
    const toY = conversion(parseUnit(limit.yUnit), parseUnit(y.unit));
    const corners = limit.corners.map(([cx, cy]): [number, number] => [cx * toX.factor + toX.shift, cy * toY.factor + toY.shift]); // prettier-ignore
    const out = new Uint8Array(state.samples);
    for (let i = 0; i < out.length; i++) {
      const [px, py] = [x.values[i]!, y.values[i]!];
      out[i] = px !== px || py !== py ? UNKNOWN : isWithin(px, py, corners) ? HOLDS : FAILS;
    }
    return out;
  },
};

/**
 * Whether a point lies within a closed line, by the parity of crossings of a ray.
 * Source: M. Shimrat, "Algorithm 112: Position of point relative to polygon", Comm. ACM 5 (1962) 434.
 */
function isWithin(px: number, py: number, corners: readonly (readonly [number, number])[]): boolean {
  let within = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const [ax, ay] = corners[i]!;
    const [bx, by] = corners[j]!;
    if (ay > py !== by > py && px < ((bx - ax) * (py - ay)) / (by - ay) + ax) within = !within;
  }
  return within;
}
