import { describe, expect, test } from '@jest/globals';
import { evaluateFormula } from '../../formula';
import { combined, type Channel } from '../../sample';
import {
  builtInOf,
  builtIns,
  emfOf,
  hotSteam,
  liquidWater,
  nearCritical,
  saturationPressure,
  saturationTemperature,
  steam,
  temperatureOf,
  valueOf,
  waterViscosity,
} from './index';

const relative = (found: number, expected: number): number => Math.abs(found / expected - 1);
const say = (symbol: string, ...at: number[]): number => valueOf(builtInOf(symbol)!, ...at);

describe('water', () => {
  // Source: IAPWS R7-97(2012), tables 5 and 15, from memory.
  test.each([
    ['liquid', liquidWater, 300, 3, 0.100215168e-2, 0.115331273e3, 0.392294792, 0.417301218e1, 0.150773921e4],
    ['liquid', liquidWater, 300, 80, 0.971180894e-3, 0.184142828e3, 0.368563852, 0.401008987e1, 0.163469054e4],
    ['liquid', liquidWater, 500, 3, 0.1202418e-2, 0.975542239e3, 0.258041912e1, 0.465580682e1, 0.124071337e4],
    ['steam', steam, 300, 0.0035, 0.394913866e2, 0.254991145e4, 0.852238967e1, 0.191300162e1, 0.427920172e3],
    ['steam', steam, 700, 0.0035, 0.923015898e2, 0.333568375e4, 0.101749996e2, 0.208141274e1, 0.644289068e3],
    ['steam', steam, 700, 30, 0.542946619e-2, 0.263149474e4, 0.517540298e1, 0.103505092e2, 0.480386523e3],
  ] as const)('%s as verified by the release (%#)', (_, region, t, p, v, h, s, cp, w) => {
    const found = region(t, p);
    expect(relative(found.volume, v)).toBeLessThan(3e-9);
    expect(relative(found.enthalpy, h)).toBeLessThan(3e-9);
    expect(relative(found.entropy, s)).toBeLessThan(3e-9);
    expect(relative(found.heatCapacity, cp)).toBeLessThan(3e-9);
    expect(relative(found.soundSpeed, w)).toBeLessThan(3e-9);
  });
  // Source: IAPWS R7-97(2012), tables 35 and 36, from memory.
  test.each([
    [300, 0.353658941e-2],
    [500, 0.263889776e1],
    [600, 0.123443146e2],
  ])('boils at %d K under %d MPa', (t, p) => expect(relative(saturationPressure(t), p)).toBeLessThan(3e-9));
  test.each([
    [0.1, 0.372755919e3],
    [1, 0.453035632e3],
    [10, 0.584149488e3],
  ])('under %d MPa at %d K', (p, t) => expect(relative(saturationTemperature(p), t)).toBeLessThan(3e-9));
  // Source: IAPWS R12-08, table 4, from memory.
  test.each([
    [298.15, 998, 889.7351],
    [373.15, 1000, 307.883622],
    [873.15, 100, 35.802262],
  ])('viscosity at %d K and %d kg/m³', (t, rho, mu) =>
    expect(relative(1e6 * waterViscosity(t, rho), mu)).toBeLessThan(1e-7),
  );
  // Source: computed by the reference library python3-iapws 1.5.2.
  test('conductivity at 20 °C and 101.325 kPa is 0.59801 W/(m K)', () =>
    expect(relative(say('water_lambda', 293.15, 0.101325), 0.5980109948505555)).toBeLessThan(1e-9));
  test('surface tension at 20 °C is 72.74 mN/m. Source: IAPWS R1-76(2014), table 1, from memory', () =>
    expect(say('water_sigma', 293.15)).toBeCloseTo(0.07274, 4));
  // Source: IAPWS R7-97(2012), tables 33 and 42, from memory.
  test('around the critical point and very hot as verified by the release', () => {
    expect(relative(nearCritical(650, 500).pressure, 25.5837018)).toBeLessThan(3e-9);
    expect(relative(nearCritical(750, 500).enthalpy, 2258.68845)).toBeLessThan(3e-9);
    expect(relative(nearCritical(650, 200).pressure, 22.2930643)).toBeLessThan(3e-9);
    expect(relative(hotSteam(1500, 30).volume, 0.0230761299)).toBeLessThan(3e-9);
    expect(relative(hotSteam(2000, 30).soundSpeed, 1067.36948)).toBeLessThan(3e-9);
  });
  test('each region holds where it should: nearly the same on both sides of its boundaries', () => {
    const boils = saturationPressure(400);
    expect(say('water_rho', 400, boils * 1.001)).toBeGreaterThan(900);
    expect(say('water_rho', 400, boils * 0.999)).toBeLessThan(2);
    // By density and by pressure.
    expect(say('water_rho', 650, 25.5837018)).toBeCloseTo(500, 5);
    expect(say('water_rho', 640, saturationPressure(640) * 1.0001)).toBeGreaterThan(450);
    expect(say('water_rho', 640, saturationPressure(640) * 0.9999)).toBeLessThan(200);
    // At 623.15 K, 863.15 K and 1073.15 K two formulations meet; the release allows for small steps.
    for (const [t, p] of [
      [623.15, 30],
      [863.15, 90],
      [1073.15, 10],
    ] as const)
      expect(relative(say('water_rho', t - 1e-6, p), say('water_rho', t + 1e-6, p))).toBeLessThan(2e-3);
    expect(say('water_rho', 1500, 60)).toBeNaN();
  });
});

