import type { Column } from './marks';

/** Lowest and highest present value; the lowest is above the highest when there is none. */
export function extent(values: Column): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) {
    if (v === null) continue;
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return [low, high];
}
