import type { CutPart } from './cut';

/** Values of the coordinates at a crossing of the cut. */
export interface SideCoordinates {
  /** The one that goes from one end of the section to the other: mostly that along the chord. */
  along(point: number): number;
  /** The one that grows from the lower to the upper side. */
  across(point: number): number;
}

/**
 * Divides the lines of one section at their lowest and highest places along a coordinate, and tells the upper from the
 * lower ones by comparing each with all others where they lie beside each other.
 * @param parts  of one section; closed ones become two lines that share both ends
 * @returns      lines that all begin at their lowest place; without a side where no other one lies beside it
 * Source: common practice with sections of wings and vanes, no source.
 */
export function sidesOf(parts: readonly CutPart[], at: SideCoordinates): CutPart[] {
  const lines = parts.flatMap((part) =>
    dividedAtEnds(part, at.along).map((points) => ({ zone: part.zone, isClosed: false, points })),
  );
  const courses = lines.map(({ points }) => ({
    x: Float64Array.from(points, at.along),
    y: Float64Array.from(points, at.across),
  }));
  return lines.map((line, k) => {
    const balance = courses.reduce((sum, other, i) => (i === k ? sum : sum + Math.sign(above(courses[k]!, other))), 0);
    return { ...line, side: balance > 0 ? 'upper' : balance < 0 ? 'lower' : undefined };
  });
}

/** The points of a part as lines that begin at the lowest place. */
function dividedAtEnds({ points, isClosed }: CutPart, along: SideCoordinates['along']): Uint32Array[] {
  // A closed line names its first point again at its end.
  const round = isClosed ? [...points].slice(0, -1) : [...points];
  let [lowest, highest] = [0, 0];
  round.forEach((point, k) => {
    if (along(point) < along(round[lowest]!)) lowest = k;
    if (along(point) > along(round[highest]!)) highest = k;
  });
  if (lowest === highest) return [points];
  const pieces = isClosed
    ? [between(round, lowest, highest), between(round, highest, lowest)]
    : piecesAt(round, Math.min(lowest, highest), Math.max(lowest, highest));
  return pieces.map((piece) =>
    Uint32Array.from(along(piece[0]!) <= along(piece.at(-1)!) ? piece : [...piece].reverse()),
  );
}

/** From one place of a closed line on to another, both included. */
const between = (round: readonly number[], from: number, to: number): number[] =>
  from < to ? round.slice(from, to + 1) : [...round.slice(from), ...round.slice(0, to + 1)];

const piecesAt = (line: readonly number[], first: number, second: number): number[][] =>
  [line.slice(0, first + 1), line.slice(first, second + 1), line.slice(second)].filter((piece) => piece.length > 1);

interface Course {
  x: Float64Array;
  y: Float64Array;
}

/** How far a line lies above another one, in the mean of the places that both have; 0 where they have none. */
function above(one: Course, other: Course): number {
  let [sum, count] = [0, 0];
  const take = (of: Course, against: Course, sign: 1 | -1): void =>
    of.x.forEach((x, k) => {
      const y = readAt(against, x);
      if (Number.isNaN(y)) return;
      sum += sign * (of.y[k]! - y);
      count++;
    });
  take(one, other, 1);
  take(other, one, -1);
  return count === 0 ? 0 : sum / count;
}

/** A line read at a place of the coordinate along; NaN outside of it. Of several the first. */
function readAt({ x, y }: Course, at: number): number {
  for (let k = 1; k < x.length; k++) {
    const [a, b] = [x[k - 1]!, x[k]!];
    if ((a - at) * (b - at) > 0) continue;
    return a === b ? y[k]! : y[k - 1]! + ((at - a) / (b - a)) * (y[k]! - y[k - 1]!);
  }
  return NaN;
}
