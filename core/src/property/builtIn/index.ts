import { air } from './air';
import { atmosphere } from './atmosphere';
import { dryGases } from './gases';
import { humidityFrom } from './humidity';
import { mixtures } from './gases/mixture';
import type { BuiltIn } from './BuiltIn';
import { resistanceThermometers } from './resistance';
import { sea } from './sea';
import { thermocoupleFunctions } from './thermocouples';
import { water } from './water';

export { valueOf, type BuiltIn } from './BuiltIn';
export { airAt, densityOf, soundSpeedOf, viscosityOf } from './atmosphere';
export { argon, carbonDioxide, nitrogen, oxygen, stateOfGas, type GasState } from './gases';
export { salinePart, seaAt } from './sea';
export { aboutTemperatureOf, emfOf, temperatureOf, type ThermocoupleType } from './thermocouples';
export {
  hotSteam,
  liquidWater,
  nearCritical,
  saturatedAt,
  saturationPressure,
  saturationTemperature,
  steam,
  surfaceTension,
  temperatureAt,
  waterAt,
  waterByEnthalpyAndEntropy,
  backgroundConductivity,
  waterConductivity,
  waterViscosity,
  type WaterState,
} from './water';

/** Everything that is computed from a published formulation, in the order in which it is listed. */
export const builtIns: readonly BuiltIn[] = [
  ...water,
  ...sea,
  ...air,
  ...humidityFrom,
  ...dryGases,
  ...mixtures,
  ...atmosphere,
  ...resistanceThermometers,
  ...thermocoupleFunctions,
];

export const builtInOf = (symbol: string): BuiltIn | undefined => builtIns.find((b) => b.symbol === symbol);
