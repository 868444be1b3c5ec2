/**
 * Mean of the samples around each place of an even grid: those from half a step before it to half a step behind it.
 * What moves faster than the grid averages out instead of looking slow.
 * @param grid   places, length m, rising
 * @param width  step of the grid, same unit
 * @param x      positions of the samples, length n, rising where present, same unit
 * @param y      samples, length n; missing ones are passed over
 * @returns      length m, unit of y; missing where no sample lies around the place
 */
export function meansAround(grid: Float64Array, width: number, x: Float64Array, y: Float64Array): Float64Array {
  const sums = new Float64Array(grid.length);
  const counts = new Float64Array(grid.length);
  const start = (grid[0] ?? 0) - width / 2;
  for (let i = 0; i < x.length; i++) {
    const cell = Math.floor((x[i]! - start) / width);
    if (!(cell >= 0 && cell < grid.length) || y[i] !== y[i]) continue;
    sums[cell]! += y[i]!;
    counts[cell]! += 1;
  }
  return sums.map((sum, k) => (counts[k]! > 0 ? sum / counts[k]! : NaN));
}
