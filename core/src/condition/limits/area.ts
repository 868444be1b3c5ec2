import { numberChannelOf } from '../../procedure/stepTools';
import { conversion, parseUnit } from '../../units';
import { isWithin } from './isWithin';
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
    const corners = limit.corners.map(([cx, cy]): [number, number] => [
      cx * toX.factor + toX.shift,
      cy * toY.factor + toY.shift,
    ]);
    const out = new Uint8Array(state.samples);
    for (let i = 0; i < out.length; i++) {
      const [px, py] = [x.values[i]!, y.values[i]!];
      out[i] = px !== px || py !== py ? UNKNOWN : isWithin(px, py, corners) ? HOLDS : FAILS;
    }
    return out;
  },
};
