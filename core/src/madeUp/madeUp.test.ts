import { describe, expect, test } from '@jest/globals';
import { calledMadeUp, distributions, drawNoise, madeUpInWords, makeUp, type MadeUpRecipe, type Noise } from '.';

const none = { percent: 0, by: 0 };
const noise = (over: Partial<Noise> = {}): Noise => ({
  ...{ distribution: 'normal', size: 1, growth: 'absolute', seed: 7, outliers: none },
  ...over,
});
const recipe = (over: Partial<MadeUpRecipe> = {}): MadeUpRecipe => ({
  x: { symbol: 't', name: 'Time', unit: 's', at: { from: 0, to: 10, count: 6 } },
  y: { symbol: 'n', name: 'Speed', unit: 'rpm', formula: '2900 [rpm] - 10 [rpm/s] * t' },
  noise: noise({ size: 0 }),
  ...over,
});
const N = 20_000;
const errors = (over: Partial<Noise>, exact = new Float64Array(N).fill(50)): Float64Array =>
  drawNoise(exact, noise(over)).map((y, i) => y - exact[i]!);
const deviation = (v: Float64Array): number => Math.sqrt(v.reduce((sum, x) => sum + x * x, 0) / v.length);

/** Abramowitz and Stegun, 7.1.26: the error function to 1.5e-7. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const series = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return Math.sign(x) * (1 - series * Math.exp(-x * x));
}
/** Distribution functions of mean 0 and standard deviation 1, as handbooks give them. */
const laws = {
  normal: (x: number) => (1 + erf(x / Math.SQRT2)) / 2,
  rectangular: (x: number) => Math.min(1, Math.max(0, (x / Math.sqrt(3) + 1) / 2)),
  doubleExponential: (x: number) => (x < 0 ? Math.exp(Math.SQRT2 * x) / 2 : 1 - Math.exp(-Math.SQRT2 * x) / 2),
};
/** The largest distance of the drawn distribution from a law: Kolmogorov's statistic. */
function distance(values: Float64Array, law: (x: number) => number): number {
  const sorted = Float64Array.from(values).sort();
  return sorted.reduce((most, x, i) => Math.max(most, (i + 1) / N - law(x), law(x) - i / N), 0);
}

describe('errors that are laid on', () => {
  // 1.63/√n is passed by chance in 1 % of cases (N. Smirnov, Ann. Math. Statist. 19 (1948) 279, table); the seed is fixed.
  test.each(distributions)('are %s, and of no other law', (distribution) => {
    const drawn = errors({ distribution, size: 1 });
    for (const other of distributions)
      expect(distance(drawn, laws[other]) < 1.63 / Math.sqrt(N)).toBe(other === distribution);
  });
  test.each(distributions)('%s: the size is the standard deviation', (distribution) =>
    // The standard deviation of N draws is within 4 of its own standard errors, for the widest of the three laws.
    expect(Math.abs(deviation(errors({ distribution, size: 2.5 })) / 2.5 - 1)).toBeLessThan(4 * Math.sqrt(5 / (4 * N))),
  );
  test('relative ones are a share of each value', () => {
    const exact = Float64Array.from({ length: N }, (_, i) => (i % 2 === 0 ? 10 : -1000));
    const drawn = errors({ growth: 'relative', size: 3 }, exact);
    expect(deviation(drawn.filter((_, i) => i % 2 === 0))).toBeCloseTo(0.3, 2);
    expect(deviation(drawn.filter((_, i) => i % 2 === 1)) / 30).toBeCloseTo(1, 1);
  });
  test('growing ones begin with none and end at their size', () => {
    const drawn = errors({ growth: 'growing', size: 4 });
    expect(Math.abs(drawn[0]!)).toBe(0);
    expect(deviation(drawn.subarray(0, N / 10))).toBeLessThan(0.1 * 4);
    expect(deviation(drawn.subarray(0.9 * N)) / (0.95 * 4)).toBeCloseTo(1, 1);
  });
  test('outliers are so many, so far off, and leave the others where they are', () => {
    const [plain, with5] = [errors({}), errors({ outliers: { percent: 5, by: 100 } })];
    const off = with5.map((e, i) => e - plain[i]!).filter((e) => e !== 0);
    expect(off.length / N).toBeCloseTo(0.05, 2);
    expect(off.every((e) => Math.abs(Math.abs(e) - 100) < 1e-9)).toBe(true);
    expect(new Set(off.map(Math.sign)).size).toBe(2);
  });
  test('come back with the seed, and differ with another; missing stays missing', () => {
    expect(errors({ seed: 3 })).toEqual(errors({ seed: 3 }));
    expect(errors({ seed: 4 })).not.toEqual(errors({ seed: 3 }));
    expect(drawNoise(Float64Array.of(NaN), noise())).toEqual(Float64Array.of(NaN));
  });
});

