import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { PropertyTable } from '../property';
import type { Channel } from '../sample';
import { convert, parseUnit } from '../units';
import { evaluateFormula } from './index';

/**
 * Temperatures and pressures as points and differences as vectors: a combination of points whose weights add up to 1
 * is a point, to 0 a vector, and nothing else means anything (J. Gallier, Geometric Methods and Applications, 2nd ed.,
 * section 2.1). Expected values are by hand.
 */
const channel = (symbol: string, unit: string, value: number, datum?: Channel['datum']): [string, Channel] => [
  symbol,
  { symbol, name: symbol, unit, datum, origin: 'logged', values: Float64Array.of(value) },
];
const channels = new Map([
  channel('T', '°C', 20),
  channel('T2', '°C', 30),
  channel('TK', 'K', 300),
  channel('TF', '°F', 68),
  channel('dT', 'K', 5, 'difference'),
  channel('p_g', 'kPa(g)', 100),
  channel('p_a', 'kPa(a)', 200),
  channel('p', 'kPa', 250),
  channel('p_d', 'MPa', 0.2137),
  channel('n', 'rpm', 1500),
  channel('f', '1/min', 1500),
  channel('M', 'N·m', 10),
  channel('c', '', 1),
]);
const table: PropertyTable = {
  symbol: 'rho',
  name: 'Density',
  xName: 'T',
  xUnit: '°C',
  yUnit: 'kg/m³',
  source: 'made up',
  outside: 'refuse',
  x: [0, 50],
  y: [1000, 990],
};
const evaluate = (formula: string, unit = '', ambient?: number) =>
  evaluateFormula(formula, unit, { channels, tables: new Map([['rho', table]]), samples: 1, ambient });
const refused = (formula: string, unit: string, code: string, ambient?: number) =>
  expect(() => evaluate(formula, unit, ambient)).toThrow(expect.objectContaining({ code }) as never);

describe('a temperature is converted, never relabelled', () => {
  test.each([
    ['0.5*T + 0.5*T2', '°C', 25],
    ['(T + T2)/2', '°C', 25],
    ['(T + T2 + TF)/3', '°C', 70 / 3],
    ['T + 0.02*(T - 0 [°C])', '°C', 20.4],
    ['abs(T)', '°C', 20],
    ['T/1', '°C', 20],
    ['T*1', '°F', 68],
    ['min(T, 273.15 [K])', '°C', 0],
    ['if(c > 0, T, TK)', '°C', 20],
    ['T + 5 [K]', '°C', 25],
    ['T + dT', '°C', 25],
    ['T - dT', '°C', 15],
    ['T - 5 [Δ°C]', '°C', 15],
    ['mean of T', 'K', 293.15],
    ['absolute(TK)', '°C', 26.85],
    ['absolute(1.02*T)', 'K', 1.02 * 293.15],
    ['absolute(T*(p_d/0.1 [MPa])^0.286)', '°C', 293.15 * 2.137 ** 0.286 - 273.15],
    // ISO 2533: 288.15 K at sea level.
    ['atm_T(0 [m])', '°C', 15],
    ['2*T - T2', '°C', 10],
  ])('%s in %s is %d', (formula, unit, value) => expect(evaluate(formula, unit).values[0]).toBeCloseTo(value, 9));

  // IAPWS R7-97(2012), table 36: 453.035 632 K at 1 MPa.
  test('the boiling temperature at 1 MPa is 179.885 632 °C', () =>
    expect(evaluate('water_Tsat(1 [MPa])', '°C').values[0]).toBeCloseTo(179.885632, 5));

  test.each([
    ['T - T2', '°C', -10, 'Δ°C'],
    ['dT', '°C', 5, 'Δ°C'],
    ['T - 10 [°C]', '°F', 18, 'Δ°F'],
    ['difference(TK - T)', '°C', 6.85, 'Δ°C'],
  ])('%s asked for in %s is the difference %d and says so', (formula, unit, value, shown) => {
    const result = evaluate(formula, unit);
    expect(result.values[0]).toBeCloseTo(value, 9);
    expect([result.unit.text, result.datum]).toEqual([shown, 'difference']);
  });

  test.each([
    ['TK', '°C', 'DATUM_ASKED'],
    ['TK - 273.15 [K]', '°C', 'DATUM_ASKED'],
    ['T - TK', '°C', 'DATUM_ASKED'],
    ['T*(p_d/0.1 [MPa])', '°C', 'DATUM_ASKED'],
    ['T*1.02', '°C', 'TEMPERATURE_SUM'],
    ['T*1.02', 'K', 'TEMPERATURE_SUM'],
    ['T + T2', 'K', 'TEMPERATURE_SUM'],
    ['-T', '°C', 'TEMPERATURE_SUM'],
    ['T', 'Δ°C', 'DATUM_MIXED'],
    ['difference(T)', 'K', 'DATUM_MIXED'],
    ['if(T - T2 > 5 [°C], 1, 0)', '', 'DATUM_MIXED'],
    ['min(T - T2, T)', 'K', 'DATUM_MIXED'],
    ['rho(T - T2)', '', 'DATUM_MIXED'],
    ['rho(T + T2)', '', 'DATUM_MIXED'],
    ['absolute(M)', '', 'ARGUMENT_UNIT'],
    ['gauge(T)', 'K', 'ARGUMENT_UNIT'],
    ['gauge(TK)', 'K', 'ARGUMENT_UNIT'],
    ['difference(1.02*T)', 'K', 'DATUM_MIXED'],
  ])('%s in %s is refused as %s', (formula, unit, code) => refused(formula, unit, code));

  test('in K nothing is asked, since both readings are the same number there', () => {
    expect(evaluate('T - TK', 'K').values[0]).toBeCloseTo(-6.85, 9);
    expect(evaluate('TK', 'K').values[0]).toBe(300);
    expect(evaluate('T*(p_d/0.1 [MPa])', 'K').values[0]).toBeCloseTo(293.15 * 2.137, 9);
  });
});

