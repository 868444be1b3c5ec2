import { describe, expect, test } from '@jest/globals';
import { seriesOf } from '../../../test/replies';
import { actionOf, bodyOf, mended, newFit, withModelOf, withRange } from './draft';
import {
  hasWholeSources,
  seriesKept,
  seriesOfFit,
  withChangedSource,
  withChannel,
  withOwnModel,
  withoutSource,
  withSource,
  withWholeSources,
} from './seriesOfFit';

const known = {
  conditions: [
    { id: 3, name: '2900 rpm', groupId: null, group: '' },
    { id: 1, name: '1450 rpm', groupId: 4, group: 'slow' },
    { id: 5, name: '1500 rpm', groupId: 4, group: 'slow' },
  ],
  runs: [
    { id: 7, name: 'Sweep' },
    { id: 8, name: 'Sweep 2' },
  ],
};
const body = { ...newFit('head', 7), x: 'Q', y: 'H' };
const namesOf = (fit: typeof body) => seriesOfFit(fit, known).map((s) => s.name);
const line = { model: 'polynomial', settings: { degree: 1 } };

describe('series of a fit', () => {
  test('are called by their conditions in their order, and without any by all kept samples', () => {
    expect(namesOf({ ...body, conditionIds: [1, 3] })).toEqual(['1450 rpm', '2900 rpm']);
    expect(namesOf(body)).toEqual(['all kept samples']);
    expect(namesOf({ ...body, conditionIds: [9] })).toEqual([]);
  });
  test('of another channel are in the same conditions, over the same x', () => {
    const two = withChannel({ ...body, conditionIds: [3] }, 'P_h');
    expect(two.further).toEqual([{ id: 1, runId: 7, x: 'Q', y: 'P_h', conditionIds: [3], oneSeriesOf: 'condition' }]);
    expect(seriesOfFit(two, known)).toEqual([
      { key: 'condition 3', name: '2900 rpm, H' },
      { key: 'condition 3 from 1', name: '2900 rpm, P_h' },
    ]);
  });
  test('are those of groups, or one of all, and found whatever they are called', () => {
    const three = { ...body, conditionIds: [1, 3, 5] };
    expect(seriesOfFit({ ...three, oneSeriesOf: 'group' }, known)).toEqual([
      { key: 'group 4', name: 'slow' },
      { key: 'condition 3', name: '2900 rpm' },
    ]);
    expect(seriesOfFit({ ...three, oneSeriesOf: 'all' }, known)).toEqual([
      { key: 'all', name: '3 conditions together' },
    ]);
  });
  test('of which one has a range keep it when a condition joins them', () => {
    const two = { ...body, conditionIds: [1, 3], oneSeriesOf: 'all' as const };
    const ranged = { ...two, choices: { ranges: { '2 conditions together': [1, 2] as [number, number] } } };
    expect(seriesKept(ranged, { ...ranged, conditionIds: [1, 3, 5] }, known).choices.ranges).toEqual({
      '3 conditions together': [1, 2],
    });
  });
  test('keep their ids when one before them goes', () => {
    const three = withChannel(withChannel(body, 'P_h'), 'eta');
    const without = withoutSource(three, 1);
    expect(without.further!.map((f) => [f.id, f.y])).toEqual([[2, 'eta']]);
    expect(withChannel(without, 'M').further!.map((f) => [f.id, f.y])).toEqual([
      [2, 'eta'],
      [1, 'M'],
    ]);
  });
  test('of another run bear its name; one that waits for its y takes no part, and cannot be kept', () => {
    const two = withSource(body, { runId: 8, x: 'Q', y: '', conditionIds: [] });
    expect([hasWholeSources(body), hasWholeSources(two)]).toEqual([true, false]);
    expect([withWholeSources(two).further, namesOf(two as typeof body)]).toEqual([[], ['all kept samples']]);
    const whole = withChangedSource(two, { ...two.further![0]!, y: 'H' });
    expect(hasWholeSources(whole)).toBe(true);
    expect(withWholeSources(whole).further).toEqual(whole.further);
    expect(namesOf(whole as typeof body)).toEqual(['Sweep', 'Sweep 2']);
  });
});

describe('what belongs to a series', () => {
  const ranged = withRange(body, ['all kept samples'], [10, 90]);
  test('its range goes with it when it is called otherwise', () => {
    const two = seriesKept(ranged, withChannel(ranged, 'P_h'), known);
    expect(two.choices.ranges).toEqual({ H: [10, 90] });
    expect(seriesKept(two, withoutSource(two, 1), known).choices.ranges).toEqual({ 'all kept samples': [10, 90] });
  });
  test('its range and its model go when it goes, and those of the others stay', () => {
    const two = withChannel(body, 'P_h');
    const dressed = withOwnModel(withRange(two, ['H', 'P_h'], [10, 90]), 'all from 1', line);
    const one = seriesKept(dressed, withoutSource(dressed, 1), known);
    expect([one.choices.ranges, one.models]).toEqual([{ 'all kept samples': [10, 90] }, {}]);
  });
  test('what changes no series changes nothing of them', () => {
    const renamed = { ...ranged, name: 'other' };
    expect(seriesKept(ranged, renamed, known)).toBe(renamed);
  });
  test('its own model is given, changed and taken back', () => {
    const own = withOwnModel(body, 'all', line);
    expect(own.models).toEqual({ all: line });
    expect(withOwnModel(own, 'all', null).models).toEqual({});
    expect(bodyOf({ id: 1, campaignId: 1, results: {}, ...own }).models).toEqual({ all: line });
  });
});

describe('what is chosen for the series in hand', () => {
  const own = seriesOf('P_h', { from: 1, isOwnModel: true });
  const cubic = { kind: 'polynomial', settings: { degree: 3 } };
  test('is its own model where it has one, else that of the fit', () => {
    expect(withModelOf(body, own, cubic.kind, cubic.settings)).toMatchObject({
      model: 'polynomial',
      settings: { degree: 2 },
      models: { 'all from 1': { model: 'polynomial', settings: { degree: 3 } } },
    });
    expect(withModelOf(body, seriesOf('H'), cubic.kind, cubic.settings)).toMatchObject({
      settings: { degree: 3 },
      models: {},
    });
    expect(mended(body, { title: '', candidate: cubic }, own).settings).toEqual({ degree: 2 });
  });
  test('nothing of parameters is proposed where it could not be followed', () => {
    const fixed = { title: '', fixed: { a0: 0 } };
    expect([actionOf(own, fixed), actionOf(own, { title: '', ownStarts: true })]).toEqual([undefined, undefined]);
    expect(actionOf(seriesOf('H'), fixed)).toBe(fixed);
    expect(actionOf(own, { title: '', candidate: cubic })).toEqual({ title: '', candidate: cubic });
  });
});
