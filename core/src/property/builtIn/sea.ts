import type { BuiltIn } from './BuiltIn';
import { saturationPressure } from './water/saturation';
import { waterAt } from './water/regions';

/** Powers i of the root of the reduced salinity, j of the temperature and k of the pressure, and the coefficient in J/kg. */
type SalineTerm = readonly [i: number, j: number, k: number, g: number];

/** Source: IAPWS R13-08, table 2, as read in the reference library python3-iapws 1.5.3. */
const terms: readonly SalineTerm[] = [
  [1, 0, 0, 5812.81456626732], [2, 0, 0, 1416.27648484197], [3, 0, 0, -2432.14662381794], [4, 0, 0, 2025.80115603697],
  [5, 0, 0, -1091.66841042967], [6, 0, 0, 374.60123787784], [7, 0, 0, -48.5891069025409], [1, 1, 0, 851.226734946706],
  [2, 1, 0, 168.072408311545], [3, 1, 0, -493.407510141682], [4, 1, 0, 543.835333000098],
  [5, 1, 0, -196.028306689776], [6, 1, 0, 36.7571622995805], [2, 2, 0, 880.031352997204],
  [3, 2, 0, -43.0664675978042], [4, 2, 0, -68.5572509204491], [2, 3, 0, -225.267649263401],
  [3, 3, 0, -10.0227370861875], [4, 3, 0, 49.3667694856254], [2, 4, 0, 91.4260447751259],
  [3, 4, 0, 0.875600661808945], [4, 4, 0, -17.1397577419788], [2, 5, 0, -21.6603240875311],
  [4, 5, 0, 2.49697009569508], [2, 6, 0, 2.13016970847183], [2, 0, 1, -3310.49154044839], [3, 0, 1, 199.459603073901],
  [4, 0, 1, -54.7919133532887], [5, 0, 1, 36.0284195611086], [2, 1, 1, 729.116529735046],
  [3, 1, 1, -175.292041186547], [4, 1, 1, -22.6683558512829], [2, 2, 1, -860.764303783977],
  [3, 2, 1, 383.058066002476], [2, 3, 1, 694.244814133268], [3, 3, 1, -460.319931801257],
  [2, 4, 1, -297.728741987187], [3, 4, 1, 234.565187611355], [2, 0, 2, 384.794152978599],
  [3, 0, 2, -52.2940909281335], [4, 0, 2, -4.08193978912261], [2, 1, 2, -343.956902961561],
  [3, 1, 2, 83.1923927801819], [2, 2, 2, 337.409530269367], [3, 2, 2, -54.1917262517112],
  [2, 3, 2, -204.889641964903], [2, 4, 2, 74.726141138756], [2, 0, 3, -96.5324320107458], [3, 0, 3, 68.0444942726459],
  [4, 0, 3, -30.1755111971161], [2, 1, 3, 124.687671116248], [3, 1, 3, -29.483064349429],
  [2, 2, 3, -178.314556207638], [3, 2, 3, 25.6398487389914], [2, 3, 3, 113.561697840594],
  [2, 4, 3, -36.4872919001588], [2, 0, 4, 15.8408172766824], [3, 0, 4, -3.41251932441282],
  [2, 1, 4, -31.656964386073], [2, 2, 4, 44.2040358308], [2, 3, 4, -11.1282734326413], [2, 0, 5, -2.62480156590992],
  [2, 1, 5, 7.04658803315449], [2, 2, 5, -7.92001547211682],
]; // prettier-ignore

const KELVIN = 273.15;
const STANDARD_PRESSURE = 0.101325;
/** Reduced units: salinity in kg/kg, temperature in K, pressure in MPa. */
const REDUCING = { salinity: (0.03516504 * 40) / 35, temperature: 40, pressure: 100 };

/** Free enthalpy with its derivatives by temperature and pressure; J/kg, K and Pa. */
interface FreeEnthalpy {
  g: number;
  t: number;
  p: number;
  tt: number;
  tp: number;
  pp: number;
}

/**
 * What sea salt adds to the free enthalpy of water.
 * @param temperature  K
 * @param pressure     MPa
 * @param salinity     kg/kg, absolute, with the composition of the reference
 * Source: IAPWS R13-08, equation 4.
 */