describe('a gauge pressure counts from the ambient one', () => {
  test.each([
    ['p_g', 'kPa(a)', 95_000, 195],
    ['absolute(p_g)', 'kPa', 95_000, 195],
    ['p_a', 'bar(g)', 95_000, 1.05],
    ['gauge(p_a)', 'kPa(g)', 95_000, 105],
    ['p_a - p_g', 'kPa', undefined, 100],
    ['p_g + 101.325 [kPa(a)]', 'kPa(a)', undefined, 201.325],
    ['p_g + p', 'kPa', undefined, 350],
    ['absolute(p)', 'kPa(a)', undefined, 250],
    ['difference(p_g)', 'kPa', undefined, 100],
    ['p_a*2', 'kPa', undefined, 400],
  ])('%s in %s at an ambient pressure of %p Pa is %d', (formula, unit, ambient, value) =>
    expect(evaluate(formula, unit, ambient).values[0]).toBeCloseTo(value, 9),
  );
  test('shown without a word it keeps its (g)', () => {
    expect(evaluate('p_g').unit.text).toBe('Pa(g)');
    expect(evaluate('p_g', 'bar')).toMatchObject({ unit: { text: 'bar(g)' }, datum: 'gauge' });
  });
  test.each([
    ['p_g', 'kPa(a)', 'AMBIENT_UNKNOWN'],
    ['water_Tsat(p_g)', 'K', 'AMBIENT_UNKNOWN'],
    ['water_Tsat(p_a - p_a)', 'K', 'DATUM_MIXED'],
    ['p', 'kPa(g)', 'DATUM_ASKED'],
    ['if(p_g > p_a, 1, 0)', '', 'DATUM_MIXED'],
  ])('%s in %s is refused as %s', (formula, unit, code) => refused(formula, unit, code));
  test.each(['mmHg', 'N/m²', 'atm'])('shown in %s, which has no (g), it is a unit that can be read again', (unit) => {
    const shown = evaluate('p_g', unit);
    expect(() => parseUnit(shown.unit.text)).not.toThrow();
    expect(shown.datum).toBe('gauge');
  });
  test('a formulation takes the absolute pressure, whichever is given', () =>
    expect(evaluate('water_Tsat(p_g)', 'K', 100_000).values[0]).toBeCloseTo(
      evaluate('water_Tsat(p_a)', 'K').values[0]!,
      9,
    ));
});

