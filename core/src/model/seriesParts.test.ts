import { describe, expect, test } from '@jest/globals';
import type { RunState } from '../procedure/RunState';
import { doubtsOfPoints } from './doubtsOfPoints';
import { seriesData } from './seriesData';
import { seriesParts } from './seriesParts';

const condition = (id: number, group: string | null = null) => ({
  id,
  name: `c${id}`,
  groupId: group === null ? null : group.charCodeAt(0),
  group: group ?? '',
});
const [a1, b2, a3, alone] = [condition(1, 'A'), condition(2, 'B'), condition(3, 'A'), condition(4)];
const shown = (of: 'condition' | 'group' | 'all', conditions = [a1!, b2!, a3!, alone!]) =>
  seriesParts(conditions, of).map((p) => [p.name, p.conditionId, p.groupId, p.conditions.map((c) => c.id)]);

describe('what conditions make of series', () => {
  test('each its own', () => expect(shown('condition').map(([name]) => name)).toEqual(['c1', 'c2', 'c3', 'c4']));
  test('one for each group, in the order of its first, and one of what is in none', () =>
    expect(shown('group')).toEqual([
      ['A', null, 65, [1, 3]],
      ['B', null, 66, [2]],
      ['c4', 4, null, [4]],
    ]));
  test('all as one', () => expect(shown('all')).toEqual([['4 conditions together', null, null, [1, 2, 3, 4]]]));
  test('one alone keeps its name', () => expect(shown('all', [b2])[0]![0]).toBe('c2'));
  test.each(['condition', 'group', 'all'] as const)('none at all is one series of what is kept, by %s', (of) =>
    expect(shown(of, [])).toEqual([[undefined, null, null, []]]),
  );
});

describe('the points of several conditions', () => {
  const values = Float64Array.of(10, 10, 10, 10, 20, 20, 20, 20, 10, 10, 10, 10);
  const time = values.map((_, i) => i);
  const channel = (symbol: string, column: Float64Array) =>
    [symbol, { symbol, name: symbol, unit: 's', origin: 'logged' as const, values: column }] as const;
  const run: RunState = {
    samples: 12,
    mask: new Uint16Array(12),
    along: 't',
    channels: new Map([channel('t', time), channel('n', values)]),
  };
  const held = (from: number, to: number) => ({
    name: `${from} to ${to}`,
    limits: [{ kind: 'between' as const, symbol: 'n', unit: 's', low: from, high: to }],
  });
  const of = (kind: 'samples' | 'operatingPoints', ...limits: [number, number][]) =>
    seriesData(
      run,
      limits.map((l) => held(...l)),
      { x: 't', y: 'n' },
      'run',
      kind,
    );

  test('are those of each, in the order of measuring, however the conditions stand', () => {
    const points = of('operatingPoints', [19, 21], [9, 11]);
    expect([...points.y]).toEqual([10, 20, 10]);
    expect([...points.x]).toEqual([1.5, 5.5, 9.5]);
    expect(doubtsOfPoints(points)).toEqual([]);
  });
  test('of samples each counts once', () => {
    const samples = of('samples', [9, 11], [9, 21]);
    expect([...samples.x]).toEqual([...time]);
    expect(doubtsOfPoints(samples)).toEqual([]);
  });
  test('that share samples are doubted, with their number', () =>
    expect(doubtsOfPoints(of('operatingPoints', [9, 11], [9, 21]))[0]).toMatch(/^8 samples lie in .* more than one/));
  test('of which one picks nothing name it', () =>
    expect(doubtsOfPoints(of('operatingPoints', [9, 11], [30, 31]))).toEqual([
      'No sample of this run is picked by 30 to 31.',
    ]));
  test('of which none picks anything are refused by their names', () =>
    expect(() => of('samples', [30, 31], [40, 41])).toThrow(expect.objectContaining({ code: 'CONDITION_EMPTY' })));
});
