/** Moments as they are typed at an axis of dates. */
import { expect, test } from '@jest/globals';
import { onX } from '../../test/pictures';
import { countedOn, dayBefore, momentWords, typedMoment } from './dates';

const at = (...parts: [number, number, number, number?, number?, number?]): number => Date.UTC(...parts) / 1000;

test.each([
  ['2026-03-01', at(2026, 2, 1)],
  ['2026-3-1 8:15', at(2026, 2, 1, 8, 15)],
  [' 2026-03-01T08:15:30 ', at(2026, 2, 1, 8, 15, 30)],
  ['2024-02-29', at(2024, 1, 29)],
  ['1969-12-31 23:59', -60],
])('%j is a moment', (text, seconds) => expect(typedMoment(text)).toBe(seconds));
test.each(['', '2026', '2026-02-29', '2026-13-01', '2026-03-01 24:00', '2026-03-01 08:60', '01.03.2026', '12'])(
  '%j is none',
  (text) => expect(typedMoment(text)).toBeUndefined(),
);
test('a moment is written as it was typed', () => {
  for (const text of ['2026-03-01 00:00', '2026-03-01 08:15', '1969-12-31 23:59:59'])
    expect(momentWords(typedMoment(text)!)).toBe(text);
  expect(momentWords(at(2026, 2, 1) + 59.7)).toBe('2026-03-01 00:01');
});
test('dates are counted from midnight before the earliest', () => {
  expect(dayBefore([at(2026, 2, 3), at(2026, 2, 1, 8)])).toBe(at(2026, 2, 1));
  expect(dayBefore([-60])).toBe(-86400);
});

test('values of an axis of dates are counted from that day in a unit of time; all others stay', () => {
  const known = [onX(0, 0, at(2026, 2, 3)), onX(9, 0, at(2026, 2, 1, 8))];
  const axis = { name: 'Time', unit: 'h', scale: 'dates' as const };
  const { name, shown, size } = countedOn('x', axis, known);
  expect(name).toBe('Time since 2026-03-01 00:00');
  expect([shown(at(2026, 2, 1, 8)), shown(at(2026, 2, 3)), size(1800)]).toEqual(
    [8, 48, 0.5].map((v) => expect.closeTo(v, 9)),
  );
  const plain = countedOn('x', { ...axis, scale: 'linear' }, known);
  expect([plain.name, plain.shown(8), plain.size(2)]).toEqual(['Time', 8, 2]);
  expect(() => countedOn('x', { ...axis, unit: 'kPa' }, known)).toThrow('"kPa" is no unit of time');
});
