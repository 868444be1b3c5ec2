/**
 * Where a function changes its sign between two places, to the last bits of a double. A jump across zero is
 * found like a root.
 * @param f         of opposite signs at the places, or zero at one of them
 * @param low,high  in any order
 * Source: R. P. Brent, Algorithms for Minimization without Derivatives (1973), chapter 4: inverse quadratic
 * interpolation as long as it closes in, else halving.
 */
export function rootBetween(f: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high];
  let [fa, fb] = [f(a), f(b)];
  // b is the best place so far, c the last one on the other side of zero.
  let [c, fc] = [a, fa];
  let [step, stepBefore] = [b - a, b - a];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    if (fb > 0 === fc > 0) [c, fc, step, stepBefore] = [a, fa, b - a, b - a];
    if (Math.abs(fc) < Math.abs(fb)) [a, b, c, fa, fb, fc] = [b, c, b, fb, fc, fb];
    const tolerance = 2 * Number.EPSILON * Math.abs(b) + Number.MIN_VALUE;
    const half = (c - b) / 2;
    if (Math.abs(half) <= tolerance || fb === 0) return b;
    const proposed = Math.abs(fa) > Math.abs(fb) ? interpolated(a, b, c, fa, fb, fc) : NaN;
    const isGood =
      Math.abs(proposed) < Math.min(Math.abs(stepBefore) / 2, 0.75 * Math.abs(c - b)) && proposed > 0 === half > 0;
    [stepBefore, step] = isGood ? [step, proposed] : [half, half];
    [a, fa] = [b, fb];
    b += Math.abs(step) > tolerance ? step : Math.sign(half) * tolerance;
    fb = f(b);
  }
  return b;
}

/** More than halving alone would need between any two doubles of ordinary size. */
const MOST_ROUNDS = 200;

/** The step from b to where the parabola through three places, or the line through two, says zero. */
function interpolated(a: number, b: number, c: number, fa: number, fb: number, fc: number): number {
  const s = fb / fa;
  if (a === c) return ((c - b) * s) / (s - 1) || 0;
  const [q, r] = [fa / fc, fb / fc];
  const p = s * ((c - b) * q * (q - r) - (b - a) * (r - 1));
  return -p / ((q - 1) * (r - 1) * (s - 1));
}
