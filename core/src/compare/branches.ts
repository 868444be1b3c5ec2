import { studentTQuantile } from '../model';
import { directionsOf, DOWN, UP } from '../signal';
import { candidateThrough, type Curve } from './difference';

/** How the way up and the way down of a loop differ. */
export interface Branches {
  /** Up less down, on average over the x that both have. */
  difference: number;
  /** Half width of its 99 % interval, from how the difference scatters along x. */
  half: number;
  up: number;
  down: number;
}

const LEAST_POINTS = 5;
const PLACES = 12;
/** Turns by less than this share of the range are noise. */
const DEAD_BAND = 0.05;
/** Ways that have less of the range in common are no loop. */
const LEAST_OVERLAP = 0.25;

/**
 * Whether a run's points, taken as one curve, mix two ways that differ (hysteresis).
 * @param points  in the order of the run
 * @returns       undefined where there is one way, or both agree within what their scatter and their spacing can tell
 */
export function branchesOf({ x, y }: Curve): Branches | undefined {
  const range = rangeOf(x);
  const directions = directionsOf(x, DEAD_BAND * (range[1] - range[0]));
  const way = (direction: number): Curve => {
    const own = Array.from(x.keys()).filter(
      (i) => directions[i] === direction && Number.isFinite(x[i]!) && Number.isFinite(y[i]!),
    );
    return { x: Float64Array.from(own, (i) => x[i]!), y: Float64Array.from(own, (i) => y[i]!) };
  };
  const [up, down] = [way(UP), way(DOWN)];
  if (Math.min(up.x.length, down.x.length) < LEAST_POINTS) return undefined;
  const [ofUp, ofDown] = [rangeOf(up.x), rangeOf(down.x)];
  const [from, to] = [Math.max(ofUp[0], ofDown[0]), Math.min(ofUp[1], ofDown[1])];
  if (!(to - from >= LEAST_OVERLAP * (range[1] - range[0])) || !(to > from)) return undefined;
  const at = Float64Array.from({ length: PLACES }, (_, k) => from + ((to - from) * (k + 0.5)) / PLACES);
  const [above, below] = [up, down].map((way) => candidateThrough(way, 'linear', 'way').at(at)) as [
    Float64Array,
    Float64Array,
  ];
  const off = at.map((_, k) => above[k]! - below[k]!);
  const mean = off.reduce((a, b) => a + b, 0) / PLACES;
  const scatter = Math.sqrt(off.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (PLACES - 1));
  const half = (studentTQuantile(0.995, PLACES - 1) * scatter) / Math.sqrt(PLACES);
  // Lines across a bend lie beside it, the more the fewer points there are: that is no loop.
  const beside = bendBeside(up, above, at) + bendBeside(down, below, at);
  return Math.abs(mean) > half + beside ? { difference: mean, half, up: up.x.length, down: down.x.length } : undefined;
}

/** How far straight lines between points lie beside a smooth curve through them, on average. */
function bendBeside(way: Curve, onLines: Float64Array, at: Float64Array): number {
  const smooth = candidateThrough(way, 'monotone', 'way').at(at);
  return Math.abs(smooth.reduce((sum, v, k) => sum + v - onLines[k]!, 0)) / at.length;
}

function rangeOf(values: Float64Array): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) if (v === v) [low, high] = [Math.min(low, v), Math.max(high, v)];
  return [low, high];
}
