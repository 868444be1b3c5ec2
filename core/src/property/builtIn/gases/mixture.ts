import type { BuiltIn } from '../BuiltIn';

/** A gas of its own: cp/R = a1 + a2 T + a3 T² + a4 T³ + a5 T⁴, h/R = a6 + … , below and above 1000 K. */
interface IdealGas {
  /** g/mol. */
  molarMass: number;
  cold: readonly number[];
  hot: readonly number[];
}

const GAS_CONSTANT = 8.314462618;
const DIVIDE = 1000;
const argonAlways = [2.5, 0, 0, 0, 0, -745.375];

/**
 * Source: B. J. McBride, S. Gordon, M. A. Reno, NASA TM-4513 (1993), as read in the reference library Cantera 3.2.0; molar
 * masses from IUPAC's standard atomic weights, from memory.
 */
const species = {
  nitrogen: {
    molarMass: 28.0134,
    cold: [3.53100528, -1.23660987e-4, -5.02999437e-7, 2.43530612e-9, -1.40881235e-12, -1046.97628],
    hot: [2.95257626, 1.39690057e-3, -4.92631691e-7, 7.86010367e-11, -4.60755321e-15, -923.948645],
  },
  oxygen: {
    molarMass: 31.9988,
    cold: [3.78245636, -2.99673415e-3, 9.847302e-6, -9.68129508e-9, 3.24372836e-12, -1063.94356],
    hot: [3.66096083, 6.56365523e-4, -1.41149485e-7, 2.05797658e-11, -1.29913248e-15, -1215.97725],
  },
  carbonDioxide: {
    molarMass: 44.0095,
    cold: [2.35677352, 8.98459677e-3, -7.12356269e-6, 2.45919022e-9, -1.43699548e-13, -48371.9697],
    hot: [4.63659493, 2.74131991e-3, -9.95828531e-7, 1.60373011e-10, -9.16103468e-15, -49024.9341],
  },
  water: {
    molarMass: 18.0153,
    cold: [4.19864056, -2.0364341e-3, 6.52040211e-6, -5.48797062e-9, 1.77197817e-12, -30293.7267],
    hot: [2.67703787, 2.97318329e-3, -7.7376969e-7, 9.44336689e-11, -4.26900959e-15, -29885.8938],
  },
  argon: { molarMass: 39.948, cold: argonAlways, hot: argonAlways },
} as const satisfies Record<string, IdealGas>;

const coefficientsAt = ({ cold, hot }: IdealGas, t: number): readonly number[] => (t < DIVIDE ? cold : hot);

/** J/(mol K). */
function heatCapacityOf(gas: IdealGas, t: number): number {
  const [a1, a2, a3, a4, a5] = coefficientsAt(gas, t) as [number, number, number, number, number];
  return GAS_CONSTANT * (a1 + t * (a2 + t * (a3 + t * (a4 + t * a5))));
}

/** J/mol, with the heat of formation in it. */
function enthalpyOf(gas: IdealGas, t: number): number {
  const [a1, a2, a3, a4, a5, a6] = coefficientsAt(gas, t) as [number, number, number, number, number, number];
  return GAS_CONSTANT * (a6 + t * (a1 + t * (a2 / 2 + t * (a3 / 3 + t * (a4 / 4 + (t * a5) / 5)))));
}

/** Of a mixture of ideal gases: its molar mass in g/mol, heat capacity in J/(mol K), enthalpy in J/mol from 25 °C. */
export interface Mixture {
  molarMass: number;
  heatCapacity: number;
  enthalpy: number;
}

const ZERO = 298.15;
const ROUNDING = 1e-9;

/**
 * A mixture by the amounts of substance, what is left over being nitrogen; undefined where they are more than the whole.
 * @param temperature  K
 * Source: ideal gases, whose values by amount add up; common practice.
 */
export function mixtureAt(
  temperature: number,
  oxygen: number,
  carbonDioxide: number,
  water: number,
  argon: number,
): Mixture | undefined {
  const nitrogen = 1 - oxygen - carbonDioxide - water - argon;
  if (nitrogen < -ROUNDING) return undefined;
  const sum = (of: (gas: IdealGas) => number): number =>
    nitrogen * of(species.nitrogen) +
    oxygen * of(species.oxygen) +
    carbonDioxide * of(species.carbonDioxide) +
    water * of(species.water) +
    argon * of(species.argon);
  return {
    molarMass: sum((gas) => gas.molarMass),
    heatCapacity: sum((gas) => heatCapacityOf(gas, temperature)),
    enthalpy: sum((gas) => enthalpyOf(gas, temperature) - enthalpyOf(gas, ZERO)),
  };
}

const share = (name: string) => ({ name: `Mole fraction of ${name}`, unit: '', from: 0, to: 1 });

const property = (
  symbol: string,
  name: string,
  unit: string,
  stated: string,
  of: (mixture: Mixture, temperature: number) => number,
  uncertainty?: (value: number) => number,
): BuiltIn => ({
  ...{ symbol: `gas_${symbol}`, name: `${name} of a mixture of ideal gases`, unit, stated },
  source: 'NASA TM-4513 (1993); the rest is nitrogen',
  ...(uncertainty ? { uncertainty } : {}),
  arguments: [
    { name: 'Temperature', unit: 'K', from: 200, to: 3000 },
    ...[share('oxygen'), share('carbon dioxide'), share('water vapour'), share('argon')],
  ],
  apply: (t, ...shares) => {
    const found = mixtureAt(t, ...(shares as [number, number, number, number]));
    return found ? of(found, t) : NaN;
  },
});

/** Exhaust, humid air, dry air and their like, by mole fraction. */
export const mixtures: readonly BuiltIn[] = [
  property(
    'M',
    'Molar mass',
    'g/mol',
    '±0.001 g/mol',
    (m) => m.molarMass,
    () => 5e-4,
  ),
  property(
    'cp',
    'Specific heat capacity',
    'kJ/(kg K)',
    '±0.3 % at low pressure (common practice)',
    (m) => m.heatCapacity / m.molarMass,
    (v) => 1.5e-3 * v,
  ),
  property(
    'h',
    'Specific enthalpy from 25 °C',
    'kJ/kg',
    '±0.3 % at low pressure (common practice)',
    (m) => m.enthalpy / m.molarMass,
    (v) => 1.5e-3 * Math.abs(v),
  ),
  property(
    'kappa',
    'Ratio of heat capacities',
    '',
    '±0.1 % at low pressure (common practice)',
    (m) => m.heatCapacity / (m.heatCapacity - GAS_CONSTANT),
    (v) => 5e-4 * v,
  ),
  property(
    'R',
    'Specific gas constant',
    'kJ/(kg K)',
    '±0.005 %',
    (m) => GAS_CONSTANT / m.molarMass,
    (v) => 2.5e-5 * v,
  ),
];
