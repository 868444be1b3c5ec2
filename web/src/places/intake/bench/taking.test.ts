/** What is taken next at the bench, what is sent for it, and what is said of what came back. */
import { describe, expect, test } from '@jest/globals';
import type { BenchSession, InstrumentRow, ReadingNow } from '@undameter/contract';
import {
  againOf,
  bodyOf,
  hastyWords,
  nextReading,
  nowAt,
  proposedLimits,
  restWords,
  stateWords,
  toldWords,
  withNow,
  type LiveCourse,
} from './taking';

const quantity = (symbol: string, access: 'read' | 'set') =>
  ({ symbol, name: symbol, unit: '', access }) as InstrumentRow['quantities'][number];
const instruments = [
  { id: 1, name: 'Drive', quantities: [quantity('z', 'set'), quantity('flow', 'read')] },
] as unknown as InstrumentRow[];
const how = { samples: 5, every: 0.1, restSeconds: 2, waitSeconds: 60 };
const session: BenchSession = {
  columns: [
    { symbol: 'z', instrumentId: 1, quantity: 'z', spread: null, within: null },
    { symbol: 'Q', instrumentId: 1, quantity: 'flow', spread: 'u_Q', within: 0.5 },
  ],
  how,
};
const column = (symbol: string, unit = '') => ({ symbol, name: symbol, unit, uncertainty: null });
const columns = [column('z', '%'), column('m', 'kg'), column('Q', 'L/min'), column('u_Q', 'L/min')];
const row = (number: number, cells: (number | null)[], takenAt?: string) => ({
  ...{ row: number, cells },
  ...(takenAt === undefined ? {} : { takenAt }),
});
const at = '2026-12-01T10:00:00Z';
const runOf = (rows: ReturnType<typeof row>[]) => ({ sheet: { columns, rows }, session, instruments });

describe('the next reading', () => {
  test('fills the first planned row that nothing was read into', () => {
    const next = nextReading(
      runOf([row(1, [100, null, 60, 0.1], at), row(2, [80, 5, null, null]), row(3, [60, 5, null, null])]),
    );
    expect([next.row, next.left]).toEqual([2, 2]);
    // What is set is sent or set by hand; what is read, and its ±, is not asked for.
    expect(next.toSet).toEqual([
      { symbol: 'z', name: 'z', unit: '%', isSent: true, planned: 80 },
      { symbol: 'm', name: 'm', unit: 'kg', isSent: false, planned: 5 },
    ]);
    expect(bodyOf(next, {}).set).toEqual([
      { symbol: 'z', value: 80 },
      { symbol: 'm', value: 5 },
    ]);
  });
  test('is a new row where all were taken, one with a missing value too', () => {
    const next = nextReading(runOf([row(1, [100, null, null, null], at)]));
    expect([next.row, next.left]).toEqual([null, 0]);
    expect(bodyOf(next, { z: 42, m: null })).toEqual({
      ...{ row: null, retakes: null, anyhow: false, withMissing: false },
      set: [{ symbol: 'z', value: 42 }],
    });
  });
  test('has the values that a hand chose in place of the planned ones', () =>
    expect(bodyOf(nextReading(runOf([row(1, [100, 5, null, null])])), { m: 7 }, { anyhow: true })).toMatchObject({
      row: 1,
      anyhow: true,
      set: [
        { symbol: 'z', value: 100 },
        { symbol: 'm', value: 7 },
      ],
    }));
  test('taken again is set as it was, in a row of its own', () => {
    const run = runOf([row(1, [100, null, 60, 0.1], at), row(2, [80, 5, null, null])]);
    expect(againOf(nextReading(run), run.sheet, 1)).toMatchObject({
      row: null,
      retakes: 1,
      set: [{ symbol: 'z', value: 100 }],
    });
  });
});

