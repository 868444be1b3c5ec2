import type { BuiltIn } from '../BuiltIn';
import { waterConductivity } from './conductivity';
import type { WaterState } from './FreeEnthalpy';
import { temperatureAt } from './backwards';
import { waterByEnthalpyAndEntropy } from './byEnthalpyAndEntropy';
import { COLDEST, HIGHEST, HOTTEST, waterAt, waterVolumeAt } from './regions';
import { saturationPressure, saturationTemperature } from './saturation';
import { qualityAt, wetAt } from './saturated';
import { surfaceTension, waterViscosity } from './transport';

export type { WaterState } from './FreeEnthalpy';
export { liquidWater } from './liquid';
export { saturationPressure, saturationTemperature } from './saturation';
export { backgroundConductivity, waterConductivity } from './conductivity';
export { waterAt } from './regions';
export { temperatureAt } from './backwards';
export { nearCritical } from './critical';
export { hotSteam } from './hotSteam';
export { waterByEnthalpyAndEntropy } from './byEnthalpyAndEntropy';
export { saturatedAt } from './saturated';
export { steam } from './steam';
export { surfaceTension, waterViscosity } from './transport';

const CRITICAL_TEMPERATURE = 647.096;
const pressure = { name: 'Pressure', unit: 'MPa', from: 1e-6, to: HIGHEST };
const enthalpy = { name: 'Specific enthalpy', unit: 'kJ/kg', from: 0, to: 7400 };
const entropy = { name: 'Specific entropy', unit: 'kJ/(kg K)', from: 0, to: 14 };
const boiling = { name: 'Pressure', unit: 'MPa', from: saturationPressure(COLDEST), to: 22.064 };
/** 0: boiling water, 1: dry steam. */
const quality = { name: 'Share of steam by mass', unit: '', from: 0, to: 1 };
const temperatureTo = (to: number) => ({ name: 'Temperature', unit: 'K', from: COLDEST, to });

/** Denser than at the critical point: liquid. */
const isLiquid = (t: number, p: number): boolean => waterVolumeAt(t, p) < 1 / 322;
type Sureness = NonNullable<BuiltIn['uncertainty']>;
/** Half of the stated share of a value, of liquid and of steam. */
const share = (liquid: number, vapour = liquid): Sureness => (v, t, p) => ((isLiquid(t, p) ? liquid : vapour) / 200) * Math.abs(v); // prettier-ignore

const ofPlace = (symbol: string, name: string, unit: string, stated: string, source: string, apply: BuiltIn['apply'], uncertainty?: Sureness): BuiltIn => ({
  symbol: `water_${symbol}`, name: `${name} of water and steam`, unit, source, stated, ...(uncertainty ? { uncertainty } : {}),
  arguments: [temperatureTo(HOTTEST), pressure], apply,
}); // prettier-ignore

const ofState = (symbol: string, name: string, unit: string, stated: string, source: string, apply: (w: WaterState, t: number) => number, uncertainty?: Sureness): BuiltIn =>
  ofPlace(symbol, name, unit, stated, source, (t, p) => {
    const state = waterAt(t, p);
    return state ? apply(state, t) : NaN;
  }, uncertainty); // prettier-ignore

const IF97 = 'IAPWS R7-97(2012), all regions';

