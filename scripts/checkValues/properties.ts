import {
  aboutTemperatureOf,
  airAt,
  backgroundConductivity,
  builtInOf,
  densityOf,
  emfOf,
  evaluateFormula,
  hotSteam,
  liquidWater,
  nearCritical,
  saturationPressure,
  saturationTemperature,
  soundSpeedOf,
  steam,
  surfaceTension,
  temperatureAt,
  temperatureOf,
  valueOf,
  viscosityOf,
  waterAt,
  waterConductivity,
  waterViscosity,
  type WaterState,
} from '@undameter/core';
import type { Case, Checker } from './Checker';
import { compareNumbers, worstOf, type Outcome } from './compareNumbers';

const checker = (kind: string, tolerance: string, check: (c: Case) => Outcome): Checker => ({
  file: 'properties',
  kind,
  tolerance,
  check,
});
const near = (label: string, expected: number, found: number, relative: number): Outcome =>
  compareNumbers(label, [expected], [found], relative, 1e-9);

const regions = { 1: liquidWater, 2: steam, 5: hotSteam };

/** The arguments of a call such as `_Backward1_T_Ph(3,500)`. */
const argumentsOf = (c: Case): number[] => /\(([^)]*)\)/.exec(c['expression'])![1]!.split(',').slice(0, 2).map(Number);

const symbols = {
  v: 'volume',
  h: 'enthalpy',
  s: 'entropy',
  cp: 'heatCapacity',
  w: 'soundSpeed',
  cv: 'isochoricHeatCapacity',
  alfav: 'expansion',
} as const;

/** One property of a region by its short name: `_Region1(300,3)["h"]`. */
function propertyOf(region: number, a: number, b: number, name: string): number {
  const state = region === 3 ? nearCritical(b, a) : regions[region as keyof typeof regions](a, b);
  if (name === 'P') return region === 3 ? nearCritical(b, a).pressure : b;
  if (name === 'T') return region === 3 ? b : a;
  if (name === 'rho') return 1 / state.volume;
  if (name === 'kt') return state.densityByPressure * state.volume;
  return state[symbols[name as keyof typeof symbols]];
}

/** An expression of properties of regions, such as an inner energy: `_Region1(300,3)["h"]-3000*_Region1(300,3)["v"]`. */
function ofRegion(c: Case): number {
  const text = (c['expression'] as string).replace(
    /_Region(\d)\(([^)]*)\)\["(\w+)"\]/g,
    (_, region: string, list: string, name: string) => {
      const [a, b] = list.split(',').map(Number) as [number, number];
      return `(${propertyOf(Number(region), a, b, name)})`;
    },
  );
  return evaluateFormula(text, '', { channels: new Map(), samples: 1 }).values[0]!;
}

const single: Record<string, (a: number) => number> = {
  PSat_T: saturationPressure,
  TSat_P: saturationTemperature,
  Tension: surfaceTension,
};

/** The release's backward equations meet its forward ones within 25 mK, those of entropy likewise; volumes within 0.001 %, next to the critical point (parts u to z) within 2 % (from memory). */
const BACKWARD = { kelvins: 0.025, volume: 1e-5, nearCritical: 0.02 };
const backwards = ['1', '2a', '2b', '2c', '3a', '3b'].flatMap((region) =>
  (['enthalpy', 'entropy'] as const).map((of) =>
    checker(
      `iapws Backward${region}_T_${of === 'enthalpy' ? 'Ph' : 'Ps'}`,
      `${BACKWARD.kelvins} K: how far the release lets its backward equation be off`,
      (c) => {
        const [p, value] = argumentsOf(c) as [number, number];
        return compareNumbers('T', [c['published']], [temperatureAt(p, of, value)], BACKWARD.kelvins / 273, 273);
      },
    ),
  ),
);

interface ListedPiece {
  range?: [number, number];
  range_uV?: [number, number];
  c: number[];
  exp?: [number, number, number] | null;
}

