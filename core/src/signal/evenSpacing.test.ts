import { describe, expect, test } from '@jest/globals';
import { bridged, usualSpacing } from './evenSpacing';

const f64 = (...values: number[]) => Float64Array.from(values);

describe('a stretch on an even clock', () => {
  test('with nothing missing is as it is', () => {
    const y = f64(1, 2, 4);
    expect(bridged(y, f64(0, 0.5, 1))).toEqual({ y, spacing: 0.5, places: undefined });
  });
  test('with samples missing has straight lines over them, and knows the places of its own', () => {
    const found = bridged(f64(1, 2, 5, 6), f64(0, 1, 4, 5))!;
    expect([...found.y]).toEqual([1, 2, 3, 4, 5, 6]);
    expect([...found.places!]).toEqual([0, 1, 4, 5]);
    expect(found.spacing).toBe(1);
  });
  test('whose spacing drifts has the mean of it', () => {
    const x = f64(0, 1, 3.004, 4.004);
    expect(bridged(f64(1, 1, 1, 1), x)!.spacing).toBeCloseTo(4.004 / 4, 12);
  });
  test('that is uneven by itself is none', () => {
    expect(bridged(f64(1, 2, 3, 4), f64(0, 1, 1.5, 2.5))).toBeUndefined();
    expect(bridged(f64(1, 2, 3, 4), f64(0, 1, 1.2, 5))).toBeUndefined();
  });
  test('of one sample has no spacing to know', () => expect(bridged(f64(3), f64(7))!.spacing).toBeNaN());
});

test('the usual spacing is the middle of the steps', () => {
  expect(usualSpacing(f64(0, 1, 2, 9, 10))).toBe(1);
  expect(usualSpacing(Float64Array.from({ length: 20_000 }, (_, i) => i / 4))).toBe(0.25);
});