describe('air, platinum and thermocouples', () => {
  // Source: ISO 2533:1975, table 5, from memory.
  test('the standard atmosphere at 11 000 m', () => {
    expect(say('atm_T', 11_000)).toBeCloseTo(216.65, 9);
    expect(say('atm_p', 11_000)).toBeCloseTo(22_632, 0);
    expect(say('atm_rho', 11_000)).toBeCloseTo(0.36392, 5);
    expect(say('atm_a', 11_000)).toBeCloseTo(295.07, 2);
  });
  // Source: IEC 60751:2008, table 1, from memory.
  test.each([
    [-200, 18.52],
    [-50, 80.31],
    [0, 100],
    [100, 138.51],
    [850, 390.48],
  ])('Pt100 at %d °C has %d Ω, and back', (t, r) => {
    expect(say('Pt100_R', t)).toBeCloseTo(r, 2);
    expect(say('Pt100_T', say('Pt100_R', t))).toBeCloseTo(t, 9);
    expect(say('Pt1000_R', t)).toBeCloseTo(10 * say('Pt100_R', t), 9);
  });
  // Source: IEC 60584-1 reference tables, from memory.
  test.each([
    ['K', 1000, 41.276],
    ['K', -100, -3.554],
    ['T', 200, 9.288],
    ['J', 500, 27.393],
    ['N', 100, 2.774],
    ['N', 1000, 36.256],
    ['N', -100, -2.407],
    ['E', 100, 6.319],
    ['E', 1000, 76.373],
    ['E', -200, -8.825],
    ['S', 100, 0.646],
    ['S', 1000, 9.587],
    ['S', 1500, 15.582],
    ['S', 1700, 17.947],
    ['R', 100, 0.647],
    ['R', 1000, 10.506],
    ['R', 1500, 17.451],
    ['R', 1700, 20.222],
    ['B', 500, 1.242],
    ['B', 1000, 4.834],
    ['B', 1800, 13.591],
  ] as const)('type %s at %d °C gives %d mV, and back', (type, t, emf) => {
    expect(emfOf(type, t)).toBeCloseTo(emf, 3);
    expect(temperatureOf(type, emfOf(type, t))).toBeCloseTo(t, 8);
  });
  test('the cold junction counts: what is measured against 25 °C is less', () => {
    expect(say('TC_K_T', emfOf('K', 500) - emfOf('K', 25), 25)).toBeCloseTo(500, 8);
    expect(say('TC_K_emf', 25, 25)).toBe(0);
  });
});

