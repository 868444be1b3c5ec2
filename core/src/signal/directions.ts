/** Up, down, and not known yet. */
export const [UP, DOWN, UNMOVED] = [1, -1, 0];

/**
 * In which direction a quantity was moved last: it turns where it has gone back from the furthest place that it reached by
 * more than the dead band, so that noise within it turns nothing.
 * @param values    in time order, length n; missing (NaN) ones leave the direction as it is
 * @param deadBand  in [values], 0 or more
 * @returns length n: UP, DOWN, or UNMOVED before the first move
 * Source: the rule of a dead band (hysteresis) for turning points, as in counting of cycles; common practice.
 */
export function directionsOf(values: Float64Array, deadBand: number): Int8Array {
  const directions = new Int8Array(values.length);
  let now = UNMOVED;
  let lowest = Infinity;
  let highest = -Infinity;
  for (let i = 0; i < values.length; i++) {
    const v = values[i]!;
    if (v < lowest) lowest = v;
    if (v > highest) highest = v;
    if (now !== UP && v - lowest > deadBand) {
      now = UP;
      highest = v;
    } else if (now !== DOWN && highest - v > deadBand) {
      now = DOWN;
      lowest = v;
    }
    directions[i] = now;
  }
  return directions;
}
