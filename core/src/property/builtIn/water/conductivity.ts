import type { WaterState } from './FreeEnthalpy';
import { waterViscosity } from './transport';

const CRITICAL = { temperature: 647.096, density: 322, pressure: 22.064 };
const R = 0.46151805;

/** Source: IAPWS R15-11, table 1, from memory. */
const DILUTE = [2.443221e-3, 1.323095e-2, 6.770357e-3, -3.454586e-3, 4.096266e-4];
/** By powers of 1/T̄ − 1 (rows) and ρ̄ − 1. Source: IAPWS R15-11, table 2, from memory. */
const DENSE = [
  [1.60397357, -0.646013523, 0.111443906, 0.102997357, -0.0504123634, 0.00609859258],
  [2.33771842, -2.78843778, 1.53616167, -0.463045512, 0.0832827019, -0.00719201245],
  [2.19650529, -4.54580785, 3.55777244, -1.40944978, 0.275418278, -0.0205938816],
  [-1.21051378, 1.60812989, -0.621178141, 0.0716373224, 0, 0],
  [-2.720337, 4.57586331, -3.18369245, 1.1168348, -0.19268305, 0.012913842],
];
/** Compressibility at 1.5 times the critical temperature, by powers of ρ̄, for ranges of ρ̄. Source: IAPWS R15-11, table 6, from memory. */
const AT_REFERENCE: readonly { to: number; powers: readonly number[] }[] = [
  { to: 0.310559006, powers: [6.53786807199516, -5.61149954923348, 3.39624167361325, -2.27492629730878, 10.2631854662709, 1.97815050331519] },
  { to: 0.776397516, powers: [6.52717759281799, -6.30816983387575, 8.08379285492595, -9.82240510197603, 12.1358413791395, -5.54349664571295] },
  { to: 1.242236025, powers: [5.35500529896124, -3.96415689925446, 8.91990208918795, -12.033872950579, 9.19494865194302, -2.16866274479712] },
  { to: 1.863354037, powers: [1.55225959906681, 0.464621290821181, 8.93237374861479, -11.0321960061126, 6.1678099993336, -0.965458722086812] },
  { to: Infinity, powers: [1.11999926419994, 0.595748562571649, 9.8895256507892, -10.325505114704, 4.66861294457414, -0.503243546373828] },
]; // prettier-ignore

/**
 * Thermal conductivity in W/(m K), with the enhancement near the critical point.
 * @param temperature  K
 * Source: IAPWS R15-11, equations 15 to 26.
 */
export function waterConductivity(temperature: number, state: WaterState): number {
  const density = 1 / state.volume;
  const [t, rho] = [temperature / CRITICAL.temperature, density / CRITICAL.density];
  return backgroundConductivity(temperature, density) + enhancement(t, rho, temperature, state) / 1000;
}

/**
 * Thermal conductivity in W/(m K) without the enhancement near the critical point.
 * @param temperature  K
 * @param density      kg/m³
 * Source: IAPWS R15-11, equations 16 and 17.
 */
export function backgroundConductivity(temperature: number, density: number): number {
  const [t, rho] = [temperature / CRITICAL.temperature, density / CRITICAL.density];
  const dilute = Math.sqrt(t) / DILUTE.reduce((sum, l, k) => sum + l / t ** k, 0);
  const power = DENSE.reduce(
    (sum, row, i) => sum + (1 / t - 1) ** i * row.reduce((inner, l, j) => inner + l * (rho - 1) ** j, 0),
    0,
  );
  return (dilute * Math.exp(rho * power)) / 1000;
}

function enhancement(t: number, rho: number, temperature: number, state: WaterState): number {
  const compressibility = (state.densityByPressure * CRITICAL.pressure) / CRITICAL.density;
  const { powers } = AT_REFERENCE.find((range) => rho <= range.to)!;
  const reference = 1 / powers.reduce((sum, a, i) => sum + a * rho ** i, 0);
  const excess = Math.max(0, rho * (compressibility - (reference * 1.5) / t));
  const y = (0.13 * (excess / 0.06) ** (0.63 / 1.239)) / 0.4;
  if (y < 1.2e-7) return 0;
  const ratio = state.isochoricHeatCapacity / state.heatCapacity;
  const z =
    (2 / (Math.PI * y)) *
    ((1 - ratio) * Math.atan(y) + ratio * y - (1 - Math.exp(-1 / (1 / y + (y * y) / (3 * rho * rho)))));
  const viscosity = 1e6 * waterViscosity(temperature, rho * CRITICAL.density);
  return (177.8514 * rho * (state.heatCapacity / R) * t * z) / viscosity;
}
