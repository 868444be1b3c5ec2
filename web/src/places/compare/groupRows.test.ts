import { expect, test } from '@jest/globals';
import { candidateOf, comparisonOf } from '../../../test/replies';
import { groupRowsOf, stateWords } from './groupRows';

const passed = {
  points: 11,
  odd: [],
  rms: 0.01,
  e: 0.001,
  uVal: 0.004,
  verdict: { state: 'passed' as const, text: '' },
};
const failed = {
  ...{ points: 11, rms: 0.04, e: 0.002, uVal: 0.005, verdict: { state: 'failed' as const, text: '' } },
  odd: [
    { series: 2, x: 0.42, difference: -0.09, times: 5.1 },
    { series: 1, x: 0.3, difference: 0.08, times: 4.5 },
  ],
};
const member = (series: number, name: string) => ({ series, conditionId: series + 4, name });
const reply = comparisonOf(
  ['simulated', 'fit'],
  ['a', 'b', 'c'].map((name, k) => ({ name, conditionId: k + 4, candidates: [candidateOf(), candidateOf()] })),
  [
    { name: '0.15', members: [member(0, 'upper')], candidates: [passed, passed] },
    { name: '0.85', members: [member(1, 'upper'), member(2, 'lower')], candidates: [failed, passed] },
  ],
);

test('there is a line for each candidate in each group', () => {
  const rows = groupRowsOf(reply);
  expect(rows.map((r) => [r.name, r.candidateName, stateWords[r.candidate.verdict.state]])).toEqual([
    ['0.15', 'c1', 'agrees'],
    ['0.15', 'c2', 'agrees'],
    ['0.85', 'c1', 'differs'],
    ['0.85', 'c2', 'agrees'],
  ]);
  expect(new Set(rows.map((r) => r.key)).size).toBe(4);
});
test('the worst point is the first odd one, with its series; where none is odd there is none', () => {
  const rows = groupRowsOf(reply);
  expect(rows[2]!.worst).toEqual({ difference: -0.09, x: 0.42, series: 'lower' });
  expect([rows[0]!.worst, rows[3]!.worst]).toEqual([undefined, undefined]);
});
test('what was not tested is not said to agree', () => expect(stateWords.notTested).toBe('not tested'));
