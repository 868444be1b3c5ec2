import { describe, expect, test } from '@jest/globals';
import { benchRun, count } from '../../test/benchRun';
import type { CompareTask } from './BenchInput';
import { compare } from './compareSeries';

/** A valve opened within the first half and closed in the second; the way back lies so much lower. */
const loop = (lower: number, key: string, onlyUp = false) => ({
  ...benchRun({
    t: { unit: 's', values: count(101) },
    z: { unit: '%', values: count(101, (i) => (onlyUp ? i : 100 - Math.abs(2 * i - 100))) },
    p: {
      unit: 'kPa',
      values: count(101, (i) => 3 * (onlyUp ? i : 100 - Math.abs(2 * i - 100)) - (i > 50 ? lower : 0)),
    },
  }),
  key,
});

function branchesAgainst(candidate: ReturnType<typeof loop>) {
  const plain = { weights: 'none', model: 'polynomial', settings: { degree: 1 }, choices: {}, conditions: [] };
  const candidates = [
    {
      ...{ name: 'again', kind: 'measured', run: candidate, x: 'z', y: 'p' },
      ...{ offset: 0, scale: 1, method: 'linear', uncertainty: null },
    },
  ];
  const reference = { ...plain, run: loop(0, 'reference', true), name: 'first', x: 'z', y: 'p', data: 'samples' };
  const reply = compare({ reference, candidates } as unknown as CompareTask);
  return reply.series[0]!.candidates[0]!;
}

describe('a measured run as a candidate', () => {
  test('whose way back differs says so, with both ways', () => {
    const { branches, problem } = branchesAgainst(loop(6, 'loop'));
    expect(problem).toBeNull();
    expect(branches!.difference).toBeCloseTo(6, 6);
    expect(branches!.up + branches!.down).toBeGreaterThan(95);
  });
  test('of one way, or of two that agree, says nothing', () => {
    expect(branchesAgainst(loop(6, 'one way', true)).branches).toBeNull();
    expect(branchesAgainst(loop(0, 'there and back')).branches).toBeNull();
  });
});
