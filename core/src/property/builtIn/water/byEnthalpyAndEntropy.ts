import { rootBetween } from '../../../number/rootBetween';
import { temperatureAt } from './backwards';
import { COLDEST, HIGHEST, HIGHEST_WHEN_HOT, HOT, waterAt } from './regions';
import { saturatedAt, type Saturated } from './saturated';
import { saturationPressure } from './saturation';

interface Place {
  temperature: number;
  volume: number;
  entropy: number;
}

const LOWEST = 1e-6;
/** At a pressure below that of the triple point there is steam alone. */
const FREEZING_PRESSURE = saturationPressure(COLDEST);
const CRITICAL_PRESSURE = 22.064;

/** Water, steam or wet steam of a pressure in MPa and an enthalpy in kJ/kg; undefined outside the formulation. */
function placeAt(pressure: number, enthalpy: number): Place | undefined {
  const both = pressure >= FREEZING_PRESSURE && pressure < CRITICAL_PRESSURE ? saturatedAt(pressure) : undefined;
  if (both && enthalpy > both.liquid.enthalpy && enthalpy < both.vapour.enthalpy) return wetPlace(both, enthalpy);
  const temperature = temperatureAt(pressure, 'enthalpy', enthalpy);
  const state = temperature === temperature ? waterAt(temperature, pressure) : undefined;
  return state && { temperature, volume: state.volume, entropy: state.entropy };
}

function wetPlace({ temperature, liquid, vapour }: Saturated, enthalpy: number): Place {
  const quality = (enthalpy - liquid.enthalpy) / (vapour.enthalpy - liquid.enthalpy);
  const mixed = (of: 'volume' | 'entropy'): number => liquid[of] + quality * (vapour[of] - liquid[of]);
  return { temperature, volume: mixed('volume'), entropy: mixed('entropy') };
}

/** Pressures in MPa between which the formulation has this enthalpy; undefined where it has it nowhere. */
function pressuresOf(enthalpy: number): readonly [number, number] | undefined {
  const cold = (pressure: number): number => waterAt(COLDEST, pressure)!.enthalpy - enthalpy;
  const coldSteam = waterAt(COLDEST, FREEZING_PRESSURE * (1 - 1e-9))!.enthalpy;
  const low = enthalpy < coldSteam ? FREEZING_PRESSURE * (1 + 1e-9) : LOWEST;
  if (enthalpy < coldSteam && cold(low) > 0) return undefined;
  if (cold(HIGHEST) > 0) return [low, rootBetween(cold, low, HIGHEST)];
  return [low, enthalpy > waterAt(HOT, HIGHEST)!.enthalpy ? HIGHEST_WHEN_HOT : HIGHEST];
}

const MOST_STEPS = 80;
const NEAR = 1e-13;

/**
 * Pressure in MPa and temperature in K of water, steam or wet steam by its enthalpy in kJ/kg and entropy in kJ/(kg K);
 * undefined outside the formulation.
 * Source: the forward equations of IAPWS R7-97(2012), solved for the pressure by its slope (∂s/∂p) at constant h = −v/T; the
 * backward equations of SR2-01, SR3-03 and SR4-04 are approximations of this.
 */
export function waterByEnthalpyAndEntropy(
  enthalpy: number,
  entropy: number,
): { pressure: number; temperature: number } | undefined {
  const ends = pressuresOf(enthalpy);
  if (!ends) return undefined;
  let [low, high] = ends;
  const [first, last] = [placeAt(low, enthalpy), placeAt(high * (1 - 1e-12), enthalpy)];
  // With the pressure the entropy falls.
  if (!first || !last || entropy > first.entropy || entropy < last.entropy) return undefined;
  let pressure = Math.sqrt(low * high);
  for (let step = 0; step < MOST_STEPS; step++) {
    const found = placeAt(pressure, enthalpy);
    if (!found) return undefined;
    const missed = entropy - found.entropy;
    if (missed < 0) low = pressure;
    else high = pressure;
    const next = nextPressure(pressure, missed, found);
    const isNear = Math.abs(next - pressure) <= NEAR * pressure || high - low <= NEAR * high;
    if (isNear) return { pressure: isWithin(next, low, high) ? next : pressure, temperature: found.temperature };
    pressure = isWithin(next, low, high) ? next : Math.sqrt(low * high);
  }
  return { pressure, temperature: placeAt(pressure, enthalpy)!.temperature };
}

const isWithin = (pressure: number, low: number, high: number): boolean => pressure > low && pressure < high;
/** Lighter than this it is steam, whose entropy goes with the logarithm of the pressure. */
const LIGHT = 0.01;

function nextPressure(pressure: number, missed: number, { volume, temperature }: Place): number {
  const step = (-missed * temperature) / volume / 1000;
  return volume > LIGHT ? pressure * Math.exp(step / pressure) : pressure + step;
}
