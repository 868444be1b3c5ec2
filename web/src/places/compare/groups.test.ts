import { describe, expect, test } from '@jest/globals';
import type { ConditionRow } from '@undameter/contract';

import { dressingOf, houseStyles, partOfComparison } from '@undameter/drawing';
import { candidateOf, comparisonOf } from '../../../test/replies';
import { axisTitle } from '../../chart/panes';
import { rowsOf } from './differenceRows';
import {
  commonRanges,
  dressedForGroups,
  figureOfGroups,
  groupableBy,
  kindsInWords,
  namesOfPlaces,
  turnedIn,
  withConditions,
  withGroupBy,
} from './groups';

const condition = (id: number, station: number, side: string) =>
  ({
    ...{ id, name: `${station}, ${side}` },
    limits: [
      { kind: 'tolerance', symbol: 'z_rel', value: station, tolerance: 0.01, unit: '' },
      { kind: 'words', symbol: 'zone', words: [side] },
    ],
  }) as unknown as ConditionRow;
const conditions = [condition(4, 0.2, 'upper'), condition(5, 0.2, 'lower'), condition(6, 0.8, 'upper')];
const reference = { runId: 1, x: 'x', y: 'cp', conditionIds: [4, 5], data: 'samples' as const };

const member = (series: number, conditionId: number, name: string) => ({ series, conditionId, name });
const said = { ...{ points: 3, odd: [], rms: 1, e: 0, uVal: 1 }, verdict: { state: 'passed' as const, text: 'says' } };
const reply = comparisonOf(
  ['simulated'],
  [
    { name: '0.2, upper', conditionId: 4, candidates: [candidateOf()] },
    { name: '0.2, lower', conditionId: 5, candidates: [candidateOf()] },
    { name: '0.8, upper', conditionId: 6, candidates: [candidateOf()] },
  ],
  [
    {
      ...{ name: 'z_rel 0.2', candidates: [said] },
      members: [member(0, 4, 'zone upper'), member(1, 5, 'zone lower')],
    },
    { name: 'z_rel 0.8', members: [member(2, 6, 'zone upper')], candidates: [said] },
  ],
);

describe('what conditions can be grouped by', () => {
  test('is each channel with a limit in one that was chosen, once', () => {
    expect(groupableBy(conditions, [4, 6])).toEqual(['z_rel', 'zone']);
    expect(groupableBy(conditions, [])).toEqual([]);
  });
  test('stays with other conditions that have a limit on it, and goes with the last of them', () => {
    expect(withConditions({ ...reference, groupBy: 'zone' }, [6], conditions)).toEqual({
      ...{ ...reference, groupBy: 'zone' },
      conditionIds: [6],
    });
    expect(withConditions({ ...reference, groupBy: 'n' }, [6], conditions)).toEqual({
      ...reference,
      conditionIds: [6],
    });
  });
  test('is chosen and let go', () => {
    expect(withGroupBy(reference, 'zone')).toEqual({ ...reference, groupBy: 'zone' });
    expect(withGroupBy({ ...reference, groupBy: 'zone' }, undefined)).toEqual(reference);
  });
});

describe('charts of groups', () => {
  test('show the series of their group alone, called what tells them apart', () => {
    const part = partOfComparison(reply, [4, 5]);
    expect(part.series.map((s) => s.name)).toEqual(['zone upper', 'zone lower']);
    expect(part.groups).toEqual([]);
    expect(partOfComparison(reply, [6]).series.map((s) => s.conditionId)).toEqual([6]);
  });
  test('have one scale, wide enough for the bars of all and with room for a title', () => {
    const far = candidateOf({
      curve: { x: [1, 2], y: [-10, 5], low: [], high: [] },
      drawn: { x: [1], difference: [3], reference: [1], candidate: [4], uncertainty: [0.5] },
    });
    const two = comparisonOf(
      ['simulated'],
      [
        { name: 'a', candidates: [far], yUncertainty: [0.1, 0.1, 4] },
        { name: 'b', candidates: [far] },
      ],
    );
    // Points reach 6 + 4, the curve −10; a twentieth is left below and somewhat more above.
    const { main, difference } = commonRanges(two, { main: false, difference: false });
    expect(main).toEqual([expect.closeTo(-11, 9), expect.closeTo(13.2, 9)]);
    expect(difference).toEqual([expect.closeTo(-0.175, 9), expect.closeTo(4.06, 9)]);
    // Turned, the title stands at the low end.
    expect(commonRanges(two, { main: true, difference: false }).main).toEqual([
      expect.closeTo(-13.2, 9),
      expect.closeTo(11, 9),
    ]);
  });
  test('know which of their axes are turned, by the names under which looks are kept', () => {
    const names = {
      main: `y ${axisTitle(reply.y)}`,
      difference: `y ${axisTitle({ ...reply.y, name: 'Candidate − reference', symbol: '' })}`,
    };
    expect(turnedIn(reply, {})).toEqual({ main: false, difference: false });
    expect(turnedIn(reply, { [names.main]: { reversed: true } })).toEqual({ main: true, difference: false });
    expect(turnedIn(reply, { [names.difference]: { reversed: true } })).toEqual({ main: false, difference: true });
  });
  test('without values choose their scale themselves', () =>
    expect(commonRanges(comparisonOf(['simulated'], []), { main: false, difference: false }).main).toBeUndefined());
  test('a series has the same colour in all of them, and on the board', () => {
    expect(rowsOf(reply).map((r) => r.series)).toEqual([0, 1, 0]);
    expect(rowsOf({ ...reply, groups: [] }).map((r) => r.series)).toEqual([0, 1, 2]);
  });
  test('are explained once: colours by their names, marks by what they are drawn of', () => {
    expect(namesOfPlaces(reply)).toEqual(['zone upper', 'zone lower']);
    expect(kindsInWords(reply)).toBe('symbols: Measured; dashed: c1');
    const other = { ...reply, groups: [reply.groups[0]!, { ...reply.groups[1]!, members: [member(2, 6, 'hub')] }] };
    expect(namesOfPlaces(other)).toEqual(['zone upper / hub', 'zone lower']);
  });
});

describe('kept as a figure', () => {
  const plain = dressingOf(houseStyles[0]!);
  test('there is a chart for each group, of its conditions', () =>
    expect(figureOfGroups(reply, 7, 'equality')).toEqual({
      kind: 'together',
      charts: [
        { id: 'c1', source: { kind: 'comparison', comparisonId: 7, below: 'equality', only: [4, 5] } },
        { id: 'c2', source: { kind: 'comparison', comparisonId: 7, below: 'equality', only: [6] } },
      ],
    }));
  test('titled by its groups, beside each other on one y axis', () => {
    const { arrangement, axes } = dressedForGroups(plain, reply, undefined);
    expect(arrangement).toMatchObject({
      ...{ columns: 2, sharedY: true, lettered: true },
      titles: { 'c1/main': 'z_rel 0.2', 'c2/main': 'z_rel 0.8' },
    });
    expect(axes).toEqual({});
  });
  test('with its y axis turned where the charts have it so', () =>
    expect(dressedForGroups(plain, reply, { reversed: true }).axes).toEqual({
      'c1/main.y': { reversed: true },
      'c2/main.y': { reversed: true },
    }));
});
