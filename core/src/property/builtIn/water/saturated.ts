import { nearCriticalOn } from './critical';
import type { WaterState } from './FreeEnthalpy';
import { liquidWater } from './liquid';
import { DIVIDED_BY_SATURATION } from './regions';
import { saturationPressure, saturationTemperature } from './saturation';
import { steam } from './steam';

/** Boiling water and the steam above it, at one temperature and pressure. */
export interface Saturated {
  temperature: number;
  liquid: WaterState;
  vapour: WaterState;
}

/**
 * Both states on the saturation line at a pressure in MPa; undefined so near to the critical point that the equations for the
 * line and for the states no longer meet.
 * Source: IAPWS R7-97(2012), equation 31 with those of regions 1 to 3.
 */
export function saturatedAt(pressure: number): Saturated | undefined {
  const temperature = saturationTemperature(pressure);
  if (temperature <= DIVIDED_BY_SATURATION) {
    // At the boiling point itself rounding must not decide which region answers.
    const own = saturationPressure(temperature);
    return { temperature, liquid: liquidWater(temperature, own), vapour: steam(temperature, own) };
  }
  const [liquid, vapour] = [
    nearCriticalOn('liquid', temperature, pressure),
    nearCriticalOn('vapour', temperature, pressure),
  ];
  return liquid && vapour ? { temperature, liquid, vapour } : undefined;
}

/** Of wet steam: what is counted by mass, between that of boiling water and of dry steam. */
export type ByMass = 'volume' | 'enthalpy' | 'entropy';

/** @param quality  share of steam by mass, 0 … 1 */
export function wetAt(pressure: number, quality: number, of: ByMass): number {
  const found = saturatedAt(pressure);
  return found ? found.liquid[of] + quality * (found.vapour[of] - found.liquid[of]) : NaN;
}

/** Share of steam by mass at an enthalpy in kJ/kg; NaN where water is not wet steam. */
export function qualityAt(pressure: number, enthalpy: number): number {
  const found = saturatedAt(pressure);
  if (!found) return NaN;
  const { liquid, vapour } = found;
  const quality = (enthalpy - liquid.enthalpy) / (vapour.enthalpy - liquid.enthalpy);
  return quality >= 0 && quality <= 1 ? quality : NaN;
}
