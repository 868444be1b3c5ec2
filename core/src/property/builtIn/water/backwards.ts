import { rootBetween } from '../../../number/rootBetween';
import { HIGHEST_WHEN_HOT, HOT, HOTTEST, waterAt, COLDEST } from './regions';

/**
 * The temperature in K at which water or steam of a pressure has an enthalpy (kJ/kg) or an entropy (kJ/(kg K)); wet
 * steam has its boiling temperature. NaN outside the formulation.
 * @param pressure  MPa
 * Source: the forward equations of IAPWS R7-97(2012), solved; the release's backward equations are approximations of this.
 */
export function temperatureAt(pressure: number, of: 'enthalpy' | 'entropy', value: number): number {
  const hottest = pressure <= HIGHEST_WHEN_HOT ? HOTTEST : HOT;
  const missed = (temperature: number): number => waterAt(temperature, pressure)![of] - value;
  const [low, high] = [missed(COLDEST), missed(hottest)];
  if (low === 0) return COLDEST;
  return low < 0 && high >= 0 ? rootBetween(missed, COLDEST, hottest) : NaN;
}
