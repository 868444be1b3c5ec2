import type { Cut } from './cut';
import type { Coordinates, Three } from './Mesh';

/** Where the points of a part stand in the columns of a cut. */
export interface Line {
  zone: number;
  from: number;
  to: number;
}

export function linesOf({ parts }: Cut): Line[] {
  let at = 0;
  return parts.map(({ zone, points }) => {
    const from = at;
    at += points.length;
    return { zone, from, to: at };
  });
}

/** Lines that come back to where they began, one after another. */
export interface Round {
  lines: { line: Line; isReversed: boolean }[];
}

/** Ends that lie closer together than this share of the whole cut are one place. */
const SAME_PLACE = 1e-9;

/** @returns undefined where lines are left that do not close */
export function roundsOf(lines: readonly Line[], place: Coordinates): Round[] | undefined {
  const span = spanOf(place);
  const isSame = (a: number, b: number): boolean =>
    Math.hypot(...place.map((column) => column[a]! - column[b]!)) <= SAME_PLACE * span;
  const left = [...lines];
  const rounds: Round[] = [];
  while (left.length > 0) {
    const first = left.shift()!;
    const round: Round = { lines: [{ line: first, isReversed: false }] };
    let end = first.to - 1;
    while (!isSame(end, first.from)) {
      const next = left.findIndex((l) => isSame(l.from, end) || isSame(l.to - 1, end));
      if (next < 0) return undefined;
      const [line] = left.splice(next, 1);
      const isReversed = !isSame(line!.from, end);
      round.lines.push({ line: line!, isReversed });
      end = isReversed ? line!.from : line!.to - 1;
    }
    rounds.push(round);
  }
  return rounds;
}

const spanOf = (place: Coordinates): number =>
  Math.max(...place.map((column) => column.reduce((most, v) => Math.max(most, Math.abs(v)), 0)));

/** Whether a piece of a line lies where another one does: of solids and of a boundary of theirs. */
export function lieOnEachOther(lines: readonly Line[], place: Coordinates): boolean {
  const apart = SAME_PLACE * spanOf(place);
  const seen = new Set<string>();
  for (const { from, to } of lines)
    for (let k = from + 1; k < to; k++) {
      const middle = place.map((column) => Math.round((column[k]! + column[k - 1]!) / 2 / (apart || 1)));
      const key = middle.join(' ');
      if (seen.has(key)) return true;
      seen.add(key);
    }
  return false;
}

/** What a round encloses, as a vector across it. */
export function areaOf({ lines }: Round, place: Coordinates): Three {
  const origin = lines[0]!.line.from;
  const seen = (k: number): Three => place.map((column) => column[k]! - column[origin]!) as Three;
  const sum: Three = [0, 0, 0];
  for (const { line, isReversed } of lines)
    for (let k = line.from + 1; k < line.to; k++) {
      const [a, b] = isReversed ? [seen(k), seen(k - 1)] : [seen(k - 1), seen(k)];
      cross(a, b).forEach((v, axis) => (sum[axis]! += v / 2));
    }
  return sum;
}

/**
 * Turns each round so that its area looks the same way, but one that lies within another, which is a hole.
 * @returns the direction across all of them; undefined where nothing is enclosed
 */
export function normalOf(rounds: Round[], place: Coordinates): Three | undefined {
  const areas = rounds.map((round) => areaOf(round, place));
  const largest = areas.reduce((best, area) => (Math.hypot(...area) > Math.hypot(...best) ? area : best));
  const size = Math.hypot(...largest);
  if (!(size > 0)) return undefined;
  const normal = largest.map((v) => v / size) as Three;
  rounds.forEach((round, k) => {
    const depth = rounds.filter((other) => other !== round && isWithin(round, other, normal, place)).length;
    const wanted = depth % 2 === 0 ? 1 : -1;
    if (Math.sign(dot(areas[k]!, normal)) !== wanted)
      for (const part of round.lines) part.isReversed = !part.isReversed;
    if (Math.sign(dot(areas[k]!, normal)) !== wanted) round.lines.reverse();
  });
  return normal;
}

/** Whether the first point of a round lies within another one: by how often a ray from it crosses that. */
function isWithin(round: Round, other: Round, normal: Three, place: Coordinates): boolean {
  const u = unit(cross(normal, Math.abs(normal[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0]));
  const v = cross(normal, u);
  const flat = (k: number): [number, number] => {
    const p = place.map((column) => column[k]!) as Three;
    return [dot(p, u), dot(p, v)];
  };
  const [px, py] = flat(round.lines[0]!.line.from);
  let isInside = false;
  for (const { line } of other.lines)
    for (let k = line.from + 1; k < line.to; k++) {
      const [[ax, ay], [bx, by]] = [flat(k - 1), flat(k)];
      if (ay > py !== by > py && px < ax + ((py - ay) / (by - ay)) * (bx - ax)) isInside = !isInside;
    }
  return isInside;
}

export const cross = (a: Three, b: Three): Three => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const dot = (a: Three, b: Three): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const unit = (a: Three): Three => a.map((v) => v / Math.hypot(...a)) as Three;
