import { describe, expect, test } from '@jest/globals';
import { originOfTime, timeOfDayTitle, timesOfDay, timeStep } from './timeAxis';

describe('the moment at which a time is zero', () => {
  test.each([
    ['2026-11-03T10:12:00', 36_720, '2026-11-03', undefined, 'Time of day, 2026-11-03'],
    ['2026-11-03T10:12:00.25Z', 36_720.25, '2026-11-03', 'UTC', 'Time of day, 2026-11-03 (UTC)'],
    ['2026-11-03T10:00:00-03:30', 36_000, '2026-11-03', 'UTC−03:30', 'Time of day, 2026-11-03 (UTC−03:30)'],
    ['10:12', 36_720, undefined, undefined, 'Time of day'],
  ])('%s is read on its own clock', (text, seconds, date, zone, title) => {
    const found = originOfTime(text)!;
    expect(found).toEqual({ seconds, date, zone });
    expect(timeOfDayTitle(found)).toBe(title);
  });
  test.each(['', 'yesterday', '2026-11-03', '1762164720'])('%j is none', (text) =>
    expect(originOfTime(text)).toBeUndefined(),
  );
});

describe('marks at which clocks are read', () => {
  test.each([
    [3000, 5, 600],
    [600, 5, 120],
    [40, 5, 10],
    [9 * 3600, 6, 2 * 3600],
    [10 * 86_400, 5, 2 * 86_400],
  ])('over %d s with room for %d are %d s apart', (span, about, step) => expect(timeStep(span, about)).toBe(step));
  test('below a second and above a week decimals are as good', () =>
    expect([timeStep(1, 5), timeStep(1e8, 5)]).toEqual([undefined, undefined]));
});

describe('times of day', () => {
  test.each([
    ['on whole minutes', [36_720, 36_780], 60, undefined, ['10:12', '10:13']],
    ['with seconds', [36_720, 36_730], 10, undefined, ['10:12:00', '10:12:10']],
    ['with parts of a second', [36_720, 36_720.5], 0.5, undefined, ['10:12:00.0', '10:12:00.5']],
    ['over midnight', [86_340, 86_400, 86_460], 60, undefined, ['23:59', '00:00', '00:01']],
    ['before midnight', [-60], 60, undefined, ['23:59']],
    ['with digits on wish', [36_720], 60, 0, ['10:12:00']],
    ['that round up to midnight', [86_399.9999], 60, undefined, ['00:00']],
  ])('%s', (_, major, step, digits, said) => expect(timesOfDay({ major, step }, digits)).toEqual(said));
});
