import type { RunState } from '../procedure';
import { errorsOf, isRandomSource, shapesOf, type Channel, type Draw } from '../sample';

/**
 * The channels of a logged run as they might have been, by symbol; those without a source of error are left out.
 * @param withRandom  also what differs from sample to sample; not where the scatter of the points holds that already
 */
export function drawnRun(logged: RunState, draw: Draw, withRandom: boolean): Map<string, Channel> {
  const shapes = shapesOf(logged.channels.values());
  const moved = new Map<string, Channel>();
  for (const channel of logged.channels.values()) {
    const errors = [...errorsOf(channel, logged.channels)].filter(([source]) => withRandom || !isRandomSource(source));
    if (errors.length === 0) continue;
    const values = channel.values.slice();
    for (const [source, column] of errors) {
      const shape = shapes.get(source) ?? 'normal';
      if (isRandomSource(source)) for (let i = 0; i < values.length; i++) values[i]! += column[i]! * draw.one(shape);
      else addInto(values, column, draw.of(source, shape));
    }
    moved.set(channel.symbol, { ...channel, values });
  }
  return moved;
}

function addInto(values: Float64Array, column: Float64Array, times: number): void {
  for (let i = 0; i < values.length; i++) values[i]! += times * column[i]!;
}