/** The listed polynomials against the ones here, at places within each piece. */
function ofPieces(pieces: readonly ListedPiece[], own: (x: number) => number): Outcome {
  const at = pieces.flatMap(({ range, range_uV, c, exp }) => {
    const [from, to] = (range ?? range_uV)!;
    return [0.1, 0.35, 0.6, 0.85].map((share) => {
      const x = from + share * (to - from);
      const sum = c.reduceRight((total, coefficient) => total * x + coefficient, 0);
      return { x, y: exp ? sum + exp[0] * Math.exp(exp[1] * (x - exp[2]) ** 2) : sum };
    });
  });
  return compareNumbers(
    'value',
    at.map((p) => p.y),
    at.map((p) => own(p.x)),
    1e-12,
    1,
  );
}

export const properties: Checker[] = [
  checker('thermocouple-coefficients', 'relative 1e-12', (c) =>
    worstOf(
      ofPieces(c['direct'], (t) => 1000 * emfOf(c['type'], t)),
      ofPieces(c['inverse'], (emf) => aboutTemperatureOf(c['type'], emf / 1000) ?? NaN),
    ),
  ),
  ...[1, 2, 3, 5].map((region) =>
    checker(`iapws Region${region}`, 'relative 1e-8: the nine digits of the release', (c) =>
      near('value', c['published'], ofRegion(c), 1e-8),
    ),
  ),
  ...Object.entries(single).map(([name, of]) =>
    checker(`iapws ${name}`, 'relative 1e-8: the nine digits of the release', (c) =>
      near('value', c['published'], of(argumentsOf(c)[0]!), 1e-8),
    ),
  ),
  checker('iapws Viscosity', 'relative 1e-9', (c) => {
    const [rho, t] = argumentsOf(c) as [number, number];
    return near('mu', c['published'], waterViscosity(t, rho), 1e-9);
  }),
  checker(
    'iapws ThCond',
    'relative 1e-8: the nine digits of the release, without the enhancement as its table has it',
    (c) => {
      const [rho, t] = argumentsOf(c) as [number, number];
      return near('lambda', c['published'], backgroundConductivity(t, rho), 1e-8);
    },
  ),
  ...backwards,
  ...['3a', '3b'].flatMap((region) =>
    (['enthalpy', 'entropy'] as const).map((of) =>
      checker(
        `iapws Backward${region}_v_${of === 'enthalpy' ? 'Ph' : 'Ps'}`,
        'relative 1e-4: how far the release lets its backward equation be off',
        (c) => {
          const [p, value] = argumentsOf(c) as [number, number];
          return near('v', c['published'], waterAt(temperatureAt(p, of, value), p)!.volume, 1e-4);
        },
      ),
    ),
  ),
  checker(
    'iapws Backward3x_v_PT',
    'relative 1e-5, 0.02 in parts u to z: how far the release lets its backward equation be off',
    (c) => {
      const [t, p] = argumentsOf(c) as [number, number];
      const isClose = /"[u-z]"/.test(c['expression']);
      return near('v', c['published'], waterAt(t, p)!.volume, isClose ? BACKWARD.nearCritical : BACKWARD.volume);
    },
  ),
  checker('if97-sat', 'relative 1e-8: the nine digits of the release', (c) =>
    c['T_K'] === undefined
      ? near('T', c['published'], saturationTemperature(c['p_MPa']), 1e-8)
      : near('p', c['published'], saturationPressure(c['T_K']), 1e-8),
  ),
  checker('if97-region', 'relative 1e-8: the nine digits of the release', (c) => {
    const { v, h, s, cp, w, p } = c['published'];
    const critical = c['region'] === 3 ? nearCritical(c['T_K'], c['rho']) : undefined;
    const state = critical ?? regions[c['region'] as keyof typeof regions](c['T_K'], c['p_MPa']);
    return worstOf(
      near(critical ? 'p' : 'v', critical ? p : v, critical ? critical.pressure : state.volume, 1e-8),
      near('h', h, state.enthalpy, 1e-8),
      near('s', s, state.entropy, 1e-8),
      near('cp', cp, state.heatCapacity, 1e-8),
      near('w', w, state.soundSpeed, 1e-8),
    );
  }),
  checker('if97-state', 'relative 1e-9', (c) => {
    const state = waterAt(c['T_K'], c['p_MPa'])!;
    return worstOf(
      near('rho', c['rho'], 1 / state.volume, 1e-9),
      near('h', c['h'], state.enthalpy, 1e-9),
      near('s', c['s'], state.entropy, 1e-9),
      near('cp', c['cp'], state.heatCapacity, 1e-9),
      near('cv', c['cv'], state.isochoricHeatCapacity, 1e-9),
      near('w', c['w'], state.soundSpeed, 1e-9),
      near('mu', c['mu'], waterViscosity(c['T_K'], 1 / state.volume), 1e-9),
      near('k', c['k'], waterConductivity(c['T_K'], state), 1e-9),
    );
  }),
  checker('saturation', 'relative 1e-9, of 1 kJ where enthalpy and entropy pass through zero', (c) => {
    const [t, p] = [c['T_K'], c['p_MPa']];
    const ofPhase = (w: WaterState, side: 'l' | 'v') => [
      near(`rho_${side}`, c[`rho_${side}`], 1 / w.volume, 1e-9),
      compareNumbers(`h_${side}`, [c[`h_${side}`]], [w.enthalpy], 1e-9, 1),
      compareNumbers(`s_${side}`, [c[`s_${side}`]], [w.entropy], 1e-9, 1),
      near(`cp_${side}`, c[`cp_${side}`], w.heatCapacity, 1e-9),
      near(`mu_${side}`, c[`mu_${side}`], waterViscosity(t, 1 / w.volume), 1e-9),
      near(`k_${side}`, c[`k_${side}`], waterConductivity(t, w), 1e-9),
    ];
    return worstOf(
      near('p', p, saturationPressure(t), 1e-9),
      near('sigma', c['sigma'], surfaceTension(t), 1e-9),
      ...ofPhase(liquidWater(t, p), 'l'),
      ...ofPhase(steam(t, p), 'v'),
    );
  }),
  checker('viscosity', 'relative 1e-7: the digits of the release', (c) =>
    near('mu', c['published_uPas'], 1e6 * waterViscosity(c['T_K'], c['rho']), 1e-7),
  ),
  checker('isa', 'relative 1e-9', (c) => {
    const air = airAt(c['H_geopotential_m']);
    return worstOf(
      near('T', c['T_K'], air.temperature, 1e-9),
      near('p', c['p_Pa'], air.pressure, 1e-9),
      near('rho', c['rho'], densityOf(air), 1e-9),
      near('a', c['a'], soundSpeedOf(air), 1e-9),
      near('mu', c['mu'], viscosityOf(air), 1e-9),
    );
  }),
  checker('pt100', 'relative 1e-9, and back again to 1e-9 of a kelvin', (c) => {
    const r = valueOf(builtInOf('Pt100_R')!, c['t_C']);
    return worstOf(
      near('R', c['R_ohm'], r, 1e-9),
      near('t', c['t_C'] + 273.15, valueOf(builtInOf('Pt100_T')!, r) + 273.15, 1e-11),
    );
  }),
  checker(
    'thermocouple',
    'relative 1e-9; back by the inverse polynomial as stated there, and exactly to 1e-6 of a kelvin',
    (c) => {
      const emf = emfOf(c['type'], c['t_C']);
      return worstOf(
        compareNumbers('emf', [c['emf_mV']], [emf], 1e-9, 10),
        compareNumbers('inverse', [c['inverse_t_C']], [aboutTemperatureOf(c['type'], c['table_mV'])], 1e-9, 1),
        compareNumbers('exact inverse', [c['t_C'] + 273.15], [temperatureOf(c['type'], emf) + 273.15], 4e-9),
      );
    },
  ),
];
