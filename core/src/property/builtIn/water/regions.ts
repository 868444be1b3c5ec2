import { nearCriticalAt } from './critical';
import type { WaterState } from './FreeEnthalpy';
import { hotSteam, hotSteamVolume } from './hotSteam';
import { liquidVolume, liquidWater } from './liquid';
import { saturationPressure } from './saturation';
import { steam, steamVolume } from './steam';

/** Ends of the regions, K and MPa. */
export const [COLDEST, HOT, HOTTEST] = [273.15, 1073.15, 2273.15];
export const [HIGHEST, HIGHEST_WHEN_HOT] = [100, 50];
const BEYOND_REGION_3 = 863.15;
/** Up to here liquid and steam are divided by the saturation line; above it, by the boundary to region 3. */
export const DIVIDED_BY_SATURATION = 623.15;

/** Highest pressure in MPa of region 2 above 623.15 K. Source: IAPWS R7-97(2012), equation 5 and table 1, from memory. */
const boundaryToRegion3 = (t: number): number => 348.05185628969 - 1.1671859879975 * t + 0.0010192970039326 * t * t;

type Region = 'liquid' | 'steam' | 'hotSteam' | 'nearCritical' | 'none';

/** Which formulation holds. Source: IAPWS R7-97(2012), figure 1. */
function regionAt(temperature: number, pressure: number): Region {
  if (temperature <= DIVIDED_BY_SATURATION) return pressure >= saturationPressure(temperature) ? 'liquid' : 'steam';
  if (temperature > HOT) return pressure <= HIGHEST_WHEN_HOT ? 'hotSteam' : 'none';
  return temperature > BEYOND_REGION_3 || pressure <= boundaryToRegion3(temperature) ? 'steam' : 'nearCritical';
}

const states: Record<Exclude<Region, 'none'>, (temperature: number, pressure: number) => WaterState> = {
  liquid: liquidWater,
  steam,
  hotSteam,
  nearCritical: nearCriticalAt,
};

/**
 * Water or steam; on the saturation line the liquid. Undefined above 1073.15 K at more than 50 MPa.
 * @param temperature  K, 273.15 … 2273.15
 * @param pressure     MPa, up to 100
 */
export function waterAt(temperature: number, pressure: number): WaterState | undefined {
  const region = regionAt(temperature, pressure);
  return region === 'none' ? undefined : states[region](temperature, pressure);
}

/** The specific volume alone in m³/kg, in a third of the time; NaN where `waterAt` is undefined. */
export function waterVolumeAt(temperature: number, pressure: number): number {
  switch (regionAt(temperature, pressure)) {
    case 'liquid':
      return liquidVolume(temperature, pressure);
    case 'steam':
      return steamVolume(temperature, pressure);
    case 'hotSteam':
      return hotSteamVolume(temperature, pressure);
    case 'nearCritical':
      return nearCriticalAt(temperature, pressure).volume;
    case 'none':
      return NaN;
  }
}
