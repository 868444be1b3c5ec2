/** Specific gas constant of water in kJ/(kg K). Source: IAPWS R7-97(2012), equation 1. */
const R = 0.461526;

/** Exponents and coefficient of a term n·a^i·b^j. */
export type Term = readonly [i: number, j: number, n: number];

/** The dimensionless free enthalpy γ(π, τ) of a region and its derivatives. */
export interface FreeEnthalpy {
  g: number;
  p: number;
  pp: number;
  t: number;
  tt: number;
  pt: number;
}

export interface WaterState {
  /** m³/kg, kJ/kg, kJ/(kg K), kJ/(kg K), m/s. */
  volume: number;
  enthalpy: number;
  entropy: number;
  heatCapacity: number;
  soundSpeed: number;
  /** At constant volume, kJ/(kg K). */
  isochoricHeatCapacity: number;
  /** (∂ρ/∂p) at constant temperature, kg/m³ per MPa. */
  densityByPressure: number;
  /** (∂v/∂T)/v at constant pressure, 1/K. */
  expansion: number;
}

/**
 * What follows from the free enthalpy.
 * @param temperature  K
 * @param pressure     MPa
 * Source: IAPWS R7-97(2012), table 3; the same relations hold in regions 1, 2 and 5.
 */
export function stateOf(
  gamma: FreeEnthalpy,
  pi: number,
  tau: number,
  temperature: number,
  pressure: number,
): WaterState {
  const mixed = gamma.p - tau * gamma.pt;
  const volume = (pi * gamma.p * R * temperature) / pressure / 1000;
  const volumeByPressure = (R * temperature * gamma.pp * (pi / pressure) ** 2) / 1000;
  return {
    volume,
    isochoricHeatCapacity: (-tau * tau * gamma.tt + mixed ** 2 / gamma.pp) * R,
    densityByPressure: -volumeByPressure / (volume * volume),
    expansion: mixed / (gamma.p * temperature),
    enthalpy: tau * gamma.t * R * temperature,
    entropy: (tau * gamma.t - gamma.g) * R,
    heatCapacity: -tau * tau * gamma.tt * R,
    soundSpeed: Math.sqrt((1000 * R * temperature * gamma.p ** 2) / (mixed ** 2 / (tau * tau * gamma.tt) - gamma.pp)),
  };
}

/** The specific volume in m³/kg from γ's derivative by π alone, for columns of which nothing else is asked. */
export const volumeOf = (byPi: number, pi: number, temperature: number, pressure: number): number =>
  (pi * byPi * R * temperature) / pressure / 1000;

/** Terms side by side, as a loop over many samples reads them fastest. */
export interface Terms {
  i: Int32Array;
  j: Int32Array;
  n: Float64Array;
  /** Highest power of a; lowest and highest power of b. */
  highestI: number;
  lowestJ: number;
  highestJ: number;
  /** The powers of a and b, written anew for each sum. */
  ofA: Float64Array;
  ofB: Float64Array;
}

export function termsOf(list: readonly Term[]): Terms {
  const [i, j] = [Int32Array.from(list, (t) => t[0]), Int32Array.from(list, (t) => t[1])];
  const [highestI, lowestJ, highestJ] = [Math.max(...i), Math.min(0, ...j), Math.max(...j)];
  const [ofA, ofB] = [new Float64Array(highestI + 1), new Float64Array(highestJ - lowestJ + 1)];
  return { i, j, n: Float64Array.from(list, (t) => t[2]), highestI, lowestJ, highestJ, ofA, ofB };
}

/** x^k for k from `lowest` <= 0 to `highest`, at index k − lowest: each from its neighbour, since a power by itself costs most. */
export function powers(x: number, lowest: number, highest: number, out: Float64Array): void {
  let power = 1;
  for (let k = -lowest; k <= highest - lowest; k++, power *= x) out[k] = power;
  if (lowest === 0) return;
  const inverse = 1 / x;
  power = inverse;
  for (let k = -lowest - 1; k >= 0; k--, power *= inverse) out[k] = power;
}

/** The terms of the derivative by a. */
export const slopeTerms = (list: readonly Term[]): Terms =>
  termsOf(list.filter(([i]) => i > 0).map(([i, j, n]) => [i - 1, j, i * n]));

/** The sum of terms alone. */
export function totalOf({ i, j, n, highestI, lowestJ, highestJ, ofA, ofB }: Terms, a: number, b: number): number {
  powers(a, 0, highestI, ofA);
  powers(b, lowestJ, highestJ, ofB);
  let total = 0;
  for (let k = 0; k < n.length; k++) total += n[k]! * ofA[i[k]!]! * ofB[j[k]! - lowestJ]!;
  return total;
}

/** The sum of terms n·a^i·b^j with its derivatives by a and b. */
export function sumOf({ i, j, n, highestI, lowestJ, highestJ, ofA, ofB }: Terms, a: number, b: number): FreeEnthalpy {
  powers(a, 0, highestI, ofA);
  powers(b, lowestJ, highestJ, ofB);
  let [g, p, pp, t, tt, pt] = [0, 0, 0, 0, 0, 0];
  for (let k = 0; k < n.length; k++) {
    const [ik, jk] = [i[k]!, j[k]!];
    const term = n[k]! * ofA[ik]! * ofB[jk - lowestJ]!;
    g += term;
    p += ik * term;
    pp += ik * (ik - 1) * term;
    t += jk * term;
    tt += jk * (jk - 1) * term;
    pt += ik * jk * term;
  }
  return { g, p: p / a, pp: pp / (a * a), t: t / b, tt: tt / (b * b), pt: pt / (a * b) };
}
