import { axisTicks, formatValue } from '@undameter/core';
import { sizeOf, type Box } from './surface';

type Three = [number, number, number];

/** A number at an edge of the box, or the name of an axis. */
export interface BoxMark {
  text: string;
  at: Three;
}

/** An axis that is shorter than this share of the box has room for its name alone. */
const SHORTEST = 0.08;
const NAME_AWAY = 0.15;
const NUMBER_AWAY = 0.035;

/** A place of an axis at the edges of the box that meet in its lowest corner, a little outside. */
function placeOf({ low, high }: Box, axis: number, value: number, away: number): Three {
  const [x, y, z] = low;
  const [across] = high;
  if (axis === 0) return [value, y - away, z];
  if (axis === 1) return [across + away, value, z];
  return [x - away, y, value];
}

/** Names of the axes in the middle of their edges, and numbers along them. */
export function boxMarks(box: Box, axes: readonly string[]): { names: BoxMark[]; numbers: BoxMark[] } {
  const size = sizeOf(box);
  const ends = [0, 1, 2].map((k) => [box.low[k]!, box.high[k]!] as const);
  const names = axes.map((text, axis) => {
    const [low, high] = ends[axis]!;
    return { text, at: placeOf(box, axis, (low + high) / 2, NAME_AWAY * size) };
  });
  const numbers = ends.flatMap(([low, high], axis) => {
    if (high - low < SHORTEST * size) return [];
    const { major } = axisTicks({ data: [low, high], low, high }, { log: false, about: 4 });
    return major.map((value) => ({ text: formatValue(value, 5), at: placeOf(box, axis, value, NUMBER_AWAY * size) }));
  });
  return { names, numbers };
}
