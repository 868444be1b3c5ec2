/**
 * Exponents of length, mass, time, current, temperature, amount, luminous intensity (SI Brochure, 9th ed., 2.3.3),
 * and of the plane angle, which the SI counts as a plain number and which is kept apart here so that a revolution is
 * not taken for a radian, nor a turn for a count.
 */
export type Dimension = readonly [number, number, number, number, number, number, number, number];

export const dimensionless: Dimension = [0, 0, 0, 0, 0, 0, 0, 0];
export const temperature: Dimension = [0, 0, 0, 0, 1, 0, 0, 0];
export const pressure: Dimension = [-1, 1, -2, 0, 0, 0, 0, 0];
export const planeAngle: Dimension = [0, 0, 0, 0, 0, 0, 0, 1];
const energy: Dimension = [2, 1, -2, 0, 0, 0, 0, 0];
const power: Dimension = [2, 1, -3, 0, 0, 0, 0, 0];
const perTime: Dimension = [0, 0, -1, 0, 0, 0, 0, 0];

const ANGLE = 7;

const combine = (a: Dimension, b: Dimension, sign: 1 | -1): Dimension =>
  a.map((e, i) => e + sign * b[i]!) as unknown as Dimension;

export const multiplyDimensions = (a: Dimension, b: Dimension): Dimension => combine(a, b, 1);
export const divideDimensions = (a: Dimension, b: Dimension): Dimension => combine(a, b, -1);
export const raiseDimension = (a: Dimension, power: number): Dimension =>
  a.map((e) => e * power) as unknown as Dimension;

/** Equal up to rounding of fractional powers such as (1/3)·3. */
const isSame = (a: number, b: number): boolean => Math.abs(a - b) < 1e-9;

/** Alike but for the angle: what the SI calls the same dimension. */
export const sameButForAngle = (a: Dimension, b: Dimension): boolean =>
  a.every((e, i) => i === ANGLE || isSame(e, b[i]!));

/**
 * Whether two quantities can be added, compared and converted. The angle counts, but for energies and torques and what
 * follows from them: a torque is an energy per radian, and the SI writes both N·m.
 */
export const sameDimension = (a: Dimension, b: Dimension): boolean =>
  sameButForAngle(a, b) && (isSame(a[ANGLE], b[ANGLE]) || isOfEnergy(a));

/** Length squared times mass, by whatever time: energy, torque, power, stiffness, moment of inertia. */
const isOfEnergy = ([length, mass]: Dimension): boolean => isSame(length, 2) && isSame(mass, 1);

/** A product as the SI has it: a torque times an angle is an energy, times a speed of rotation a power. */
export const withoutAngleOfEnergy = (a: Dimension): Dimension =>
  sameButForAngle(a, energy) || sameButForAngle(a, power)
    ? (a.map((e, i) => (i === ANGLE ? 0 : e)) as unknown as Dimension)
    : a;

export const isDimensionless = (a: Dimension): boolean => sameDimension(a, dimensionless);
export const isAngle = (a: Dimension): boolean => sameDimension(a, planeAngle);
export const isEnergy = (a: Dimension): boolean => sameDimension(a, energy);
export const isPerTime = (a: Dimension): boolean => sameDimension(a, perTime);
export const isTemperature = (a: Dimension): boolean => sameDimension(a, temperature);
export const isPressure = (a: Dimension): boolean => sameDimension(a, pressure);
