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