export function salinePart(temperature: number, pressure: number, salinity: number): FreeEnthalpy {
  const sum: FreeEnthalpy = { g: 0, t: 0, p: 0, tt: 0, tp: 0, pp: 0 };
  if (salinity === 0) return sum;
  const x = Math.sqrt(salinity / REDUCING.salinity);
  const tau = (temperature - KELVIN) / REDUCING.temperature;
  const pi = (pressure - STANDARD_PRESSURE) / REDUCING.pressure;
  const [byT, byP] = [1 / REDUCING.temperature, 1 / (REDUCING.pressure * 1e6)];
  for (const [i, j, k, g] of terms) {
    const salt = g * (i === 1 ? x * x * Math.log(x) : x ** i);
    const [t, p] = [tau ** j, pi ** k];
    const [dt, dp] = [j === 0 ? 0 : j * tau ** (j - 1) * byT, k === 0 ? 0 : k * pi ** (k - 1) * byP];
    const dtt = j < 2 ? 0 : j * (j - 1) * tau ** (j - 2) * byT * byT;
    const dpp = k < 2 ? 0 : k * (k - 1) * pi ** (k - 2) * byP * byP;
    sum.g += salt * t * p;
    sum.t += salt * dt * p;
    sum.p += salt * t * dp;
    sum.tt += salt * dtt * p;
    sum.tp += salt * dt * dp;
    sum.pp += salt * t * dpp;
  }
  return sum;
}

/** The same of water, from what is known of its state. Source: IAPWS AN3-07, the relations solved for the derivatives. */
function waterPart(temperature: number, pressure: number): FreeEnthalpy | undefined {
  const water = waterAt(temperature, pressure);
  if (!water) return undefined;
  const { volume, enthalpy, entropy, heatCapacity, expansion, densityByPressure } = water;
  return {
    g: 1000 * (enthalpy - temperature * entropy),
    t: -1000 * entropy,
    p: volume,
    tt: (-1000 * heatCapacity) / temperature,
    tp: volume * expansion,
    pp: -volume * volume * densityByPressure * 1e-6,
  };
}

export interface SeaState {
  density: number;
  enthalpy: number;
  entropy: number;
  heatCapacity: number;
  soundSpeed: number;
}

/**
 * Sea water, liquid; undefined where pure water would boil.
 * @returns density in kg/m³, kJ/kg, kJ/(kg K), m/s
 * Source: IAPWS R13-08 with the water of R7-97, as advised for industrial use by IAPWS AN5-13.
 */
export function seaAt(temperature: number, pressure: number, salinity: number): SeaState | undefined {
  if (pressure < saturationPressure(temperature)) return undefined;
  const [water, salt] = [waterPart(temperature, pressure), salinePart(temperature, pressure, salinity)];
  if (!water) return undefined;
  const of = (key: keyof FreeEnthalpy): number => water[key] + salt[key];
  const [g, t, p, tt, tp, pp] = [of('g'), of('t'), of('p'), of('tt'), of('tp'), of('pp')];
  return {
    density: 1 / p,
    enthalpy: (g - temperature * t) / 1000,
    entropy: -t / 1000,
    heatCapacity: (-temperature * tt) / 1000,
    soundSpeed: p * Math.sqrt(tt / (tp * tp - tt * pp)),
  };
}

/**
 * The range of sea water at any pressure. Warmer and saltier brine is covered at the pressure of the air alone, and there not in
 * its compressibility: at 80 °C and 100 g/kg the speed of sound would come out at 4 km/s.
 */
const RANGE = [
  { name: 'Temperature', unit: '°C', from: 0, to: 40 },
  { name: 'Pressure', unit: 'MPa', from: 1e-3, to: 100 },
  { name: 'Absolute salinity', unit: 'g/kg', from: 0, to: 42 },
];

const property = (
  symbol: string,
  name: string,
  unit: string,
  stated: string,
  of: (state: SeaState) => number,
  uncertainty?: (value: number) => number,
): BuiltIn => ({
  ...{ symbol: `sea_${symbol}`, name: `${name} of sea water`, unit, stated },
  source: 'IAPWS R13-08 with the water of R7-97 (AN5-13)',
  ...(uncertainty ? { uncertainty } : {}),
  arguments: RANGE,
  apply: (t, p, s) => {
    const state = seaAt(t + KELVIN, p, s / 1000);
    return state ? of(state) : NaN;
  },
});

export const sea: readonly BuiltIn[] = [
  property(
    'rho',
    'Density',
    'kg/m^3',
    '±0.01 % and less',
    (s) => s.density,
    (v) => 5e-5 * v,
  ),
  property('h', 'Specific enthalpy', 'kJ/kg', 'see the release', (s) => s.enthalpy),
  property('s', 'Specific entropy', 'kJ/(kg K)', 'see the release', (s) => s.entropy),
  property(
    'cp',
    'Specific heat capacity',
    'kJ/(kg K)',
    '±0.1 %',
    (s) => s.heatCapacity,
    (v) => 5e-4 * v,
  ),
  property(
    'a',
    'Speed of sound',
    'm/s',
    '±0.3 %, as that of water by R7-97',
    (s) => s.soundSpeed,
    (v) => 1.5e-3 * v,
  ),
];
