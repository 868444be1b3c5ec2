import { describe, expect, test } from '@jest/globals';
import { asDrawn } from '../../../test/replies';
import { palettes } from '../../theme/palette';
import { aboveInWords, aboveOption, halfRate, movementAbove } from './aboveRate';

const step = (settings: object) => ({ id: 's', kind: 'resample', version: 1, on: true, settings: { ...settings } });
/** Lines at 0, 2, 4, 6, 8 Hz of 0.5 each 2 Hz wide: a power of 1 in each. */
const spectrum = { frequency: [0, 2, 4, 6, 8], value: [9, 0.5, 0.5, 0.5, 0.5], resolution: 2 };
const channel = { name: 'Pressure', unit: 'kPa(g)' };
const words = (half: number, method = 'linear') => aboveInWords(spectrum, half, channel, 's', method);

describe('half the new rate', () => {
  test('follows from the step, whatever unit of time it was given in', () => {
    expect(halfRate(step({ step: 0.1, unit: 's' }), 's')).toBeCloseTo(5, 12);
    expect(halfRate(step({ step: 100, unit: 'ms' }), 's')).toBeCloseTo(5, 12);
    expect(halfRate(step({ step: 0.1 }), 'min')).toBeCloseTo(5, 12);
  });
  test('of a step that is none there is none', () =>
    expect([halfRate(step({ step: 0 }), 's'), halfRate(step({}), 's')]).toEqual([undefined, undefined]));
});

describe('what the grid cannot show', () => {
  test('is the root of the power above it', () => {
    expect(movementAbove(spectrum, 5)).toBeCloseTo(Math.SQRT2, 12);
    expect(movementAbove(spectrum, 8)).toBe(0);
  });
  test('is told in the unit of a difference, with its share, and what becomes of it', () => {
    expect(words(5)).toBe(
      'Half the new rate is 5 Hz. Above it Pressure moves by 1.41 kPa (standard deviation), 50 % of its power. ' +
        'On the grid it would look like a slow movement (aliasing): take the mean, or a low-pass first.',
    );
    expect(words(5, 'lowpass')).toMatch(/It is taken out first, as far as the way of re-sampling reaches\.$/);
    expect(words(5, 'mean')).not.toMatch(/aliasing/);
  });
  test('where the grid keeps everything, nothing is said to be lost', () =>
    expect(words(8)).toBe('Half the new rate is 8 Hz: the grid keeps all that the log can show.'));
});

test('the chart has half the rate as a line across the spectrum', () => {
  const option = asDrawn(aboveOption(spectrum, 5, channel, 's', palettes.light, { width: 300, height: 200 }));
  expect(option.series.map((s) => s.data)).toEqual([
    [
      [2, 0.5],
      [4, 0.5],
      [6, 0.5],
      [8, 0.5],
    ],
    [
      [5, 0.5],
      [5, 0.5],
    ],
  ]);
  expect(option.title[0]!.text).toBe('Power density (kPa²/Hz)');
});
