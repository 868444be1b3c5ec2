import { expect, test } from '@jest/globals';
import { AppError } from '../error';
import { convert, multiplyUnits, parseUnit, perPower, printUnit } from './index';

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
  ['m³(n)', 'm³'],
])('%s to %s is refused', (from, to) =>
  expect(() => convert(1, parseUnit(from), parseUnit(to))).toThrow(
    expect.objectContaining({ code: 'UNIT_MISFIT' }) as never,
  ),
);

// What turns is no count: each pair differs by 2π, or by nothing, and the unit does not say by which.
test.each([
  ['rpm', '1/min', 'ANGLE_OR_COUNT'],
  ['rpm', 'Hz', 'ANGLE_OR_COUNT'],
  ['Hz', 'rad/s', 'ANGLE_OR_COUNT'],
  ['rev', '1', 'ANGLE_OR_COUNT'],
  ['rad/s^2', '1/s^2', 'ANGLE_OR_COUNT'],
  ['mm/rev', 'mm', 'ANGLE_OR_COUNT'],
  ['cm^3/rev', 'cm^3', 'ANGLE_OR_COUNT'],
  ['m^3 rad/s', 'L/min', 'ANGLE_OR_COUNT'],
  ['m rad/s', 'm/s', 'ANGLE_OR_COUNT'],
  ['kPa(g)', 'kPa', 'DATUM_MISFIT'],
  ['kPa(g)', 'kPa(a)', 'DATUM_MISFIT'],
  ['Δ°C', '°C', 'DATUM_MISFIT'],
  ['°F', 'ΔK', 'DATUM_MISFIT'],
])('%s to %s is refused as %s', (from, to, code) => {
  expect(() => convert(1, parseUnit(from), parseUnit(to))).toThrow(expect.objectContaining({ code }) as never);
  expect(() => convert(1, parseUnit(to), parseUnit(from))).toThrow(expect.objectContaining({ code }) as never);
});

// Energies and torques leave the radian out, as the SI Brochure (9th ed., 2.3.4) does.
test.each([
  [1500, 'rpm', 'rev/s', 25],
  [1500, 'rpm', 'rad/s', 157.07963267948966],
  [360, '°/s', 'rpm', 60],
  [1, 'N m rad/s', 'W', 1],
  [1, 'N m/rad', 'N m', 1],
  [1, 'bar(g)', 'kPa(g)', 100],
  [14.503773773020923, 'psig', 'bar(g)', 1],
  [1, 'psia', 'psi', 1],
  [5, 'K', 'Δ°F', 9],
  [1, 'inH2O(60°F)', 'Pa', 248.84],
  [1, 'inH2O(4°C)', 'Pa', 249.082],
  [1, 'inH2O', 'Pa', 249.08891],
  // Molar volume of the ideal gas at 273.15 K and 101.325 kPa, CODATA 2018: 22.413 969 54 L/mol.
  [1, 'm3(n)', 'mol', 1000 / 22.41396954],
])('%d %s is in %s: %d', (value, from, to, expected) =>
  expect(convert(value, parseUnit(from), parseUnit(to)) / expected).toBeCloseTo(1, 9),
);

test.each(['Nm3/h', 'Nm³', 'Nm^3/h', 'pH'])('"%s" reads two ways and is refused with both', (text) =>
  expect(() => parseUnit(text)).toThrow(expect.objectContaining({ code: 'UNIT_READS_TWO_WAYS' }) as never),
);
test.each(['Nm', 'N m^3', 'pF', 'mH', 'kN·m'])('"%s" reads one way only', (text) =>
  expect(() => parseUnit(text)).not.toThrow(),
);

test.each([
  ['bar(g)', ['barg', 'bar (g)', 'bar_g', 'bar gauge']],
  ['kPa(a)', ['kPa (a)', 'kPa(abs)', 'kPa_abs', 'kPa_a']],
  ['psi(g)', ['psig', 'psi (g)', 'psi(gauge)']],
])('%s is also written %j', (unit, spellings) => {
  for (const spelled of spellings)
    expect(parseUnit(spelled)).toMatchObject({ scale: parseUnit(unit).scale, datum: parseUnit(unit).datum });
});

test('what counts from a zero of its own is a difference inside a compound', () => {
  expect(perPower(parseUnit('kPa(g)'), parseUnit('L/min'), 1).text).toBe('kPa/(L/min)');
  expect(multiplyUnits(parseUnit('bar(g)'), parseUnit('s')).text).toBe('bar·s');
});

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