describe('what turns is no count', () => {
  test.each([
    ['n*M', 'W', 1500 * ((2 * Math.PI) / 60) * 10],
    ['f*1 [rev]', 'rpm', 1500],
    ['n/1 [rev]', 'Hz', 25],
    ['sin(90 [°])', '', 1],
    ['atan2(1, 1)', '°', 45],
    ['atan2(1, 1) + 45 [°]', '°', 90],
    ['0.1 [m]*n/1 [rad]', 'm/s', 0.1 * 50 * Math.PI],
    ['pi*0.2 [m]*n/1 [rev]', 'm/s', 0.1 * 50 * Math.PI],
    ['100 [W]/(M*n)', '%', (100 * 100) / (500 * Math.PI)],
    ['2 [kg m^2]*(n/1 [s])', 'N·m', 100 * Math.PI],
    // 10 J for each of 1500 strokes a minute.
    ['f*10 [J]', 'W', 250],
  ])('%s in %s is %d', (formula, unit, value) => expect(evaluate(formula, unit).values[0]).toBeCloseTo(value, 9));
  test.each([
    ['n', '1/min', 'ANGLE_OR_COUNT'],
    ['n', 'Hz', 'ANGLE_OR_COUNT'],
    ['f', 'rpm', 'ANGLE_OR_COUNT'],
    ['f*M', 'W', 'TORQUE_PER_COUNT'],
    ['n + f', 'rpm', 'UNIT_CLASH'],
    ['if(n > 20 [Hz], 1, 0)', '', 'UNIT_CLASH'],
    ['1 [cm^3]*n', 'L/min', 'ANGLE_OR_COUNT'],
    ['0.1 [m]*n', 'm/s', 'ANGLE_OR_COUNT'],
  ])('%s in %s is refused as %s', (formula, unit, code) => refused(formula, unit, code));
});

describe('the same physical quantity in another unit gives the same result', () => {
  const formulas = ['0.25*A + 0.75*B', 'A - B', 'max(A, B)', 'A + 0.5*(B - A)', '(A + B)/2 - B'];
  const units = ['°C', '°F'];
  test.each(formulas)('%s', (formula) =>
    fc.assert(
      fc.property(
        fc.double({ min: -200, max: 900, noNaN: true }),
        fc.double({ min: -200, max: 900, noNaN: true }),
        fc.constantFrom(...units),
        fc.constantFrom(...units),
        (a, b, ua, ub) => {
          const given = (symbol: string, celsius: number, unit: string) =>
            channel(symbol, unit, convert(celsius, parseUnit('°C'), parseUnit(unit)));
          const of = (u: string, v: string) =>
            evaluateFormula(formula, '°C', { channels: new Map([given('A', a, u), given('B', b, v)]), samples: 1 });
          const [one, other] = [of('°C', '°C'), of(ua, ub)];
          expect(other.unit.text).toBe(one.unit.text);
          // Zero points of 460 degrees cost three digits.
          expect(Math.abs(other.values[0]! - one.values[0]!)).toBeLessThan(1e-9);
        },
      ),
    ),
  );
  test('weights that add up to neither 1 nor 0 are refused, whatever they are', () =>
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), fc.double({ min: -3, max: 3, noNaN: true }), (v, w) => {
        fc.pre(Math.abs(v + w) > 1e-6 && Math.abs(v + w - 1) > 1e-6);
        refused(`(${v.toFixed(7)})*T + (${w.toFixed(7)})*T2`, '°C', 'TEMPERATURE_SUM');
      }),
    ));
});

test('a missing sample to the power 0 stays missing', () => {
  const holed = new Map([...channels, channel('h', '', NaN)]);
  expect(evaluateFormula('h^0', '', { channels: holed, samples: 1 }).values[0]).toBeNaN();
});
