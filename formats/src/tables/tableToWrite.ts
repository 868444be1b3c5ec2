import { argumentsAt, isInTwo, standardAtKnots, valuesOf, type PropertyTable } from '@undameter/core';
import type { ChannelToWrite, RunToWrite } from '../writers';

/** The standard uncertainty of each knot that has a value, where they are stated one by one. */
function errorsOf({ name, yUnit, y, uncertainty }: PropertyTable): ChannelToWrite[] {
  if (uncertainty?.kind !== 'perKnot') return [];
  return [
    channel(
      `u(${name})`,
      yUnit,
      standardAtKnots(uncertainty).filter((_, k) => y[k] !== null),
    ),
  ];
}

const channel = (name: string, unit: string, values: ArrayLike<number>): ChannelToWrite => ({
  ...{ symbol: name, name, unit },
  values: Float64Array.from(values),
});

/**
 * A table as columns on their way out.
 * @param form  of a grid: `grid` has a column for each value of the second argument, headed by it; `long` a row for each knot
 */
export function tableToWrite(table: PropertyTable, form: 'grid' | 'long'): RunToWrite {
  const { name, xName, xUnit, yUnit, x } = table;
  const y = valuesOf(table);
  const errors = errorsOf(table);
  if (!isInTwo(table)) return { name, channels: [channel(xName, xUnit, x), channel(name, yUnit, y), ...errors] };
  const { second } = table;
  if (form === 'grid' && !second.isScattered) {
    const across = second.w.map((w, j) =>
      channel(
        `${name} at ${second.name} = ${`${w} ${second.unit}`.trim()}`,
        yUnit,
        x.map((_, i) => y[i * second.w.length + j]!),
      ),
    );
    return { name, channels: [channel(xName, xUnit, x), ...across] };
  }
  // A hole has no row.
  const known = [...y.keys()].filter((knot) => y[knot] === y[knot]);
  const places = known.map((knot) => argumentsAt(table, knot));
  return {
    name,
    channels: [
      channel(
        xName,
        xUnit,
        places.map((p) => p[0]!),
      ),
      channel(
        second.name,
        second.unit,
        places.map((p) => p[1]!),
      ),
      channel(
        name,
        yUnit,
        known.map((knot) => y[knot]!),
      ),
      ...errors,
    ],
  };
}
