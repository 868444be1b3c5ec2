import { describe, expect, test } from '@jest/globals';
import { combined, errorsOf, uncertaintyOfSensor, type Channel, type Sensor } from './index';

const gauge: Sensor = {
  name: 'Gauge 7',
  unit: 'bar',
  sources: [
    { name: 'calibration', isShared: false, of: { kind: 'fullScale', percent: 0.1, fullScale: 10, statedAs: 'twice' } },
    { name: 'drift', isShared: false, of: { kind: 'reading', percent: 0.2, statedAs: 'limits' } },
    { name: 'laboratory', isShared: true, of: { kind: 'absolute', value: 0.002, statedAs: 'standard' } },
  ],
};
const channel = (symbol: string, unit: string, values: number[], sensor = gauge): Channel => ({
  symbol,
  name: symbol,
  unit,
  origin: 'logged',
  values: Float64Array.from(values),
  uncertainty: uncertaintyOfSensor(sensor, unit),
});

describe('what a sensor states becomes what its channels declare', () => {
  test('in the unit of the channel', () => {
    const p = channel('p', 'kPa', [500]);
    const errors = errorsOf(p, new Map([['p', p]]));
    expect([...errors].map(([source, u]) => [source, u[0]])).toEqual([
      ['Gauge 7 calibration', expect.closeTo(0.5, 12)],
      ['Gauge 7 drift', expect.closeTo(1 / Math.sqrt(3), 12)],
      ['laboratory', expect.closeTo(0.2, 12)],
    ]);
    expect(combined(errors)![0]).toBeCloseTo(Math.hypot(0.5, 1 / Math.sqrt(3), 0.2), 12);
  });
  test('two channels of one sensor have the same error, two sensors only what they share by name', () => {
    const sourcesOf = (c: Channel) => [...errorsOf(c, new Map()).keys()];
    expect(sourcesOf(channel('a', 'kPa', [1]))).toEqual(sourcesOf(channel('b', 'bar', [1])));
    const other = channel('c', 'bar', [1], { ...gauge, name: 'Gauge 8' });
    const both = sourcesOf(other).filter((s) => sourcesOf(channel('a', 'kPa', [1])).includes(s));
    expect(both).toEqual(['laboratory']);
  });
  test('of a temperature an amount is a difference', () => {
    const of = { kind: 'absolute' as const, value: 0.1, statedAs: 'standard' as const };
    const thermometer = { name: 'T 1', unit: 'K', sources: [{ name: 'calibration', isShared: false, of }] };
    const [source] = (uncertaintyOfSensor(thermometer, '°C') as { sources: { of: { value: number } }[] }).sources;
    expect(source!.of.value).toBeCloseTo(0.1, 12);
  });
  test.each([
    ['a sensor of something else', 'L/min', 'UNIT_MISFIT'],
    ['a unit that is none', 'florps', 'UNIT_UNKNOWN'],
  ])('refuses %s', (_, unit, code) =>
    expect(() => uncertaintyOfSensor(gauge, unit)).toThrow(expect.objectContaining({ code }) as never),
  );
});
