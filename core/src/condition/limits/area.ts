import { Type, type Static } from 'typebox';
import { numberChannelOf } from '../../procedure/stepTools';
import { conversion, parseUnit } from '../../units';
import { isWithin } from './isWithin';
import { FAILS, HOLDS, UNKNOWN, type LimitKind } from './LimitKind';
import { closed, not } from './parts';

const hidden = { field: 'hidden' };
const symbol = Type.String({ minLength: 1, maxLength: 40, ...hidden });
const unit = Type.String({ maxLength: 60, ...hidden });
const corner = Type.Tuple([Type.Number(), Type.Number()]);
const schema = Type.Object(
  {
    kind: Type.Literal('area'),
    x: symbol,
    y: symbol,
    xUnit: unit,
    yUnit: unit,
    corners: Type.Array(corner, { minItems: 3, maxItems: 500, ...hidden }),
    not,
  },
  closed,
);
export type AreaLimit = Static<typeof schema>;

/** A closed line drawn on the map of two channels; what lies within it holds. */
export const area: LimitKind<typeof schema> = {
  kind: 'area',
  title: 'within a line on the map',
  schema,
  on: 'numbers',
  reads: ({ x, y }) => [x, y],
  units: ({ xUnit, yUnit }) => [xUnit, yUnit],
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
