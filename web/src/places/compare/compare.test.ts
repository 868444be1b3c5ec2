import { describe, expect, test } from '@jest/globals';
import type { FitRow, RunRow } from '@undameter/contract';
import { bodyOf, isWhole, newComparison, ofFit, ofRun, sameComparison } from './draft';

const run = (id: number, kind: 'measured' | 'simulated') => ({ id, kind }) as RunRow;
const fit = { id: 5, runId: 1, x: 'Q', y: 'H', conditionIds: [3], data: 'operatingPoints' } as unknown as FitRow;

describe('a new comparison', () => {
  test('holds the points of the first fit against a simulated run', () => {
    const body = newComparison('c', [run(1, 'measured'), run(2, 'simulated')], [fit]);
    expect(body.reference).toEqual({ runId: 1, x: 'Q', y: 'H', conditionIds: [3], data: 'operatingPoints' });
    expect(body.candidates).toEqual([ofRun(2)]);
  });
  test('without a simulated run against another one; its own points do not judge a fit', () => {
    expect(newComparison('c', [run(1, 'measured'), run(4, 'measured')], [fit]).candidates).toEqual([ofRun(4)]);
    expect(newComparison('c', [run(1, 'measured')], [fit]).candidates).toEqual([ofFit(5)]);
  });
  test('without a fit begins with the measured run', () => {
    const body = newComparison('c', [run(2, 'simulated'), run(1, 'measured')], []);
    expect(body).toMatchObject({ reference: { runId: 1, x: '', data: 'samples' }, candidates: [ofRun(2)] });
    expect(newComparison('c', [run(1, 'measured')], []).candidates).toEqual([ofRun(1)]);
    expect(newComparison('c', [run(2, 'simulated')], []).reference.runId).toBe(2);
  });
});

describe('whether it can be computed', () => {
  const whole = {
    name: 'c',
    reference: { runId: 1, x: 'Q', y: 'H', conditionIds: [], data: 'samples' as const },
    candidates: [ofFit(5)],
  };
  test.each([
    [{}, true],
    [{ candidates: [] }, false],
    [{ reference: { ...whole.reference, x: '' } }, false],
    [{ reference: { ...whole.reference, y: '' } }, false],
    [{ candidates: [ofRun(2)] }, false],
    [{ candidates: [ofRun(2, 'Q')] }, false],
    [{ candidates: [ofFit(5), ofRun(2, 'Q', 'H')] }, true],
  ])('%j: %s', (over, is) => expect(isWhole({ ...whole, ...over })).toBe(is));
  test('a saved one brings what its form holds', () => {
    expect(bodyOf({ id: 3, campaignId: 1, ...whole })).toEqual(whole);
    expect([sameComparison(whole, { ...whole }), sameComparison(whole, { ...whole, name: 'd' })]).toEqual([
      true,
      false,
    ]);
  });
});
