import { AppError, convert, parseUnit } from '@undameter/core';
import type { Case, Checker } from './Checker';
import { compareNumbers, worstOf, type Outcome } from './compareNumbers';

/** Names of the reference library for units that go by a symbol here. */
const ours: Record<string, string> = {
  inch_Hg: 'inHg',
  Btu_it: 'Btu',
  Btu_th: 'Btu_th',
  thermochemical_calorie: 'cal',
  force_ounce: 'ozf',
  force_pound: 'lbf',
  kilowatt_hour: 'kWh',
  degK: 'K',
  kilometer_per_hour: 'km/h',
  mile_per_hour: 'mph',
  foot_H2O: '1',
  hundredweight: '1',
  electron_volt: 'eV',
  international_calorie: 'cal_IT',
  inch_H2O_39F: 'inH2O(39.2°F)',
  inch_H2O_60F: 'inH2O(60°F)',
  conventional_inch_H2O: 'inH2O',
};

const translate = (text: string): string => text.replace(/[A-Za-z_]+[0-9A-Za-z_]*/g, (name) => ours[name] ?? name);
const unitOf = (c: Case, side: 'From' | 'To') =>
  parseUnit(translate(c[`pint${side}`] ?? c[`${side.toLowerCase()}Unit`]));

const converted = (c: Case): number => convert(c['value'], unitOf(c, 'From'), unitOf(c, 'To'));

/** An offset conversion loses the digits that its zero points cancel. */
const againstResult = (c: Case): Outcome =>
  compareNumbers('result', c['result'], converted(c), 1e-12, c['kind'] === 'offset-temperature' ? 500 : 0);

const baseOrder = ['[length]', '[mass]', '[time]', '[current]', '[temperature]', '[substance]', '[luminosity]'];

export const units: Checker[] = [
  {
    file: 'units',
    kind: 'factor',
    tolerance: 'relative 1e-12: the factors are exact or rounded once',
    check: againstResult,
  },
  {
    file: 'units',
    kind: 'offset-temperature',
    tolerance: '1e-12 of 500 degrees: zero points cancel digits',
    check: againstResult,
  },
  { file: 'units', kind: 'delta-temperature', tolerance: 'relative 1e-12', check: againstResult },
  {
    file: 'units',
    kind: 'must-fail',
    tolerance: 'none: the conversion must be refused as a misfit of quantities',
    check: (c) => {
      const [from, to] = [unitOf(c, 'From'), unitOf(c, 'To')];
      try {
        convert(c['value'], from, to);
      } catch (error) {
        if (error instanceof AppError && error.code === 'UNIT_MISFIT') return { worst: 0 };
      }
      return { worst: Infinity, failure: `${c['fromUnit']} was converted to ${c['toUnit']}` };
    },
  },
  {
    file: 'units',
    kind: 'base-units',
    tolerance: 'relative 1e-12; dimensions exactly',
    check: (c) => {
      const unit = unitOf(c, 'From');
      return worstOf(
        compareNumbers('result', c['result'], c['value'] * unit.scale, 1e-12),
        compareNumbers(
          'dimension',
          baseOrder.map((d) => c['dims'][d] ?? 0),
          // The reference library counts a plane angle as a plain number.
          unit.dimension.slice(0, baseOrder.length),
          0,
        ),
      );
    },
  },
];