describe('a run that is made up', () => {
  test('holds x, y and y without errors, in the units that were asked for', () => {
    const [t, n, exact] = makeUp(recipe({ noise: noise({ size: 5 }) }));
    expect([...t!.values]).toEqual([0, 2, 4, 6, 8, 10]);
    expect([...exact!.values].map(Math.round)).toEqual([2900, 2880, 2860, 2840, 2820, 2800]);
    expect([t, n, exact].map((c) => [c!.symbol, c!.unit])).toEqual([
      ['t', 's'],
      ['n', 'rpm'],
      ['n_exact', 'rpm'],
    ]);
    expect(n!.values.some((v, i) => v !== exact!.values[i])).toBe(true);
  });
  test('at typed x, without errors, y is exact', () => {
    const [t, n, exact] = makeUp(recipe({ x: { symbol: 't', name: 'Time', unit: 's', at: [1, 0.5, 7] } }));
    expect([...t!.values]).toEqual([1, 0.5, 7]);
    expect(n!.values).toEqual(exact!.values);
  });
  const y = recipe().y;
  test.each([
    [{ y: { ...y, formula: 'sqrt(0 - 1 - t / 1 [s])', unit: '' } }, 'MADE_UP_EMPTY'],
    [{ y: { ...y, formula: 'q * 2' } }, 'SYMBOL_UNKNOWN'],
    [{ y: { ...y, unit: 'kPa' } }, 'RESULT_UNIT'],
    [{ x: { ...recipe().x, at: { from: 3, to: 3, count: 5 } } }, 'MADE_UP_RANGE'],
  ])('%j is refused: %s', (over, code) =>
    expect(() => makeUp(recipe(over))).toThrow(expect.objectContaining({ code }) as never),
  );
  test('is told with all that it was made from', () => {
    expect(madeUpInWords(recipe({ noise: noise({ size: 5, seed: 9 }) }))).toBe(
      'Made up, no measurement: n = 2900 [rpm] - 10 [rpm/s] * t at 6 places of t from 0 to 10 s; normal errors with a standard deviation of 5 rpm, seed 9.',
    );
    const grown = noise({ distribution: 'rectangular', growth: 'growing', outliers: { percent: 2, by: 40 } });
    expect(madeUpInWords(recipe({ x: { ...recipe().x, at: [1, 2] }, noise: grown }))).toMatch(
      /at 2 typed places of t; rectangular errors with a standard deviation that grows from none at the first to 1 rpm at the last, seed 7; about 2 % of the samples off by 40 rpm\.$/,
    );
    expect(madeUpInWords(recipe())).toMatch(/; no errors\.$/);
    expect(madeUpInWords(recipe({ noise: noise({ growth: 'relative', size: 3 }) }))).toContain('of 3 % of each value');
  });
  test.each([
    ['Decay', 'Decay (made up)'],
    [' Decay (made up) ', 'Decay (made up)'],
  ])('%j is called %j', (name, called) => expect(calledMadeUp(name)).toBe(called));
});
