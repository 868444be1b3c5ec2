import { normalDistribution } from './distributions';
import { studentTDistribution } from './studentT';

export interface RunsTest {
  /** Stretches of one sign. */
  runs: number;
  expected: number;
  /** Probability of so few or fewer where signs are random. */
  p: number;
}

/**
 * Runs of equal sign, zeros left out; by the normal approximation, from 12 signs on.
 * @param residuals  in the order of x, or of time
 * @returns          undefined with fewer, or with one sign only
 * Source: A. Wald and J. Wolfowitz, Annals of Mathematical Statistics 11 (1940) 147-162.
 */
export function runsTest(residuals: Float64Array): RunsTest | undefined {
  const signs = residuals.filter((r) => r !== 0).map(Math.sign);
  const up = signs.filter((s) => s > 0).length;
  const down = signs.length - up;
  if (signs.length < 12 || up === 0 || down === 0) return undefined;
  const runs = 1 + signs.filter((s, i) => i > 0 && s !== signs[i - 1]).length;
  const expected = (2 * up * down) / signs.length + 1;
  const variance = ((expected - 1) * (expected - 2)) / (signs.length - 1);
  return { runs, expected, p: normalDistribution((runs - expected) / Math.sqrt(variance)) };
}

/**
 * Σ(rᵢ − rᵢ₋₁)²/Σrᵢ²: near 2 where neighbours know nothing of each other, near 0 where they are alike.
 * Source: J. Durbin and G. S. Watson, Biometrika 37 (1950) 409-428.
 */
export function durbinWatson(residuals: Float64Array): number {
  let [steps, squares] = [0, 0];
  for (let i = 0; i < residuals.length; i++) {
    squares += residuals[i]! ** 2;
    if (i > 0) steps += (residuals[i]! - residuals[i - 1]!) ** 2;
  }
  return steps / squares;
}

/** Probability of a mean so far from zero by chance: Student's t for one sample; NaN with fewer than two. */
export function zeroMeanTest(residuals: Float64Array): { mean: number; p: number } {
  const n = residuals.length;
  const mean = residuals.reduce((s, v) => s + v, 0) / n;
  const variance = residuals.reduce((s, v) => s + (v - mean) ** 2, 0) / (n - 1);
  return { mean, p: 2 * studentTDistribution(-Math.abs(mean) / Math.sqrt(variance / n), n - 1) };
}

/**
 * Anderson and Darling's test for a normal distribution of unknown mean and variance.
 * @param residuals  at least 8
 * @returns  its statistic and the probability of one so large where they are normal; undefined for too few or all equal
 * Source: R. B. D'Agostino and M. A. Stephens, Goodness-of-Fit Techniques (1986), section 4.8.5, tables 4.7 and 4.9
 * (constants from memory, held against a reference library).
 */
export function normalityTest(residuals: Float64Array): { statistic: number; p: number } | undefined {
  const n = residuals.length;
  if (n < 8) return undefined;
  const mean = residuals.reduce((s, v) => s + v, 0) / n;
  const deviation = Math.sqrt(residuals.reduce((s, v) => s + (v - mean) ** 2, 0) / (n - 1));
  if (!(deviation > 0)) return undefined;
  const z = Float64Array.from(residuals, (v) => (v - mean) / deviation).sort();
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const below = Math.max(normalDistribution(z[i]!), Number.MIN_VALUE);
    const above = Math.max(normalDistribution(-z[n - 1 - i]!), Number.MIN_VALUE);
    sum += (2 * i + 1) * (Math.log(below) + Math.log(above));
  }
  const statistic = -n - sum / n;
  const a = statistic * (1 + 0.75 / n + 2.25 / (n * n));
  const p =
    a >= 0.6
      ? Math.exp(1.2937 - 5.709 * a + 0.0186 * a * a)
      : a >= 0.34
        ? Math.exp(0.9177 - 4.279 * a - 1.38 * a * a)
        : a >= 0.2
          ? 1 - Math.exp(-8.318 + 42.796 * a - 59.938 * a * a)
          : 1 - Math.exp(-13.436 + 101.14 * a - 223.73 * a * a);
  return { statistic, p: Math.min(1, Math.max(0, p)) };
}
