import { rootBetween } from '../../number/rootBetween';
import { dalton, humidity, humidityRatio, MASS_RATIO, pressure, temperature, vapourPressure } from './air';
import type { BuiltIn } from './BuiltIn';

/** The vapour pressure in Pa at which air has a humidity ratio: the way back. */
const pressureOfRatio = (ratio: number, p: number): number => (p * ratio) / (MASS_RATIO + ratio);

/** Relative humidity from a vapour pressure in Pa; NaN above saturation. */
function humidityOf(t: number, vapour: number): number {
  const humidity = vapour / vapourPressure(t, 1);
  return humidity <= 1 + ROUNDING ? Math.min(humidity, 1) : NaN;
}
const ROUNDING = 1e-9;

/**
 * Humidity ratio from the temperature of a wet thermometer in a good draught, over water.
 * Source: the balance of ASHRAE Fundamentals 2017, chapter 1, equation 33, with its constants, from memory.
 */
export function ratioOfWetBulb(t: number, p: number, wet: number): number {
  const saturated = humidityRatio(wet, p, 1);
  return ((2501 - 2.326 * wet) * saturated - 1.006 * (t - wet)) / (2501 + 1.86 * t - 4.186 * wet);
}

/** Relative humidity from a wet thermometer; NaN where that takes more than no vapour at all, or where the wet one is the warmer. */
function humidityOfWetBulb(t: number, p: number, wet: number): number {
  const ratio = wet <= t ? ratioOfWetBulb(t, p, wet) : NaN;
  return ratio >= 0 ? humidityOf(t, pressureOfRatio(ratio, p)) : NaN;
}

/** The temperature of the wet thermometer; NaN where it would freeze. */
function wetBulbOf(t: number, p: number, relative: number): number {
  const ratio = humidityRatio(t, p, relative);
  const missed = (wet: number): number => ratioOfWetBulb(t, p, wet) - ratio;
  // In saturated air nothing dries, but for rounding.
  if (missed(t) <= 0) return relative === 1 ? t : NaN;
  return missed(COLDEST_WET) <= 0 ? rootBetween(missed, COLDEST_WET, t) : NaN;
}
const COLDEST_WET = 0.01;

const wetBulbSource = 'ASHRAE Fundamentals 2017, chapter 1, equation 33, with the vapour pressure of IAPWS R7-97(2012)';
const ofRatio = '±0.5 % of it (the enhancement factor is left out)';
const halfPercent = (value: number): number => 2.5e-3 * value;
/** A wet thermometer is used near the pressure of the air alone. */
const ambient = pressure(50_000, 200_000);

/** Humidity from what is measured instead of it. */
export const humidityFrom: readonly BuiltIn[] = [
  {
    ...{ symbol: 'air_phi_dew', name: 'Relative humidity from the dew point', unit: '' },
    ...{ source: 'IAPWS R7-97(2012), equation 30', stated: ofRatio, uncertainty: halfPercent },
    arguments: [temperature(0.01, 200), { ...temperature(0.01, 200), name: 'Dew point' }],
    apply: (t, dew) => humidityOf(t, vapourPressure(dew, 1)),
  },
  {
    ...{ symbol: 'air_phi_x', name: 'Relative humidity from the humidity ratio', unit: '' },
    ...{ source: dalton, stated: ofRatio, uncertainty: halfPercent },
    arguments: [
      temperature(0.01, 200),
      pressure(1000, 1e7),
      { name: 'Humidity ratio', unit: 'kg/kg', from: 0, to: 10 },
    ],
    apply: (t, p, x) => humidityOf(t, pressureOfRatio(x, p)),
  },
  {
    ...{ symbol: 'air_phi_wet', name: 'Relative humidity from the wet bulb', unit: '', source: wetBulbSource },
    ...{ stated: '±0.02 (a well drawn wet thermometer, common practice)', uncertainty: () => 0.01 },
    arguments: [temperature(0.01, 90), ambient, { ...temperature(0.01, 90), name: 'Wet-bulb temperature' }],
    apply: humidityOfWetBulb,
  },
  {
    ...{ symbol: 'air_wet', name: 'Wet-bulb temperature', unit: '°C', source: wetBulbSource },
    ...{ stated: '±0.2 °C (common practice)', uncertainty: () => 0.1 },
    arguments: [temperature(0.01, 90), ambient, humidity],
    apply: wetBulbOf,
  },
];
