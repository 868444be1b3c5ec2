import { rootBetween } from '../../../number/rootBetween';
import { sumOf, termsOf, type WaterState } from './FreeEnthalpy';
import { saturationPressure } from './saturation';

const R = 0.461526;
const CRITICAL = { temperature: 647.096, density: 322 };
const LOGARITHM = 1.0658070028513;

/** Exponents of δ and τ and coefficient. Source: IAPWS R7-97(2012), table 30, from memory. */
const terms = termsOf([
  [0, 0, -15.732845290239], [0, 1, 20.944396974307], [0, 2, -7.6867707878716], [0, 7, 2.6185947787954], [0, 10, -2.808078114862],
  [0, 12, 1.2053369696517], [0, 23, -0.84566812812502e-2], [1, 2, -1.2654315477714], [1, 6, -1.1524407806681],
  [1, 15, 0.88521043984318], [1, 17, -0.64207765181607], [2, 0, 0.38493460186671], [2, 2, -0.85214708824206],
  [2, 6, 4.8972281541877], [2, 7, -3.0502617256965], [2, 22, 0.039420536879154], [2, 26, 0.12558408424308],
  [3, 0, -0.2799932969871], [3, 2, 1.389979956946], [3, 4, -2.018991502357], [3, 16, -0.82147637173963e-2],
  [3, 26, -0.47596035734923], [4, 0, 0.0439840744735], [4, 2, -0.44476435428739], [4, 4, 0.90572070719733],
  [4, 26, 0.70522450087967], [5, 1, 0.10770512626332], [5, 3, -0.32913623258954], [5, 26, -0.50871062041158],
  [6, 0, -0.022175400873096], [6, 2, 0.094260751665092], [6, 26, 0.16436278447961], [7, 2, -0.013503372241348],
  [8, 26, -0.014834345352472], [9, 2, 0.57922953628084e-3], [9, 26, 0.32308904703711e-2], [10, 0, 0.80964802996215e-4],
  [10, 1, -0.16557679795037e-3], [11, 26, -0.44923899061815e-4],
]); // prettier-ignore

/**
 * Around the critical point (region 3 of the formulation), by density.
 * @param temperature  K, 623.15 … 863.15
 * @param density      kg/m³
 * @returns            the state, and its pressure in MPa
 * Source: IAPWS R7-97(2012), equation 28 and table 31.
 */
export function nearCritical(temperature: number, density: number): WaterState & { pressure: number } {
  const [delta, tau] = [density / CRITICAL.density, CRITICAL.temperature / temperature];
  const f = sumOf(terms, delta, tau);
  const phi = { ...f, g: f.g + LOGARITHM * Math.log(delta), p: f.p + LOGARITHM / delta, pp: f.pp - LOGARITHM / delta ** 2 };
  const mixed = delta * phi.p - delta * tau * phi.pt;
  const stiff = 2 * delta * phi.p + delta * delta * phi.pp;
  const bend = tau * tau * phi.tt;
  return {
    pressure: (density * R * temperature * delta * phi.p) / 1000,
    volume: 1 / density,
    isochoricHeatCapacity: -bend * R,
    densityByPressure: 1000 / (R * temperature * stiff),
    expansion: mixed / (temperature * stiff),
    enthalpy: (tau * phi.t + delta * phi.p) * R * temperature,
    entropy: (tau * phi.t - phi.g) * R,
    heatCapacity: (-bend + (mixed * mixed) / stiff) * R,
    soundSpeed: Math.sqrt(1000 * R * temperature * (stiff - (mixed * mixed) / bend)),
  };
} // prettier-ignore

/** Densities that bound the region, kg/m³. */
const [THINNEST, DENSEST] = [90, 780];

/** So many steps are taken to find where a pressure is passed, when the middle density does not tell. */
const STEPS = 64;

/**
 * On one side of the saturation line, by pressure: the outermost density at which the pressure is passed. In between, where
 * neither liquid nor vapour is stable, the equation takes it as well.
 * @param pressure  MPa
 * @returns         undefined so near to the critical point that the equation does not take it any more
 */
export function nearCriticalOn(
  side: 'liquid' | 'vapour',
  temperature: number,
  pressure: number,
): WaterState | undefined {
  const missed = (density: number): number => nearCritical(temperature, density).pressure - pressure;
  let outer = side === 'liquid' ? DENSEST : THINNEST;
  const isOutside = (density: number): boolean => (side === 'liquid' ? missed(density) > 0 : missed(density) < 0);
  if (!isOutside(CRITICAL.density)) return nearCritical(temperature, rootBetween(missed, outer, CRITICAL.density));
  const step = (CRITICAL.density - outer) / STEPS;
  for (let k = 1; k < STEPS; k++, outer += step)
    if (!isOutside(outer + step)) return nearCritical(temperature, rootBetween(missed, outer, outer + step));
  return undefined;
}

/**
 * Around the critical point, by pressure: the density is searched on the side of the saturation line on which the pressure lies.
 * @param pressure  MPa, 16.529 … 100
 */
export function nearCriticalAt(temperature: number, pressure: number): WaterState {
  if (temperature < CRITICAL.temperature) {
    const side = pressure >= saturationPressure(temperature) ? 'liquid' : 'vapour';
    const found = nearCriticalOn(side, temperature, pressure);
    if (found) return found;
  }
  const missed = (density: number): number => nearCritical(temperature, density).pressure - pressure;
  return nearCritical(temperature, rootBetween(missed, THINNEST, DENSEST));
}
