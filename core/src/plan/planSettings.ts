import { AppError } from '../error/AppError';
import { Random } from '../number/Random';

/** Settings of a rig, to be gone through one after the other. */
export interface Plan {
  from: number;
  to: number;
  /** Equal steps between them; 0: only the first. */
  steps: number;
  /** Forth to the end and back again, so that a hysteresis shows; the end is set once. */
  thereAndBack: boolean;
  /** The whole way so many times. */
  repeats: number;
  /** In random order, so that a drift does not look like a slope; the same for the same seed. */
  isRandom: boolean;
  seed: number;
}

const MOST_SETTINGS = 5000;

/**
 * The settings of a plan in the order in which they are set.
 * @throws {AppError} PLAN_TOO_LONG
 * Source of the order: R. A. Fisher and F. Yates, Statistical Tables (1938), example 12, in R. Durstenfeld's form
 * (CACM 7 (1964) 420, algorithm 235).
 */
export function planSettings({ from, to, steps, thereAndBack, repeats, isRandom, seed }: Plan): number[] {
  const count = Math.max(0, Math.floor(steps));
  const forth = Array.from({ length: count + 1 }, (_, k) =>
    k === count && count > 0 ? to : from + ((to - from) * k) / (count || 1),
  );
  // Steps such as 0.1 are no sums of halves: what a dial shows has no sixteen digits.
  const once = (thereAndBack ? [...forth, ...forth.slice(0, -1).reverse()] : forth).map((v) =>
    Number(v.toPrecision(12)),
  );
  const times = Math.max(1, Math.floor(repeats));
  if (once.length * times > MOST_SETTINGS)
    throw new AppError('PLAN_TOO_LONG', { have: once.length * times, most: MOST_SETTINGS });
  const all = Array.from({ length: times }, () => once).flat();
  if (!isRandom) return all;
  const random = new Random(seed);
  for (let i = all.length - 1; i > 0; i--) {
    const k = Math.floor(random.uniform() * (i + 1));
    [all[i], all[k]] = [all[k]!, all[i]!];
  }
  return all;
}
