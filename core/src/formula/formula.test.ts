import { describe, expect, test } from '@jest/globals';
import type { Channel } from '../sample';
import type { PropertyTable } from '../property';
import { evaluateFormula } from './index';

const channel = (symbol: string, unit: string, ...values: number[]): [string, Channel] => [
  symbol,
  { symbol, name: symbol, unit, origin: 'logged', values: Float64Array.from(values) },
];
const channels = new Map([
  channel('p_d', 'kPa', 300, 400),
  channel('p_s', 'kPa', 100, 100),
  channel('Q', 'L/min', 60, 0),
  channel('T_w', '°C', 20, 150),
]);
const density: PropertyTable = {
  symbol: 'rho_w',
  name: 'Water density',
  xName: 'Temperature',
  xUnit: '°C',
  yUnit: 'kg/m³',
  source: 'test',
  outside: 'refuse',
  x: [0, 20, 100],
  y: [999.84, 998.2, 958.35],
};
const evaluate = (formula: string, unit = '') =>
  evaluateFormula(formula, unit, { channels, tables: new Map([['rho_w', density]]), samples: 2 });

test('head from pressures and a table has the unit of a length, and is missing outside the table', () => {
  const { values, unit, doubts } = evaluate('(p_d - p_s) / (rho_w(T_w) * g_n)');
  expect(unit.text).toBe('m');
  expect(values[0]).toBeCloseTo(200000 / (998.2 * 9.80665), 10);
  expect(values[1]).toBeNaN();
  expect([...doubts.outsideTable['rho_w']!]).toHaveLength(1);
});

test('a division by zero is missing and counted', () => {
  const { values, doubts } = evaluate('p_d / Q');
  expect(values[1]).toBeNaN();
  expect(doubts.divisionsByZero).toBe(1);
});

test('-x^2 is -(x^2), and powers bind to the right', () => {
  expect(evaluate('-2^2').values[0]).toBe(-4);
  expect(evaluate('2^3^2').values[0]).toBe(512);
});

test.each([
  ['p_d + T_w', 'UNIT_CLASH'],
  ['p_x * 2', 'SYMBOL_UNKNOWN'],
  ['(p_d', 'FORMULA_SYNTAX'],
  ['ln(p_d)', 'ARGUMENT_UNIT'],
  ['T_w + T_w', 'TEMPERATURE_SUM'],
  ['T_w * 1.02', 'TEMPERATURE_SUM'],
  ['2^Q', 'EXPONENT_NOT_PLAIN'],
  ['sqrt(p_d, p_s)', 'FUNCTION_ARGUMENTS'],
  ['rho_w(p_d)', 'ARGUMENT_UNIT'],
])('%s is refused as %s', (formula, code) =>
  expect(() => evaluate(formula)).toThrow(expect.objectContaining({ code }) as never),
);

test.each([
  ['2 + 3 * 4', 14],
  ['(2 + 3) * 4', 20],
  ['8 / 4 / 2', 1],
  ['2 - 3 - 4', -5],
  ['2 * -3', -6],
  ['4 ^ 0.5', 2],
  ['2^-1', 0.5],
  ['1e3 + .5', 1000.5],
  ['min(2, 3) + max(2, 3) + abs(-4)', 9],
  ['atan2(1, 1) * 4 - pi', 0],
  ['exp(ln(5)) + log10(100)', 7],
  ['2 × 3 · 4 − 1', 23],
])('%s is %d', (formula, value) => expect(evaluate(formula).values[0]).toBeCloseTo(value, 12));

test.each([
  ['p_d - p_s', 'Pa', 200_000],
  ['p_d - p_s + 1 [bar]', 'Pa', 300_000],
  ['(p_d - p_s) * Q', 'W', 200],
  ['Q / (0.01 [m^2])', 'm/s', 0.1],
  ['sqrt(2 * (p_d - p_s) / 1000 [kg/m^3])', 'm/s', 20],
  ['p_d / p_s', '', 3],
  ['T_w - 10 [°C]', 'K', 10],
])('%s has the unit %s by itself and is %d there', (formula, unit, value) => {
  const result = evaluate(formula);
  expect(result.unit.text).toBe(unit);
  expect(result.values[0]).toBeCloseTo(value, 9);
});

test.each([
  ['p_d', 'bar', 3],
  ['T_w', 'K', 293.15],
  ['T_w', '°F', 68],
  ['T_w - 10 [°C]', '°C', 10],
  ['(p_d - p_s) / p_d', '%', 66.66666666666667],
])('%s shown in %s is %d', (formula, unit, value) => expect(evaluate(formula, unit).values[0]).toBeCloseTo(value, 9));

