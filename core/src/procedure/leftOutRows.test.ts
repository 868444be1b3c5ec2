import { expect, test } from '@jest/globals';
import { leftOutRows, withoutRows, withRowLeftOut } from './leftOutRows';
import type { Step } from './RunState';

const derive: Step = { id: 'd', kind: 'derive', version: 1, settings: {}, on: true };
const stretch: Step = {
  ...{ id: 's', kind: 'setAside', version: 1, on: true },
  settings: { channel: 'row', ranges: [[2, 5]], unit: '', reason: 'valve moving' },
};
const ofTime: Step = { ...stretch, id: 't', settings: { ...stretch.settings, channel: 't', ranges: [[3, 3]] } };

test('a row is left out first of all, with its reason, and comes back', () => {
  const steps = withRowLeftOut(withRowLeftOut([derive], 3, 'slipped'), 7, 'misread');
  expect(steps.map((s) => s.id)).toEqual(['row-7', 'row-3', 'd']);
  expect([...leftOutRows(steps)]).toEqual([
    [7, 'misread'],
    [3, 'slipped'],
  ]);
  expect(withoutRows(steps, new Set([3])).map((s) => s.id)).toEqual(['row-7', 'd']);
  expect(withoutRows(steps, new Set([4]))).toEqual(steps);
});

test('a step for several rows keeps the others', () => {
  const both: Step = {
    ...stretch,
    settings: {
      ...stretch.settings,
      ranges: [
        [1, 1],
        [4, 4],
      ],
    },
  };
  expect(withoutRows([both], new Set([1]))[0]!.settings['ranges']).toEqual([[4, 4]]);
  expect(withoutRows([both], new Set([1, 4]))).toEqual([]);
});

test('what is switched off, or sets a stretch or another channel aside, leaves no row out', () => {
  const [off] = withRowLeftOut([], 3, 'slipped');
  expect(leftOutRows([{ ...off!, on: false }, stretch, ofTime, derive]).size).toBe(0);
  expect(withoutRows([stretch, ofTime], new Set([2, 3, 4, 5]))).toEqual([stretch, ofTime]);
});

test('a row that was left out and brought back in another way gets a step of its own again', () =>
  expect(withRowLeftOut(withRowLeftOut([], 3, 'a'), 3, 'b').map((s) => s.id)).toEqual(['row-3-2', 'row-3']));