describe('live values', () => {
  const shown = (value: number | null): ReadingNow => ({
    ...{ state: 'idle', seconds: 0, progress: 0 },
    values: [{ symbol: 'Q', value, half: null, within: 0.5, isSteady: null, problem: null }],
  });
  const course = (values: (number | null)[]): LiveCourse | undefined =>
    values.reduce<LiveCourse | undefined>((before, v, i) => withNow(before, shown(v), i), undefined);

  test('go back for some seconds, and a value that is missing leaves a gap', () => {
    const live = course([1, null, 3])!;
    expect([live.times, live.values['Q']]).toEqual([
      [0, 1, 2],
      [1, NaN, 3],
    ]);
    expect(course(Array.from({ length: 40 }, () => 1))!.times).toEqual(Array.from({ length: 16 }, (_, i) => 24 + i));
  });
  test('have a gap while a reading does not ask for them', () => {
    const live = withNow(course([1, 2]), { ...shown(3), values: [] }, 2);
    expect(live.values['Q']).toEqual([1, 2, NaN]);
  });
  test('are held against what is expected only where their setting is made', () => {
    const both = (z: number | null): LiveCourse => ({
      ...course([40])!,
      now: { ...shown(40), values: [...shown(40).values, { ...shown(z).values[0]!, symbol: 'z' }] },
    });
    expect(nowAt(both(30), 'Q', 'z', { x: 30 })).toEqual({ value: 40, isSet: true });
    expect(nowAt(both(35), 'Q', 'z', { x: 30 })).toEqual({ value: 40, isSet: false });
    expect(nowAt(both(null), 'Q', 'z', { x: 30 })).toEqual({ value: 40, isSet: false });
    expect(nowAt(both(30), 'Q', 'z', undefined)).toBeUndefined();
  });
  test('are steady when they keep to their limit for the time, and not before', () => {
    expect(restWords(session, course([10, 10.2, 10.4]))).toEqual({ isSteady: true, words: 'steady for 2 s' });
    expect(restWords(session, course([10, 10.2]))).toMatchObject({ isSteady: false });
    expect(restWords(session, course([10, 12, 10]))!.words).toBe('not steady yet: Q moves by more than allowed');
    expect(restWords({ ...session, columns: [] }, course([10, 10, 10]))).toBeUndefined();
  });
});

describe('limits that are proposed', () => {
  const live = (values: number[]): LiveCourse => ({
    now: { state: 'idle', seconds: 0, progress: 0, values: [] },
    times: values.map((_, i) => i / 2),
    values: { Q: values, z: values.map(() => 7) },
  });
  test('are four standard deviations of what is shown now, for each channel its own', () => {
    // 1 and -1 in turn: s² = 10/9.
    const shown = live([1, -1, 1, -1, 1, -1, 1, -1, 1, -1]);
    expect([...proposedLimits(session, shown)]).toEqual([['Q', Number((4 * Math.sqrt(10 / 9)).toPrecision(2))]]);
  });
  test('are none where too little is shown, or where it does not move', () => {
    expect(proposedLimits(session, live([1, -1, 1])).size).toBe(0);
    expect(proposedLimits(session, live(Array.from({ length: 20 }, () => 5))).size).toBe(0);
    expect(proposedLimits(session, undefined).size).toBe(0);
  });
});

test('that nothing is waited for is said where a setting is sent, and only there', () => {
  const next = nextReading(runOf([row(1, [100, 5, null, null])]));
  const hasty = { ...session, columns: session.columns.map((c) => ({ ...c, within: null })) };
  expect(hastyWords(hasty, next)).toContain('Nothing is waited for');
  expect(hastyWords(session, next)).toBeNull();
  expect(hastyWords(hasty, { toSet: next.toSet.filter((s) => !s.isSent) })).toBeNull();
});

test('how far a reading has come is told by what it is doing', () => {
  const now = (state: ReadingNow['state']) => stateWords({ state, seconds: 4.7, progress: 0, values: [] }, session);
  expect(now('setting')).toBe('sending the settings');
  expect(now('waiting')).toBe('waiting until it is steady, 4 s of at most 60 s');
  expect(now('sampling')).toBe('taking 5 samples');
  const one = { ...session, how: { ...session.how, samples: 1 } };
  expect(stateWords({ state: 'sampling', seconds: 0, progress: 0, values: [] }, one)).toBe('taking one sample');
});

test('what a reading gave has its ± only where the samples tell it', () => {
  const told = {
    symbol: 'Q',
    value: 41.2345,
    uncertainty: 0.11,
    expanded: 0.3,
    samples: 5,
    doubt: null,
    problem: null,
  };
  const units = new Map([['Q', 'L/min']]);
  expect(toldWords([told], units)).toEqual(['Q 41.23 ± 0.30 L/min']);
  expect(toldWords([{ ...told, uncertainty: null, expanded: null, doubt: 'oneSample' }], units)).toEqual([
    'Q 41.2345 L/min (one sample does not tell its ±)',
  ]);
  expect(toldWords([{ ...told, doubt: 'tooShort' }], units)[0]).toContain('the ± is a guess');
  expect(toldWords([{ ...told, value: null, problem: 'Q reports an overload.' }], units)).toEqual([
    'Q reports an overload.',
  ]);
});
