import { describe, expect, test } from '@jest/globals';
import { candidateThrough, difference } from '@undameter/core';
import type { NamedCondition } from './BenchInput';
import { comparedGroups, type CandidateCompared } from './compareGroups';

const station = (id: number, value: number, side: string): NamedCondition => ({
  ...{ id, name: `condition ${id}` },
  limits: [
    { kind: 'tolerance', symbol: 'z', value, tolerance: 1, unit: 'mm' },
    { kind: 'words', symbol: 'zone', words: [side] },
  ],
});
const conditions = [station(11, 10, 'upper'), station(12, 20, 'upper'), station(13, 10, 'lower')];

/** Five points, of which one at 3 may be off. */
function off(size: number): CandidateCompared {
  const x = Float64Array.of(1, 2, 3, 4, 5);
  const simulated = { x, y: x.map((v) => v + (v === 3 ? size : 0)) };
  const reference = { x, y: x, independent: x.map(() => 0.1) };
  return { difference: difference(reference, candidateThrough(simulated, 'linear', 'S'), 'R') };
}
const groups = (compared: CandidateCompared[][]) =>
  comparedGroups(conditions, 'z', compared, { x: 'mm', y: 'kPa', candidates: 1 });
const good = off(0);

describe('conditions with the same limits on a channel', () => {
  test('are a group with its conditions, in the order of the first of each', () =>
    expect(groups([[good], [good], [good]]).map(({ name, members }) => ({ name, members }))).toEqual([
      {
        name: 'z 10 ± 1 mm',
        members: [
          { series: 0, conditionId: 11, name: 'zone upper' },
          { series: 2, conditionId: 13, name: 'zone lower' },
        ],
      },
      { name: 'z 20 ± 1 mm', members: [{ series: 1, conditionId: 12, name: 'zone upper' }] },
    ]));

  test('an odd point is told with the number of its series, in its group alone', () => {
    const [first, second] = groups([[good], [good], [off(2)]]).map((g) => g.candidates[0]!);
    expect(first).toMatchObject({ points: 10, verdict: { state: 'failed' } });
    expect(first!.odd).toEqual([{ series: 2, x: 3, difference: 2, times: expect.closeTo(20, 9) }]);
    expect(first!.verdict.text).toContain('zone lower at 3 mm by 2 kPa');
    expect(second).toMatchObject({ points: 5, odd: [], verdict: { state: 'passed' } });
  });

  test('a series that could not be tested keeps its group from passing, and is told with the reason', () => {
    const [first, second] = groups([[good], [good], [{ why: 'It has no ±.' }]]).map((g) => g.candidates[0]!);
    expect(first).toMatchObject({ points: 5, verdict: { state: 'doubtful' } });
    expect(first!.verdict.text).toMatch(/no difference is larger.* Not tested, zone lower: It has no ±\.$/);
    expect(second!.verdict.text).not.toContain('Not tested');
  });

  test('what differs stays so beside a series that was not tested', () =>
    expect(groups([[off(2)], [good], []])[0]!.candidates[0]!.verdict).toMatchObject({
      state: 'failed',
      text: expect.stringContaining('Not tested, zone lower: It holds no points.'),
    }));

  test('a group of which nothing could be tested is not tested', () =>
    expect(groups([[good], [{ why: 'They do not meet.' }], [good]])[1]!.candidates[0]).toEqual({
      ...{ points: 0, odd: [], rms: null, e: null, uVal: null },
      verdict: { state: 'notTested', text: 'Not tested, zone upper: They do not meet.' },
    }));
});
