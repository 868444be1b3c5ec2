import { expect, test } from '@jest/globals';
import { AppError } from '../error';
import { convert, parseUnit, perPower, printUnit } from './index';

// SI Brochure 9th ed. and NIST SP 811 (2008), appendix B.
test.each([
  [1, 'L/min', 'm^3/s', 1 / 60000],
  [3000, 'rpm', 'rev/s', 50],
  [14.5, 'psi', 'kPa', 99.97398075094124],
  [1, 'BTU/(h ft2 degF)', 'W/(m2 K)', 5.678263341113489],
  [25, '°C', 'K', 298.15],
  [212, '°F', '°C', 100],
  [10, '°C/min', 'K/s', 1 / 6],
])('%d %s is in %s: %d', (value, from, to, expected) =>
  expect(convert(value, parseUnit(from), parseUnit(to)) / expected).toBeCloseTo(1, 12),
);

test.each([
  ['kPa', '°C'],
  ['J', 'W'],
  ['rad', 'm'],
])('%s to %s is refused', (from, to) =>
  expect(() => convert(1, parseUnit(from), parseUnit(to))).toThrow(
    expect.objectContaining({ code: 'UNIT_MISFIT' }) as never,
  ),
);

test('an unknown unit is named in a sentence', () => {
  expect(() => parseUnit('kPa/furlong')).toThrow(AppError);
  expect(() => parseUnit('kPa/furlong')).toThrow('"furlong" in the unit "kPa/furlong" is not known here');
});

test('the unit of a curvature reads as the trade writes it', () =>
  expect(printUnit(perPower(parseUnit('kPa'), parseUnit('L/min'), 2).text)).toBe('kPa/(L/min)²'));

// Spellings of one unit, as loggers and people write them: the first of each line is the judge.
test.each([
  ['m³/s', ['m^3/s', 'm3/s', 'm**3/s', 'm^3 s^-1', 'm³·s⁻¹']],
  ['L/min', ['l/min', 'L / min', 'L·min⁻¹']],
  ['°C', ['degC', 'deg C', '° C', '℃']],
  ['N·m', ['N m', 'N*m', 'Nm']],
  ['µm', ['um', 'μm']],
  ['kg/m³', ['kg/m3', 'kg m^-3', 'g/L']],
  ['W/(m²·K)', ['W/(m2 K)', 'W/m^2/K', 'W·m⁻²·K⁻¹']],
])('%s is also written %j', (unit, spellings) => {
  const judge = parseUnit(unit);
  for (const spelled of spellings) {
    const read = parseUnit(spelled);
    expect(read).toMatchObject({ dimension: judge.dimension, offset: judge.offset });
    expect(read.scale / judge.scale).toBeCloseTo(1, 14);
  }
});

test.each([
  ['m^2', 'm²'],
  ['kg/m3', 'kg/m³'],
  ['s^-1', 's⁻¹'],
  ['N*m', 'N·m'],
  ['degC', '°C'],
  ['um', 'µm'],
  ['1', ''],
])('%s is shown as %s', (text, shown) => expect(printUnit(text)).toBe(shown));

test.each([
  ['m', 's', 1, 'm/s', 1],
  ['kPa', '°C', 1, 'kPa/°C', 1000],
  ['m', '', 2, 'm', 1],
  ['', 'L/min', 1, '1/(L/min)', 60000],
])('%s per %s to the power %d is %s', (y, x, power, text, scale) => {
  const unit = perPower(parseUnit(y), parseUnit(x), power);
  expect(unit.text).toBe(text);
  expect(unit.scale / scale).toBeCloseTo(1, 12);
  expect(unit.offset).toBe(0);
});

test('a degree inside a compound is a difference, alone it has its zero', () => {
  expect(convert(0, parseUnit('°C'), parseUnit('K'))).toBeCloseTo(273.15, 12);
  expect(convert(1, parseUnit('J/°C'), parseUnit('J/K'))).toBe(1);
});

test.each(['kPa/', '/s', 'kPa^', '(kPa', 'kPa)', 'wat', 'm^x', '5 m'])('"%s" is no unit', (text) =>
  expect(() => parseUnit(text)).toThrow(expect.objectContaining({ code: 'UNIT_UNKNOWN' }) as never),
);
