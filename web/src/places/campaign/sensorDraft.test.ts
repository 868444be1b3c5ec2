import { describe, expect, test } from '@jest/globals';
import { bodyOf, hindrance, newSensor, sourceWords, usesInShort, usesWords } from './sensorDraft';

const calibration = {
  name: 'calibration',
  isShared: false,
  of: { kind: 'absolute' as const, value: 0.02, statedAs: 'twice' as const },
};
const use = (run: string, symbol: string) => ({ runId: 1, run, symbol, unit: 'bar' });

test.each([
  [{}, null],
  [{ name: 'Gauge 7' }, 'unit'],
  [{ name: 'Gauge 7', unit: 'bar' }, 'at least one source'],
  [{ name: 'Gauge 7', unit: 'bar', sources: [calibration] }, null],
])('what hinders saving %j', (over, says) => {
  const said = hindrance({ ...newSensor, ...over });
  if (says === null) expect(said).toBeNull();
  else expect(said).toContain(says);
});

describe('in words', () => {
  test.each([
    [calibration.of, 'calibration ± 0.02 bar (k = 2)'],
    [
      { kind: 'reading' as const, percent: 0.1, statedAs: 'limits' as const },
      'calibration ± 0.1 % of reading (limits)',
    ],
    [
      { kind: 'fullScale' as const, percent: 0.25, fullScale: 16, statedAs: 'percent95' as const },
      'calibration ± 0.25 % of 16 bar (95 %)',
    ],
    [
      { ...calibration.of, statedAs: 'standard' as const, effect: 'random' as const },
      'calibration ± 0.02 bar (k = 1, another for each sample)',
    ],
  ])('%j', (of, words) => expect(sourceWords({ ...calibration, of }, 'bar')).toBe(words));
  test('its channels, run by run', () => {
    expect(usesWords([use('Sweep', 'p_d'), use('Sweep', 'p_s'), use('Warm-up', 'p_d')])).toBe(
      'p_d, p_s of Sweep; p_d of Warm-up',
    );
    expect(usesWords([])).toBe('');
    expect(usesInShort([use('Sweep', 'p_d'), use('Sweep', 'p_s'), use('Warm-up', 'p_d')])).toBe(
      'p_d of 2 runs; p_s of Sweep',
    );
    expect(usesInShort([])).toBe('');
  });
});

test('what can be changed of a row is its body, and no more', () =>
  expect(Object.keys(bodyOf({ id: 1, campaignId: 1, ...newSensor, uses: [] }))).toEqual([
    'name',
    'unit',
    'sources',
    'notes',
  ]));
