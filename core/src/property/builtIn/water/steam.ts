import {
  powers,
  slopeTerms,
  stateOf,
  sumOf,
  termsOf,
  totalOf,
  volumeOf,
  type FreeEnthalpy,
  type Term,
  type WaterState,
} from './FreeEnthalpy';

/** Exponent and coefficient of a term of the ideal gas. */
export type IdealTerm = readonly [j: number, n: number];

/** Source: IAPWS R7-97(2012), table 10, from memory. */
const ideal: readonly IdealTerm[] = [
  [0, -9.6927686500217], [1, 10.086655968018], [-5, -0.005608791128302], [-4, 0.071452738081455], [-3, -0.40710498223928],
  [-2, 1.4240819171444], [-1, -4.383951131945], [2, -0.28408632460772], [3, 0.021268463753307],
]; // prettier-ignore

/** Of what steam has beyond it. Source: IAPWS R7-97(2012), table 11, from memory. */
const beyondTerms: readonly Term[] = [
  [1, 0, -0.17731742473213e-2], [1, 1, -0.017834862292358], [1, 2, -0.045996013696365], [1, 3, -0.057581259083432],
  [1, 6, -0.05032527872793], [2, 1, -0.33032641670203e-4], [2, 2, -0.18948987516315e-3], [2, 4, -0.39392777243355e-2],
  [2, 7, -0.043797295650573], [2, 36, -0.26674547914087e-4], [3, 0, 0.20481737692309e-7], [3, 1, 0.43870667284435e-6],
  [3, 3, -0.3227767723857e-4], [3, 6, -0.15033924542148e-2], [3, 35, -0.040668253562649], [4, 1, -0.78847309559367e-9],
  [4, 2, 0.12790717852285e-7], [4, 3, 0.48225372718507e-6], [5, 7, 0.22922076337661e-5], [6, 3, -0.16714766451061e-10],
  [6, 16, -0.21171472321355e-2], [6, 35, -23.895741934104], [7, 0, -0.5905956432427e-17], [7, 11, -0.12621808899101e-5],
  [7, 25, -0.038946842435739], [8, 8, 0.11256211360459e-10], [8, 36, -8.2311340897998], [9, 13, 0.19809712802088e-7],
  [10, 4, 0.10406965210174e-18], [10, 10, -0.10234747095929e-12], [10, 14, -0.10018179379511e-8], [16, 29, -0.80882908646985e-10],
  [16, 50, 0.10693031879409], [18, 57, -0.33662250574171], [20, 20, 0.89185845355421e-24], [20, 35, 0.30629316876232e-12],
  [20, 48, -0.42002467698208e-5], [21, 21, -0.59056029685639e-25], [22, 53, 0.37826947613457e-5], [23, 39, -0.12768608934681e-14],
  [24, 26, 0.73087610595061e-28], [24, 40, 0.55414715350778e-16], [24, 58, -0.9436970724121e-6],
]; // prettier-ignore
const [beyond, beyondByPressure] = [termsOf(beyondTerms), slopeTerms(beyondTerms)];

const ofTau = new Float64Array(9);

/**
 * Steam (region 2 of the formulation).
 * @param temperature  K, 273.15 … 1073.15
 * @param pressure     MPa, below saturation and below the boundary to region 3
 * Source: IAPWS R7-97(2012), equations 15 to 17.
 */
export function steam(temperature: number, pressure: number): WaterState {
  const [pi, tau] = [pressure, 540 / temperature];
  const gamma = sumOf(beyond, pi, tau - 0.5);
  return stateOf(withIdealGas(gamma, ideal, pi, tau), pi, tau, temperature, pressure);
}

/** Its specific volume in m³/kg, as `steam` has it. */
export const steamVolume = (temperature: number, pressure: number): number =>
  volumeOf(
    1 / pressure + totalOf(beyondByPressure, pressure, 540 / temperature - 0.5),
    pressure,
    temperature,
    pressure,
  );

/** What steam has beyond an ideal gas, with that of the gas. */
export function withIdealGas(
  beyondIt: FreeEnthalpy,
  terms: readonly IdealTerm[],
  pi: number,
  tau: number,
): FreeEnthalpy {
  const sum = { ...beyondIt, g: beyondIt.g + Math.log(pi), p: beyondIt.p + 1 / pi, pp: beyondIt.pp - 1 / (pi * pi) };
  powers(tau, -5, 3, ofTau);
  for (const [j, n] of terms) {
    const term = n * ofTau[j + 5]!;
    sum.g += term;
    sum.t += (j * term) / tau;
    sum.tt += (j * (j - 1) * term) / (tau * tau);
  }
  return sum;
}
