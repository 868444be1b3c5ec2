import { alongCut, type Cut } from './cut';
import type { Coordinates, Three } from './Mesh';
import { areaOf, cross, dot, lieOnEachOther, linesOf, normalOf, roundsOf } from './rounds';
import { Sums, type Sum } from './Sums';

export interface LineIntegrals {
  /** Of each zone by its code. */
  ofZones: Map<number, Sum>;
  whole: Sum;
  /**
   * Enclosed by all lines, holes taken off; undefined where a line is open or two lie on each other, and then there is no
   * force either.
   */
  enclosed: number | undefined;
  /** Lines of two zones lie on each other: the whole counts them twice. */
  isDoubled: boolean;
}

export interface LineChoice {
  /** Of the nodes. */
  columns: readonly Float64Array[];
  /** Number of the column that pushes; undefined: none does. */
  pressure?: number | undefined;
  reference?: number;
}

/**
 * Sums along a flat cut through a surface, over which columns go straight from point to point. Lines of several zones that
 * meet at their ends are one round; of rounds, outward is where the area is not.
 * The force is that on a slice of thickness one.
 * @param at  x, y, z of the nodes, each of length n
 * Source: the mean of both ends is exact along a straight piece for what goes straight; common practice, no source.
 */
export function integrateLines(
  cut: Cut,
  at: Coordinates,
  { columns, pressure, reference = 0 }: LineChoice,
): LineIntegrals {
  const place = at.map((column) => alongCut(cut, column)) as unknown as Coordinates;
  const along = columns.map((column) => alongCut(cut, column));
  const lines = linesOf(cut);
  const isDoubled = lieOnEachOther(lines, place);
  const rounds = isDoubled ? undefined : roundsOf(lines, place);
  const normal = rounds && normalOf(rounds, place);
  // Backwards where the round that a line belongs to runs against it.
  const parts = rounds?.flatMap((round) => round.lines) ?? [];
  const reversed = new Set(parts.filter((part) => part.isReversed).map((part) => part.line));
  const sums = new Map<number, Sums>();
  for (const line of lines) {
    const { zone, from, to } = line;
    const sum = sums.get(zone) ?? new Sums(columns.length);
    sums.set(zone, sum);
    const way = reversed.has(line) ? -1 : 1;
    for (let k = from + 1; k < to; k++) {
      const step = place.map((column) => way * (column[k]! - column[k - 1]!)) as Three;
      const means = along.map((column) => (column[k]! + column[k - 1]!) / 2);
      const push = pressure === undefined || !normal ? 0 : means[pressure]! - reference;
      sum.add(Math.hypot(...step), means, normal ? (cross(step, normal).map((n) => -push * n) as Three) : [0, 0, 0]);
    }
  }
  const whole = new Sums(columns.length);
  for (const sum of sums.values()) whole.addAll(sum);
  const ofZones = new Map([...sums].sort(([a], [b]) => a - b).map(([zone, sum]) => [zone, sum.result()]));
  const enclosed =
    rounds && normal ? rounds.reduce((sum, round) => sum + dot(areaOf(round, place), normal), 0) : undefined;
  return { ofZones, whole: whole.result(), enclosed, isDoubled };
}