export const water: readonly BuiltIn[] = [
  ofPlace('rho', 'Density', 'kg/m^3', 'liquid ±0.001 % near 1 bar up to ±0.02 %; steam ±0.05 % and more', IF97, (t, p) => 1 / waterVolumeAt(t, p), share(0.02, 0.1)),
  ofState('h', 'Specific enthalpy', 'kJ/kg', '±0.2 % and less', IF97, (w) => w.enthalpy, share(0.2)),
  ofState('s', 'Specific entropy', 'kJ/(kg K)', 'see the release', IF97, (w) => w.entropy),
  ofState('cp', 'Specific heat capacity', 'kJ/(kg K)', 'liquid ±0.1 %; steam up to ±3 %', IF97, (w) => w.heatCapacity, share(0.1, 3)),
  // At 80 °C it is 0.17 % above that of IAPWS R6-95.
  ofState('a', 'Speed of sound', 'm/s', 'liquid ±0.3 %; steam up to ±2 %', IF97, (w) => w.soundSpeed, share(0.3, 2)),
  ofState('alpha', 'Thermal expansion', '1/K', 'see the release', IF97, (w) => w.expansion),
  ofState('kappa', 'Isothermal compressibility', '1/MPa', 'see the release', IF97, (w) => w.densityByPressure * w.volume),
  ofState('mu', 'Dynamic viscosity', 'Pa s', '±1 to ±3 %', 'IAPWS R12-08 with the density of R7-97', (w, t) => waterViscosity(t, 1 / w.volume), share(3)),
  ofState('lambda', 'Thermal conductivity', 'W/(m K)', '±1 to ±5 %', 'IAPWS R15-11 with the states of R7-97', (w, t) => waterConductivity(t, w), share(5)),
  {
    symbol: 'water_psat', name: 'Vapour pressure of water', unit: 'MPa', source: 'IAPWS R7-97(2012), equation 30', stated: '±0.025 %',
    uncertainty: (v) => 1.25e-4 * v,
    arguments: [temperatureTo(CRITICAL_TEMPERATURE)], apply: saturationPressure,
  },
  {
    symbol: 'water_Tsat', name: 'Boiling temperature of water', unit: 'K', source: 'IAPWS R7-97(2012), equation 31', stated: 'as the vapour pressure',
    // What 0.0125 % of the pressure moves it.
    uncertainty: (v, p) => Math.abs(saturationTemperature(p * (1 - 1.25e-4)) - v),
    arguments: [boiling], apply: saturationTemperature,
  },
  {
    symbol: 'water_T_ph', name: 'Temperature of water by enthalpy', unit: 'K', source: IF97, stated: 'as the enthalpy',
    arguments: [pressure, enthalpy],
    apply: (p, h) => temperatureAt(p, 'enthalpy', h),
  },
  {
    symbol: 'water_T_ps', name: 'Temperature of water by entropy', unit: 'K', source: IF97, stated: 'as the entropy',
    arguments: [pressure, entropy],
    apply: (p, s) => temperatureAt(p, 'entropy', s),
  },
  {
    symbol: 'water_T_hs', name: 'Temperature of water by enthalpy and entropy', unit: 'K', source: IF97, stated: 'as the enthalpy and the entropy',
    arguments: [enthalpy, entropy],
    apply: (h, s) => waterByEnthalpyAndEntropy(h, s)?.temperature ?? NaN,
  },
  {
    symbol: 'water_p_hs', name: 'Pressure of water by enthalpy and entropy', unit: 'MPa', source: IF97, stated: 'as the enthalpy and the entropy',
    arguments: [enthalpy, entropy],
    apply: (h, s) => waterByEnthalpyAndEntropy(h, s)?.pressure ?? NaN,
  },
  {
    symbol: 'water_h_wet', name: 'Specific enthalpy of wet steam', unit: 'kJ/kg', source: IF97, stated: '±0.2 % and less',
    uncertainty: (v) => 1e-3 * Math.abs(v),
    arguments: [boiling, quality], apply: (p, x) => wetAt(p, x, 'enthalpy'),
  },
  {
    symbol: 'water_s_wet', name: 'Specific entropy of wet steam', unit: 'kJ/(kg K)', source: IF97, stated: 'see the release',
    arguments: [boiling, quality], apply: (p, x) => wetAt(p, x, 'entropy'),
  },
  {
    symbol: 'water_rho_wet', name: 'Density of wet steam', unit: 'kg/m^3', source: IF97, stated: 'as the density of water and steam',
    uncertainty: (v) => 5e-4 * v,
    arguments: [boiling, quality], apply: (p, x) => 1 / wetAt(p, x, 'volume'),
  },
  {
    symbol: 'water_x_ph', name: 'Share of steam by enthalpy', unit: '', source: IF97, stated: 'as the enthalpy',
    arguments: [boiling, enthalpy], apply: qualityAt,
  },
  {
    symbol: 'water_sigma', name: 'Surface tension of water', unit: 'N/m', source: 'IAPWS R1-76(2014)', stated: '±0.5 %',
    uncertainty: (v) => 2.5e-3 * v,
    arguments: [temperatureTo(CRITICAL_TEMPERATURE)], apply: surfaceTension,
  },
]; // prettier-ignore
