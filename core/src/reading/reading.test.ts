/** Readings at the bench: when a value has come to rest, and how sure the mean of its samples is. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { meanOfReading, steadiness } from '.';

const limit = { within: 0.5, seconds: 2 };
/** Samples every half second, the last one now. */
const at = (values: readonly number[]) =>
  steadiness(
    values.map((_, i) => i / 2),
    values,
    limit,
  );

describe('a value is steady', () => {
  test('when all samples of the time keep to the limit', () =>
    expect(at([9, 10, 10.2, 10, 10.4, 10])).toMatchObject({ isSteady: true, progress: 1 }));
  test('not before the time is over', () => {
    expect(at([10, 10, 10])).toMatchObject({ isSteady: false, progress: 0.5 });
    expect(at([])).toEqual({ half: NaN, progress: 0, isSteady: false });
  });
  test('not by one sample alone, and by two that are further apart than the time is long', () => {
    expect(at([10]).isSteady).toBe(false);
    expect(steadiness([0, 5], [10, 10.2], limit)).toMatchObject({ isSteady: true, progress: 1 });
    expect(steadiness([0, 5], [10, 12], limit)).toMatchObject({ isSteady: false, progress: 0 });
    expect(steadiness([3], [10], { within: 1, seconds: 0 }).isSteady).toBe(true);
  });
  test('not with one sample beyond the limit, and the time begins anew after it', () => {
    expect(at([10, 10, 12, 10, 10, 10])).toMatchObject({ isSteady: false, progress: 0.5, half: 1 });
    expect(at([10, 10, 10, 10, 12])).toMatchObject({ isSteady: false, progress: 0 });
  });
  test('not while it creeps, though neighbours hardly differ', () =>
    expect(at([8, 8.4, 8.8, 9.2, 9.6, 10]).isSteady).toBe(false));
  test('not with a sample missing', () => expect(at([10, 10, NaN, 10, 10, 10]).isSteady).toBe(false));
  test('at the very limit', () => {
    expect(at([10, 11, 10, 11, 10]).isSteady).toBe(true);
    expect(at([10, 11.001, 10, 11, 10]).isSteady).toBe(false);
  });
});

describe('the mean of a reading', () => {
  test('has the scatter of its samples over the root of their number', () => {
    // GUM H.5.2.1: the standard deviation of a mean of independent values; worked here by hand: s = √2.5, n = 5.
    const { mean, uncertainty, scatter, doubt } = meanOfReading(Float64Array.of(3, 1, 5, 2, 4));
    expect(mean).toBe(3);
    expect(scatter).toBeCloseTo(Math.sqrt(2.5), 12);
    expect(uncertainty).toBeCloseTo(Math.sqrt(0.5), 12);
    expect(doubt).toBeUndefined();
  });
  test('has a 95 % interval that is wider the fewer samples there are', () => {
    // GUM table G.2: t of 95 % is 2.78 at 4 and 12.71 at 1 degree of freedom.
    const five = meanOfReading(Float64Array.of(3, 1, 5, 2, 4));
    expect(five.expanded / five.uncertainty).toBeCloseTo(2.78, 2);
    const two = meanOfReading(Float64Array.of(3, 4));
    expect(two.expanded / two.uncertainty).toBeCloseTo(12.71, 2);
    // The last digit of the meter is known well: the more it says of the ±, the nearer the factor is to 1.96.
    const still = meanOfReading(Float64Array.of(7, 7, 7), 0.1);
    expect(still.expanded / still.uncertainty).toBeCloseTo(1.96, 3);
    const both = meanOfReading(Float64Array.of(3, 4), 10);
    expect(both.expanded / both.uncertainty).toBeCloseTo(1.96, 2);
    expect(meanOfReading(Float64Array.of(7)).expanded).toBeNaN();
  });
  test('of one sample has no ±', () =>
    expect(meanOfReading(Float64Array.of(7))).toMatchObject({ mean: 7, uncertainty: NaN, doubt: 'oneSample' }));
  test('of samples that did not move has none either, but for the resolution of the meter', () => {
    expect(meanOfReading(Float64Array.of(7, 7, 7))).toMatchObject({ uncertainty: NaN, doubt: 'didNotMove' });
    // GUM F.2.2.1: a device with the resolution δ has a standard uncertainty of 0.29 δ.
    const { uncertainty, doubt } = meanOfReading(Float64Array.of(7, 7, 7), 0.1);
    expect(uncertainty).toBeCloseTo(0.029, 3);
    expect(doubt).toBeUndefined();
  });
  test('is less sure where neighbours know of each other', () => {
    const creeping = Float64Array.from({ length: 40 }, (_, i) => Math.sin(i / 6));
    const mixed = Float64Array.from(creeping, (_, i) => creeping[(i * 17) % 40]!);
    expect(meanOfReading(creeping).uncertainty).toBeGreaterThan(2 * meanOfReading(mixed).uncertainty);
  });
  test('is never surer than the resolution lets it be', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: 2, maxLength: 30 }),
        (values) => meanOfReading(Float64Array.from(values), 1).uncertainty >= 1 / Math.sqrt(12) - 1e-12,
      ),
    ));
});
