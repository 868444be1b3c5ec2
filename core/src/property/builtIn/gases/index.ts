import type { BuiltIn } from '../BuiltIn';
import { argon } from './argon';
import { carbonDioxide } from './carbonDioxide';
import type { ReferenceEquation } from './Helmholtz';
import { nitrogen } from './nitrogen';
import { oxygen } from './oxygen';
import { stateOfGas, type GasState } from './stateOfGas';

export { stateOfGas, type GasState } from './stateOfGas';
export { argon, carbonDioxide, nitrogen, oxygen };

interface Gas {
  symbol: string;
  name: string;
  equation: ReferenceEquation;
  source: string;
  /** K and MPa: above the melting line, and no further than the equation goes. */
  temperature: readonly [from: number, to: number];
  highest: number;
  /** Of density, heat capacity and speed of sound, in per cent, away from the critical point: as published, from memory. */
  stated: { density: number; heatCapacity: number; soundSpeed: number };
}

const gases: readonly Gas[] = [
  {
    ...{ symbol: 'N2', name: 'nitrogen', equation: nitrogen, source: 'Span et al. 2000' },
    ...{ temperature: [85, 1000], highest: 100 },
    stated: { density: 0.02, heatCapacity: 0.3, soundSpeed: 0.1 },
  },
  {
    ...{ symbol: 'O2', name: 'oxygen', equation: oxygen, source: 'Schmidt and Wagner 1985' },
    ...{ temperature: [70, 300], highest: 80 },
    stated: { density: 0.1, heatCapacity: 2, soundSpeed: 1 },
  },
  {
    ...{ symbol: 'CO2', name: 'carbon dioxide', equation: carbonDioxide, source: 'Span and Wagner 1996' },
    ...{ temperature: [240, 1100], highest: 100 },
    stated: { density: 0.1, heatCapacity: 1.5, soundSpeed: 1 },
  },
  {
    ...{ symbol: 'Ar', name: 'argon', equation: argon, source: 'Tegeler, Span and Wagner 1999' },
    ...{ temperature: [110, 700], highest: 100 },
    stated: { density: 0.03, heatCapacity: 0.3, soundSpeed: 0.1 },
  },
];

/** Enthalpy and entropy count from here. */
const ZERO = { temperature: 298.15, pressure: 0.101325 };
const COUNTED = 'counted from 25 °C and 101.325 kPa';

/** What is asked of a gas. @param stated  half of it is the standard uncertainty; undefined: none is stated */
function propertiesOf({ symbol, name, equation, source, temperature, highest, stated }: Gas): BuiltIn[] {
  const zero = stateOfGas(equation, ZERO.temperature, ZERO.pressure);
  const property = (
    ending: string,
    quantity: string,
    unit: string,
    of: (state: GasState) => number,
    percent?: number,
  ): BuiltIn => ({
    symbol: `${symbol}_${ending}`,
    name: `${quantity} of ${name}`,
    ...{ unit, source: `${source}, reference equation` },
    stated: percent === undefined ? COUNTED : `±${percent} % away from the critical point`,
    ...(percent === undefined ? {} : { uncertainty: (v: number) => (percent / 200) * Math.abs(v) }),
    arguments: [
      { name: 'Temperature', unit: 'K', from: temperature[0], to: temperature[1] },
      { name: 'Pressure', unit: 'MPa', from: 1e-6, to: highest },
    ],
    apply: (t, p) => of(stateOfGas(equation, t, p)),
  });
  return [
    property('rho', 'Density', 'kg/m^3', (s) => s.density, stated.density),
    property('h', 'Specific enthalpy', 'kJ/kg', (s) => s.enthalpy - zero.enthalpy),
    property('s', 'Specific entropy', 'kJ/(kg K)', (s) => s.entropy - zero.entropy),
    property('cp', 'Specific heat capacity', 'kJ/(kg K)', (s) => s.heatCapacity, stated.heatCapacity),
    property(
      'cv',
      'Heat capacity at constant volume',
      'kJ/(kg K)',
      (s) => s.isochoricHeatCapacity,
      stated.heatCapacity,
    ),
    property('a', 'Speed of sound', 'm/s', (s) => s.soundSpeed, stated.soundSpeed),
  ];
}

/** Dry gases by their reference equations. */
export const dryGases: readonly BuiltIn[] = gases.flatMap(propertiesOf);
