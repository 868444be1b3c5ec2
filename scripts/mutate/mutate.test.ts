import { expect, test } from '@jest/globals';
import { report, type Fault } from './report';
import { computingLines } from './sampleLines';

const fault = (status: string): Fault => ({
  file: 'core/src/a.ts',
  line: 3,
  status,
  kind: 'X',
  replacement: 'a\n + b',
});

test('only lines on which something is computed are drawn', () => {
  const text = [
    "import { a } from './a';", // 1
    'export interface B {', // 2
    '  c: number;', // 3
    '}', // 4
    'const table = [1, 2].map(Number);', // 5: computed once, at loading
    '/** d */', // 6
    'export function e(f: number): number {', // 7
    '  const g = f + 1;', // 8
    "  return g * a('h');", // 9
    '}', // 10
    'export const i = (j: number): number => j - 1;', // 11
  ].join('\n');
  expect(computingLines(text)).toEqual([8, 9, 11]);
});

test('a fault that no test runs counts as one that was not noticed; one that could not be tried does not count', () => {
  const faults = ['Killed', 'Timeout', 'Survived', 'NoCoverage', 'CompileError', 'Ignored'].map(fault);
  expect(report([{ room: 'core', goal: 0.85, faults }]).split('\n')).toEqual([
    'core/src/a.ts:3 not noticed: X a + b',
    'core/src/a.ts:3 no test runs it: X a + b',
    'core: 2 of 4 faults noticed, 50 % (goal 85 %, not reached)',
  ]);
});

test('a room reaches its goal at the goal, and one without faults has reached nothing', () => {
  expect(report([{ room: 'web', goal: 0.5, faults: [fault('Killed'), fault('Survived')] }])).toContain(
    'goal 50 %, reached',
  );
  expect(report([{ room: 'web', goal: 0.5, faults: [] }])).toBe('web: no fault was tried');
});
