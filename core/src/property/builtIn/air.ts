import { conductivityOf, densityOf, viscosityOf } from './atmosphere';
import type { BuiltIn } from './BuiltIn';
import { saturationPressure, saturationTemperature } from './water/saturation';

const KELVIN = 273.15;
/** Molar mass of water over that of dry air. Source: CIPM-2007, from memory. */
export const MASS_RATIO = 0.62198;

/** Factors of the compressibility. Source: A. Picard et al., Metrologia 45 (2008) 149, appendix A1.4, from memory. */
const Z = {
  a: [1.58123e-6, -2.9331e-8, 1.1043e-10],
  b: [5.707e-6, -2.051e-8],
  c: [1.9898e-4, -2.376e-6],
  d: 1.83e-11,
  e: -0.765e-8,
} as const;

/**
 * Density of moist air in kg/m³ with 400 µmol/mol of carbon dioxide.
 * @param t         °C
 * @param p         Pa
 * @param humidity  relative, 0 … 1
 * Source: CIPM-2007, A. Picard et al., Metrologia 45 (2008) 149-155, from memory.
 */
export function moistAirDensity(t: number, p: number, humidity: number): number {
  const T = t + KELVIN;
  const saturation = Math.exp(1.2378847e-5 * T * T - 1.9121316e-2 * T + 33.93711047 - 6.3431645e3 / T);
  const enhancement = 1.00062 + 3.14e-8 * p + 5.6e-7 * t * t;
  const x = (humidity * enhancement * saturation) / p;
  const share = p / T;
  const first = Z.a[0] + Z.a[1] * t + Z.a[2] * t * t + (Z.b[0] + Z.b[1] * t) * x + (Z.c[0] + Z.c[1] * t) * x * x;
  const z = 1 - share * first + share * share * (Z.d + Z.e * x * x);
  return ((3.48374e-3 * share) / z) * (1 - 0.378 * x);
}

/** Partial pressure of the vapour in Pa; that of saturation is taken over water, without the few parts in a thousand that air adds. */
export const vapourPressure = (t: number, humidity: number): number => humidity * saturationPressure(t + KELVIN) * 1e6;

/** Mass of vapour to a mass of dry air: ideal gases. */
export function humidityRatio(t: number, p: number, humidity: number): number {
  const vapour = vapourPressure(t, humidity);
  return vapour < p ? (MASS_RATIO * vapour) / (p - vapour) : NaN;
}

export const temperature = (from: number, to: number) => ({ name: 'Temperature', unit: '°C', from, to });
export const pressure = (from: number, to: number) => ({ name: 'Pressure', unit: 'Pa', from, to });
export const humidity = { name: 'Relative humidity', unit: '', from: 0, to: 1 };
const idealGas = 'ideal gas with the constant of ISO 2533:1975';
export const dalton = 'ideal gases with the vapour pressure of IAPWS R7-97(2012)';

export const air: readonly BuiltIn[] = [
  {
    symbol: 'air_rho', name: 'Density of moist air', unit: 'kg/m^3', source: 'CIPM-2007 (Metrologia 45 (2008) 149)', stated: '±0.0022 % (k = 1)', uncertainty: (v) => 2.2e-5 * v,
    arguments: [temperature(15, 27), pressure(60_000, 110_000), humidity],
    apply: moistAirDensity,
  },
  {
    symbol: 'air_rho_dry', name: 'Density of dry air', unit: 'kg/m^3', source: idealGas, stated: '±0.1 % near ambient (common practice)', uncertainty: (v) => 5e-4 * v,
    arguments: [temperature(-80, 200), pressure(1000, 1e6)],
    apply: (t, p) => densityOf({ temperature: t + KELVIN, pressure: p }),
  },
  {
    symbol: 'air_mu', name: 'Dynamic viscosity of air', unit: 'Pa s', source: "Sutherland's formula, ISO 2533:1975", stated: '±1 % (common practice)', uncertainty: (v) => 5e-3 * v,
    arguments: [temperature(-80, 800)],
    apply: (t) => viscosityOf({ temperature: t + KELVIN }),
  },
  {
    symbol: 'air_lambda', name: 'Thermal conductivity of air', unit: 'W/(m K)', source: 'ISO 2533:1975, equation 22', stated: '±2 % (common practice)', uncertainty: (v) => 1e-2 * v,
    arguments: [temperature(-80, 400)],
    apply: (t) => conductivityOf({ temperature: t + KELVIN }),
  },
  {
    symbol: 'air_x', name: 'Humidity ratio of moist air', unit: 'kg/kg', source: dalton, stated: '±0.5 % (the enhancement factor is left out)', uncertainty: (v) => 2.5e-3 * v,
    arguments: [temperature(0.01, 200), pressure(1000, 1e7), humidity],
    apply: humidityRatio,
  },
  {
    symbol: 'air_dew', name: 'Dew point', unit: '°C', source: 'IAPWS R7-97(2012), equations 30 and 31', stated: '±0.05 °C', uncertainty: () => 0.025,
    arguments: [temperature(0.01, 200), { ...humidity, from: 1e-6 }],
    apply: (t, h) => {
      const dew = saturationTemperature(vapourPressure(t, h) / 1e6) - KELVIN;
      return dew >= 0 ? dew : NaN;
    },
  },
  {
    symbol: 'air_h', name: 'Enthalpy of moist air, of dry air', unit: 'kJ/kg', source: `1.006 t + x (2501 + 1.86 t); x from ${dalton}`, stated: '±0.5 % (common practice)', uncertainty: (v) => 2.5e-3 * Math.abs(v),
    arguments: [temperature(0.01, 100), pressure(50_000, 200_000), humidity],
    apply: (t, p, h) => 1.006 * t + humidityRatio(t, p, h) * (2501 + 1.86 * t),
  },
]; // prettier-ignore
