import { slopeTerms, stateOf, sumOf, termsOf, totalOf, volumeOf, type Term, type WaterState } from './FreeEnthalpy';
import { withIdealGas, type IdealTerm } from './steam';

/** Source: IAPWS R7-97(2012), table 37, from memory. */
const ideal: readonly IdealTerm[] = [
  [0, -13.179983674201], [1, 6.8540841634434], [-3, -0.024805148933466], [-2, 0.36901534980333], [-1, -3.1161318213925],
  [2, -0.32961626538917],
]; // prettier-ignore

/** Source: IAPWS R7-97(2012), table 38, from memory. */
const beyondTerms: readonly Term[] = [
  [1, 1, 0.15736404855259e-2], [1, 2, 0.90153761673944e-3], [1, 3, -0.50270077677648e-2], [2, 3, 0.22440037409485e-5],
  [2, 9, -0.41163275453471e-5], [3, 7, 0.37919454822955e-7],
]; // prettier-ignore
const [beyond, beyondByPressure] = [termsOf(beyondTerms), slopeTerms(beyondTerms)];

/**
 * Steam at 1073.15 … 2273.15 K and up to 50 MPa (region 5 of the formulation).
 * Source: IAPWS R7-97(2012), equations 32 to 34.
 */
export function hotSteam(temperature: number, pressure: number): WaterState {
  const [pi, tau] = [pressure, 1000 / temperature];
  const gamma = sumOf(beyond, pi, tau);
  return stateOf(withIdealGas(gamma, ideal, pi, tau), pi, tau, temperature, pressure);
}

/** Its specific volume in m³/kg, as `hotSteam` has it. */
export const hotSteamVolume = (temperature: number, pressure: number): number =>
  volumeOf(1 / pressure + totalOf(beyondByPressure, pressure, 1000 / temperature), pressure, temperature, pressure);
