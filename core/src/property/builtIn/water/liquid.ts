import { slopeTerms, stateOf, sumOf, termsOf, totalOf, volumeOf, type Term, type WaterState } from './FreeEnthalpy';

/** Exponents and coefficients of the free enthalpy of liquid water. Source: IAPWS R7-97(2012), table 2, from memory. */
const liquidTerms: readonly Term[] = [
  [0, -2, 0.14632971213167], [0, -1, -0.84548187169114], [0, 0, -3.756360367204], [0, 1, 3.3855169168385],
  [0, 2, -0.95791963387872], [0, 3, 0.15772038513228], [0, 4, -0.016616417199501], [0, 5, 0.81214629983568e-3],
  [1, -9, 0.28319080123804e-3], [1, -7, -0.60706301565874e-3], [1, -1, -0.018990068218419], [1, 0, -0.032529748770505],
  [1, 1, -0.021841717175414], [1, 3, -0.5283835796993e-4], [2, -3, -0.47184321073267e-3], [2, 0, -0.30001780793026e-3],
  [2, 1, 0.47661393906987e-4], [2, 3, -0.44141845330846e-5], [2, 17, -0.72694996297594e-15], [3, -4, -0.31679644845054e-4],
  [3, 0, -0.28270797985312e-5], [3, 6, -0.85205128120103e-9], [4, -5, -0.22425281908e-5], [4, -2, -0.65171222895601e-6],
  [4, 10, -0.14341729937924e-12], [5, -8, -0.40516996860117e-6], [8, -11, -0.12734301741641e-8], [8, -6, -0.17424871230634e-9],
  [21, -29, -0.68762131295531e-18], [23, -31, 0.14478307828521e-19], [29, -38, 0.26335781662795e-22],
  [30, -39, -0.11947622640071e-22], [31, -40, 0.18228094581404e-23], [32, -41, -0.93537087292458e-25],
]; // prettier-ignore
const [liquid, liquidByPressure] = [termsOf(liquidTerms), slopeTerms(liquidTerms)];

/**
 * Liquid water (region 1 of the formulation).
 * @param temperature  K, 273.15 … 623.15
 * @param pressure     MPa, up to 100
 * Source: IAPWS R7-97(2012), equation 7.
 */
export function liquidWater(temperature: number, pressure: number): WaterState {
  const [pi, tau] = [pressure / 16.53, 1386 / temperature];
  const [a, b] = [7.1 - pi, tau - 1.222];
  const sum = sumOf(liquid, a, b);
  // a falls as the pressure rises.
  return stateOf({ ...sum, p: -sum.p, pt: -sum.pt }, pi, tau, temperature, pressure);
}

/** Its specific volume in m³/kg, as `liquidWater` has it. */
export function liquidVolume(temperature: number, pressure: number): number {
  const pi = pressure / 16.53;
  return volumeOf(-totalOf(liquidByPressure, 7.1 - pi, 1386 / temperature - 1.222), pi, temperature, pressure);
}