test('a result that cannot be shown in the wanted unit is refused with what it is', () =>
  expect(() => evaluate('p_d', 'm')).toThrow('The formula gives a quantity in Pa, which cannot be shown in m'));

test('a missing sample stays missing and is no doubt', () => {
  const holed = new Map([...channels, channel('h', 'm', NaN, 2)]);
  const { values, doubts } = evaluateFormula('sqrt(h) + 1 [m^0.5]', '', {
    channels: holed,
    tables: new Map(),
    samples: 2,
  });
  expect([...values]).toEqual([NaN, Math.SQRT2 + 1]);
  expect(doubts).toEqual({ divisionsByZero: 0, undefinedResults: 0, outsideTable: {}, besideHole: {} });
});

test('a table answers in the unit of its argument, whatever the channel is in', () => {
  const kelvin = new Map([channel('T', 'K', 293.15, 273.15)]);
  const { values } = evaluateFormula('rho_w(T)', '', {
    channels: kelvin,
    tables: new Map([['rho_w', density]]),
    samples: 2,
  });
  expect([...values]).toEqual([expect.closeTo(998.2, 9), expect.closeTo(999.84, 9)]);
});

test.each(['constructor', 'toString', '__proto__', 'hasOwnProperty'])(
  '%s is a name like any other, and unknown',
  (name) => {
    for (const formula of [name, `${name}(1)`])
      expect(() => evaluate(formula)).toThrow(
        expect.objectContaining({ code: name.startsWith('_') ? 'FORMULA_SYNTAX' : 'SYMBOL_UNKNOWN' }) as never,
      );
  },
);

test.each([
  ['p_d + ', 6],
  ['p_d ++* 2', 6],
  ['2 $ 3', 2],
  ['p_d + T_w', 4],
  ['1 + zz', 4],
])('what is wrong with "%s" is at character %d', (formula, at) =>
  expect(() => evaluate(formula)).toThrow(expect.objectContaining({ facts: expect.objectContaining({ at }) }) as never),
);

describe('words in a formula', () => {
  const zone: [string, Channel] = [
    'zone',
    {
      ...{ symbol: 'zone', name: 'Zone', unit: '', origin: 'logged', labels: ['suction side', 'pressure side'] },
      values: Float64Array.from([0, 1]),
    },
  ];
  const asked = (formula: string) => [
    ...evaluateFormula(formula, '', { channels: new Map([...channels, zone]), samples: 2 }).values,
  ];
  test.each([
    ['zone = "pressure side"', [0, 1]],
    ['zone == "suction side"', [1, 0]],
    ['zone <> "suction side"', [0, 1]],
    ['not zone = "suction side" or Q > 0 [L/min]', [1, 1]],
    ['if(zone = "pressure side", -1, 1) * 3', [3, -3]],
  ])('%s is %j', (formula, values) => expect(asked(formula)).toEqual(values));
  test('a sample without a word has none', () => {
    const none = { ...zone[1], values: Float64Array.from([NaN, 1]) };
    const input = { channels: new Map([...channels, ['zone', none] as const]), samples: 2 };
    expect([...evaluateFormula('zone <> "suction side"', '', input).values]).toEqual([NaN, 1]);
  });
  test('errors of both sides are those of the side that is chosen', () => {
    const sure = channel('a', '', 1, 1)[1];
    const stated = { kind: 'absolute', value: 0.1, statedAs: 'standard', effect: 'random' } as const;
    const input = { channels: new Map([zone, ['a', { ...sure, uncertainty: stated }] as const]), samples: 2 };
    const errors = evaluateFormula('if(zone = "pressure side", 3 * a, 0)', '', input).errors();
    expect([...[...errors.values()][0]!].map((e) => Math.abs(e))).toEqual([0, expect.closeTo(0.3, 12)]);
  });
  test.each([
    ['zone = "hub"', 'WORD_UNKNOWN', /"hub" at character 1 is no word of zone, which has: suction side, pressure side/],
    ['Q = "hub"', 'CHANNEL_IS_NUMBER', /./],
    ['side = "hub"', 'SYMBOL_UNKNOWN', /./],
    ['zone + 1', 'CHANNEL_IS_CATEGORY', /a formula can ask for a word, as zone = "…"/],
    ['zone < "hub"', 'FORMULA_SYNTAX', /the word "hub"/],
    ['"hub"', 'FORMULA_SYNTAX', /the word "hub"/],
    ['zone = "hub', 'FORMULA_SYNTAX', /./],
  ])('%s is refused as %s', (formula, code, sentence) => {
    const refused = expect.objectContaining({ code, message: expect.stringMatching(sentence) });
    expect(() => asked(formula)).toThrow(refused as never);
  });
});
