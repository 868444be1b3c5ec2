import { air } from './air';
import { atmosphere } from './atmosphere';
import type { BuiltIn } from './BuiltIn';
import { resistanceThermometers } from './resistance';
import { thermocoupleFunctions } from './thermocouples';
import { water } from './water';

export { valueOf, type BuiltIn } from './BuiltIn';
export { airAt, densityOf, soundSpeedOf, viscosityOf } from './atmosphere';
export { aboutTemperatureOf, emfOf, temperatureOf, type ThermocoupleType } from './thermocouples';
export {
  hotSteam,
  liquidWater,
  nearCritical,
  saturationPressure,
  saturationTemperature,
  steam,
  surfaceTension,
  temperatureAt,
  waterAt,
  backgroundConductivity,
  waterConductivity,
  waterViscosity,
  type WaterState,
} from './water';

/** Everything that is computed from a published formulation, in the order in which it is listed. */
export const builtIns: readonly BuiltIn[] = [
  ...water,
  ...air,
  ...atmosphere,
  ...resistanceThermometers,
  ...thermocoupleFunctions,
];

export const builtInOf = (symbol: string): BuiltIn | undefined => builtIns.find((b) => b.symbol === symbol);
