import { describe, expect, test } from '@jest/globals';
import { proposalWords, withProposedWindow } from './proposalWords';

const found = { window: 51, noise: 0.052, noiseLeft: 0.21, peakLost: 0.004, place: 'within' as const };

describe('a proposed window is told with its reason', () => {
  test('what is left of the noise and what is lost of the peak', () =>
    expect(proposalWords(found, 'kPa')).toBe(
      'Proposed: 51 samples. There of the noise (0.052 kPa) 21 % is left, of the highest peak 0.4 % is lost; noise and bend together are least there. The noise is taken to differ from sample to sample.',
    ));
  test('a peak that keeps its height loses nothing', () => {
    expect(proposalWords({ ...found, peakLost: 1e-4 }, '')).toContain('nothing of the highest peak is lost');
    expect(proposalWords(found, '')).not.toContain('nothing of the highest peak');
  });
  test.each([
    ['narrowest', 'each wider one would bend the signal'],
    ['widest', 'it is the widest that was tried'],
  ] as const)('at the %s it says so, and not that it is the least', (place, words) => {
    expect(proposalWords({ ...found, place }, '')).toContain(words);
    expect(proposalWords({ ...found, place }, '')).not.toContain('are least there');
  });
});

test('taken, it counts in samples, and is known as proposed from its channel', () =>
  expect(withProposedWindow({ channel: 'p', window: 21, windowTime: 0.5, cutoff: 3, order: 3 }, 51)).toEqual({
    channel: 'p',
    order: 3,
    window: 51,
    proposed: { window: 51 },
  }));
