/** Exponents of length, mass, time, current, temperature, amount, luminous intensity (SI Brochure, 9th ed., 2.3.3). */
export type Dimension = readonly [number, number, number, number, number, number, number];

export const dimensionless: Dimension = [0, 0, 0, 0, 0, 0, 0];
export const temperature: Dimension = [0, 0, 0, 0, 1, 0, 0];

const combine = (a: Dimension, b: Dimension, sign: 1 | -1): Dimension =>
  a.map((e, i) => e + sign * b[i]!) as unknown as Dimension;

export const multiplyDimensions = (a: Dimension, b: Dimension): Dimension => combine(a, b, 1);
export const divideDimensions = (a: Dimension, b: Dimension): Dimension => combine(a, b, -1);
export const raiseDimension = (a: Dimension, power: number): Dimension =>
  a.map((e) => e * power) as unknown as Dimension;

/** Equal up to rounding of fractional powers such as (1/3)·3. */
export const sameDimension = (a: Dimension, b: Dimension): boolean => a.every((e, i) => Math.abs(e - b[i]!) < 1e-9);
export const isDimensionless = (a: Dimension): boolean => sameDimension(a, dimensionless);