// Source: the approximation of OIML R 111-1:2004, equation E.3-1 (within 2e-4), from memory; dew point 9.3 °C and 7.3 g/kg
// at 20 °C and 50 % as in any psychrometric chart.
test('moist air', () => {
  for (const [t, hectopascals, percent] of [
    [20, 1013.25, 50],
    [15, 950, 20],
    [27, 1050, 80],
  ] as const) {
    const approximation = (0.34848 * hectopascals - 0.009 * percent * Math.exp(0.061 * t)) / (273.15 + t);
    expect(Math.abs(say('air_rho', t, hectopascals * 100, percent / 100) / approximation - 1)).toBeLessThan(2e-4);
  }
  // Dry, the formula meets the ideal gas within its compressibility of some parts in ten thousand.
  expect(Math.abs(say('air_rho', 20, 101_325, 0) / say('air_rho_dry', 20, 101_325) - 1)).toBeLessThan(6e-4);
  expect(say('air_dew', 20, 0.5)).toBeCloseTo(9.3, 1);
  expect(say('air_x', 20, 101_325, 0.5)).toBeCloseTo(0.00726, 4);
  expect(say('air_h', 20, 101_325, 0.5)).toBeCloseTo(38.5, 0);
  // Source: ISO 2533:1975, table 5, at 288.15 K: 1.7894e-5 Pa·s and 0.025343 W/(m·K), from memory.
  expect(say('air_mu', 15)).toBeCloseTo(1.7894e-5, 9);
  expect(say('air_lambda', 15)).toBeCloseTo(0.025343, 6);
});

test('every one refuses outside its range, and names its source', () => {
  for (const b of builtIns) {
    const middle = b.arguments.map((a) => (a.from + a.to) / 2);
    expect(b.source).not.toBe('');
    b.arguments.forEach((a, k) => {
      const outside = middle.map((m, i) => (i === k ? a.to + 1 : m));
      expect(valueOf(b, ...outside)).toBeNaN();
    });
  }
});

describe('in formulas', () => {
  const column = (symbol: string, unit: string, values: number[], error: number): [string, Channel] => [
    symbol,
    {
      symbol,
      name: symbol,
      unit,
      origin: 'logged',
      values: Float64Array.from(values),
      errors: () => new Map([[symbol, new Float64Array(values.length).fill(error)]]),
    },
  ];
  const channels = new Map([column('T_w', '°C', [20, 90, 2200], 0.5), column('p', 'bar', [1, 2, 3], 0.01)]);
  const ask = (formula: string, unit: string) => evaluateFormula(formula, unit, { channels, samples: 3 });
  test('units are converted on the way in and out, and what lies outside is missing and counted', () => {
    const { values, doubts } = ask('water_rho(T_w, p)', 'kg/m^3');
    expect(values[0]).toBeCloseTo(1 / liquidWater(293.15, 0.1).volume, 9);
    expect(values[2]).toBeNaN();
    expect([...doubts.outsideTable['water_rho']!]).toEqual([2]);
  });
  test('the uncertainty of its arguments is carried through', () => {
    const slope = (saturationPressure(293.16) - saturationPressure(293.14)) / 0.02;
    const errors = ask('water_psat(T_w)', 'kPa').errors();
    expect(errors.get('T_w')![0]).toBeCloseTo(1000 * slope * 0.5, 7);
    // Half of the stated 0.025 %.
    expect(combined(errors)![0]).toBeCloseTo(1000 * Math.hypot(slope * 0.5, 1.25e-4 * saturationPressure(293.15)), 7);
  });
  test('a wrong unit is told with what is needed', () =>
    expect(() => ask('water_rho(p, p)', '')).toThrow(
      expect.objectContaining({ code: 'ARGUMENT_UNIT', message: expect.stringContaining('Temperature in K') }) as never,
    ));
});
