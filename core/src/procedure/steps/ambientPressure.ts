import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { convert, parseUnit, printUnit } from '../../units';
import { defineStep } from '../StepKind';

export const ambientPressure = defineStep({
  kind: 'ambientPressure',
  version: 1,
  title: 'Ambient pressure',
  purpose: 'Name the pressure around the rig once: gauge pressures such as kPa(g) and bar(g) count from it.',
  settings: Type.Object({
    value: Type.Number({ title: 'Ambient pressure', exclusiveMinimum: 0 }),
    unit: Type.String({ title: 'Unit', field: 'unit', default: 'kPa' }),
  }),
  start: () => ({ value: 101.325, unit: 'kPa' }),
  words: ({ value, unit }) => ({
    title: `Ambient pressure ${formatValue(value, 7)} ${printUnit(unit)}`,
    detail: 'what gauge pressures count from',
  }),
  reads: () => [],
  ignoresMask: () => true,
  apply: (state, { value, unit }) => {
    const given = parseUnit(unit);
    if (given.datum === 'gauge') throw new AppError('DATUM_MISFIT', { from: printUnit(unit), to: 'Pa(a)' });
    return { state: { ...state, ambient: convert(value, given, parseUnit('Pa(a)')) } };
  },
});
