/** Cycles whose range lies between two values. */
export interface CycleClass {
  from: number;
  to: number;
  /** Half cycles count one half. */
  count: number;
  /** Mean of the means of its cycles, unit of y. */
  mean: number;
}

export interface CycleCount {
  /** Half cycles count one half. */
  total: number;
  largest: number;
  /** Rising, of one width, from zero to the largest. */
  classes: CycleClass[];
  /** Ranges below the least that was asked for, not counted above. */
  below: number;
}

interface Cycle {
  range: number;
  mean: number;
  count: 0.5 | 1;
}

/**
 * Cycles of a load history by the rainflow method.
 * @param y        samples, finite; what joins several stretches is up to the caller
 * @param classes  number of classes of range
 * @param least    smallest range that counts, unit of y
 * Source: ASTM E1049-85, section 5.4.4: three points are compared, a range that holds the start counts one half, and what is
 * left at the end counts one half each; from memory.
 */
export function countCycles(y: Float64Array, classes: number, least = 0): CycleCount {
  const cycles = cyclesOf(turningPoints(y));
  const counted = cycles.filter((c) => c.range > 0 && c.range >= least);
  const largest = counted.reduce((most, c) => Math.max(most, c.range), 0);
  const width = largest / classes;
  const sums = Array.from({ length: largest > 0 ? classes : 0 }, (_, i) => ({
    from: i * width,
    to: (i + 1) * width,
    count: 0,
    mean: 0,
  }));
  for (const { range, mean, count } of counted) {
    const own = sums[Math.min(classes - 1, Math.floor(range / width))]!;
    own.count += count;
    own.mean += count * mean;
  }
  const sum = (of: readonly Cycle[]) => of.reduce((s, c) => s + c.count, 0);
  return {
    total: sum(counted),
    largest,
    classes: sums.map((c) => ({ ...c, mean: c.count > 0 ? c.mean / c.count : NaN })),
    below: sum(cycles.filter((c) => c.range > 0)) - sum(counted),
  };
}

/** How many cycles are at least so large, from the largest down: the corners of its staircase. */
export function cyclesAtLeast(classes: readonly CycleClass[]): { counts: number[]; ranges: number[] } {
  const [counts, ranges]: [number[], number[]] = [[], []];
  let sum = 0;
  for (const { from, to, count } of [...classes].reverse()) {
    if (count === 0) continue;
    sum += count;
    counts.push(sum, sum);
    ranges.push(to, from);
  }
  return { counts, ranges };
}

/** Where a signal turns round, with its ends; of equal neighbours one. */
function turningPoints(y: Float64Array): number[] {
  const points: number[] = [];
  for (const v of y) {
    const [before, last] = [points.at(-2), points.at(-1)];
    if (last === v) continue;
    if (before !== undefined && last !== undefined && last > before === v > last) points[points.length - 1] = v;
    else points.push(v);
  }
  return points;
}

function cyclesOf(points: readonly number[]): Cycle[] {
  const open: number[] = [];
  const found: Cycle[] = [];
  const add = (a: number, b: number, count: 0.5 | 1) =>
    found.push({ range: Math.abs(a - b), mean: (a + b) / 2, count });
  for (const point of points) {
    open.push(point);
    while (open.length >= 3) {
      const [a, b, c] = open.slice(-3) as [number, number, number];
      if (Math.abs(c - b) < Math.abs(b - a)) break;
      if (open.length === 3) {
        add(a, b, 0.5);
        open.shift();
      } else {
        add(a, b, 1);
        open.splice(-3, 2);
      }
    }
  }
  for (let i = 1; i < open.length; i++) add(open[i - 1]!, open[i]!, 0.5);
  return found;
}
