import { Type, type Static } from 'typebox';
import { closed, described, orNull } from './common';

const wish = (what: string) => described(what, Type.Optional(orNull(Type.Number())));
const choice = (what: string) => described(what, Type.Optional(Type.Boolean()));

/** How a person wants an axis of a chart on the bench: everything that is not said is chosen by the chart. */
export const axisLook = closed({
  log: choice('Logarithmic.'),
  reversed: choice('Falling from left to right, or from below to above.'),
  low: wish('Lower end; null: chosen by the chart.'),
  high: wish('Upper end; null: chosen by the chart.'),
  step: described(
    'Distance of the ticks; null: chosen by the chart.',
    Type.Optional(orNull(Type.Number({ minimum: 0 }))),
  ),
  digits: described(
    'Significant digits of the tick labels; null: as many as they need.',
    Type.Optional(orNull(Type.Integer({ minimum: 1, maximum: 15 }))),
  ),
  turned: choice('Tick labels along the axis.'),
  marks: described(
    'Of a channel: drawn as a line or as symbols.',
    Type.Optional(Type.Unsafe<'line' | 'symbols'>(Type.Enum(['line', 'symbols']))),
  ),
  right: choice(
    'Of a channel: in the pane above, on its scale where the unit is the same, else at an axis at the right.',
  ),
});
export type AxisLook = Static<typeof axisLook>;

/** The axes of one chart of a campaign, in place of those kept for it before; none: as the chart chooses. */
export const chartAxes = closed({
  chart: described('Which chart: its place, and what it shows there.', Type.String({ minLength: 1, maxLength: 200 })),
  axes: described(
    'The axes that are not as the chart chooses.',
    Type.Array(
      closed({
        axis: described('Which axis: its quantity with its unit.', Type.String({ minLength: 1, maxLength: 400 })),
        look: axisLook,
      }),
      { maxItems: 100 },
    ),
  ),
});
export type ChartAxes = Static<typeof chartAxes>;
