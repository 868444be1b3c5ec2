import { describe, expect, test } from '@jest/globals';
import { clockText, daysSince1970, guessTimeForm, isoMoment, readTime, type TimeForm } from './index';

/** The judge of dates: the engine's own calendar. */
const utc = (...parts: Parameters<typeof Date.UTC>): number => Date.UTC(...parts) / 1000;

test('days since 1970 agree with the engine over 800 years, leap days included', () => {
  for (let day = -146_097; day < 146_097; day += 13) {
    const date = new Date(day * 86_400_000);
    expect(daysSince1970(date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate())).toBe(day);
  }
});

test.each([
  [2026, 2, 29],
  [2026, 13, 1],
  [2026, 0, 1],
  [2026, 4, 31],
  [1900, 2, 29],
])('%d-%d-%d is no date', (y, m, d) => expect(daysSince1970(y, m, d)).toBeNaN());

test.each([0, 1.5, 951_782_400, 1_793_700_720.25, -86_400, 4_102_444_799])(
  'the moment %d reads as the engine writes it',
  (s) =>
    expect(isoMoment(s).replace(/\.(\d+)$/, (_, f: string) => `.${f.padEnd(3, '0')}`)).toBe(
      new Date(s * 1000).toISOString().replace('Z', '').replace('.000', ''),
    ),
);

// ISO 8601-1:2019 and RFC 3339, section 5.8: their own examples, and the forms that loggers write.
test.each<[string, TimeForm, number]>([
  ['1985-04-12T23:20:50.52Z', 'yearFirst', utc(1985, 3, 12, 23, 20, 50, 520)],
  ['1996-12-19T16:39:57-08:00', 'yearFirst', utc(1996, 11, 20, 0, 39, 57)],
  ['1990-12-31T23:59:60Z', 'yearFirst', utc(1991, 0, 1)],
  ['1937-01-01T12:00:27.87+00:20', 'yearFirst', utc(1937, 0, 1, 11, 40, 27, 870)],
  ['19850412T232050', 'yearFirst', utc(1985, 3, 12, 23, 20, 50)],
  ['2026-11-03 10:12:00,25', 'yearFirst', utc(2026, 10, 3, 10, 12, 0, 250)],
  ['2026/11/03 10:12', 'yearFirst', utc(2026, 10, 3, 10, 12)],
  ['2026-11-03', 'yearFirst', utc(2026, 10, 3)],
  ['3.11.2026 10:12:00', 'dayFirst', utc(2026, 10, 3, 10, 12)],
  ['03/11/26 10:12:00', 'dayFirst', utc(2026, 10, 3, 10, 12)],
  ['11/03/2026 10:12:00 PM', 'monthFirst', utc(2026, 10, 3, 22, 12)],
  ['11/03/1999 12:00 AM', 'monthFirst', utc(1999, 10, 3)],
  ['10:12:00.5', 'clock', 36_720.5],
  ['125:00:01', 'clock', 450_001],
  ['03:25.75', 'clock', 205.75],
  ['12:30 pm', 'clock', 45_000],
  ['7:05', 'clock', 25_500],
])('"%s" as %s is %d', (cell, form, seconds) => expect(readTime(cell, form)).toBeCloseTo(seconds, 6));

test.each<[string, TimeForm]>([
  ['', 'clock'],
  ['12.5', 'clock'],
  ['10:75:00', 'clock'],
  ['13:00 pm', 'clock'],
  ['2026-13-01', 'yearFirst'],
  ['2026-11-03T99:00:00', 'yearFirst'],
  ['31.02.2026', 'dayFirst'],
  ['13/25/2026', 'monthFirst'],
  ['3.11/2026', 'dayFirst'],
  ['ok', 'dayFirst'],
])('"%s" is nothing as %s', (cell, form) => expect(readTime(cell, form)).toBeNaN());

describe('the form of a column is told by its cells', () => {
  test.each<[string[], TimeForm | undefined, boolean]>([
    [['10:00:00', '10:00:01'], 'clock', false],
    [['2026-11-03T10:00:00', '2026-11-03T10:00:01'], 'yearFirst', false],
    [['03/11/2026', '13/11/2026'], 'dayFirst', false],
    [['11/03/2026', '11/13/2026'], 'monthFirst', false],
    [['03/04/2026', '04/04/2026'], 'dayFirst', true],
    [['1.5', '2.5'], undefined, false],
    [['ok', 'ok', '10:00'], undefined, false],
    [[], undefined, false],
  ])('%j: %s, ambiguous %s', (cells, form, ambiguous) =>
    expect(guessTimeForm(cells)).toEqual(form && { form, ambiguous }),
  );
});

test.each([
  [0, '00:00:00'],
  [36_720.5, '10:12:00.5'],
  [3599.9999996, '01:00:00'],
  [0.0625, '00:00:00.0625'],
])('%d s on the clock: %s', (seconds, text) => expect(clockText(seconds)).toBe(text));
