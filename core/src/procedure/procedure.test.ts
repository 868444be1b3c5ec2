import { expect, test } from '@jest/globals';
import type { Channel } from '../sample';
import { runProcedure, type RunState, type Step } from './index';

const column = (symbol: string, unit: string, values: number[]): [string, Channel] => [
  symbol,
  { symbol, name: symbol, unit, origin: 'logged', values: Float64Array.from(values) },
];
const run: RunState = {
  samples: 8,
  channels: new Map([column('t', 's', [0, 1, 2, 3, 4, 5, 6, 7]), column('n', 'rpm', [0, 10, 20, 30, 99, 50, 60, 70])]),
  mask: new Uint16Array(8),
  along: 't',
};
const step = (kind: string, settings: Record<string, unknown>, on = true): Step => ({
  id: kind,
  kind,
  version: 1,
  settings,
  on,
});
const trim = step('trim', { channel: 't', from: 1, to: 6, unit: 's' });
const aside = step('setAside', { channel: 't', ranges: [[4, 4]], unit: 's', reason: 'spike' });

test('every sample is kept or set aside by one named step, and comes back', () => {
  const two = runProcedure(run, [trim, aside], new Map());
  expect([...two.final.mask]).toEqual([1, 0, 0, 0, 2, 0, 0, 1]);
  expect(two.reports.map((r) => r.setAside)).toEqual([2, 1]);
  const back = step('bringBack', { channel: 't', ranges: [[4, 4]], unit: 's' });
  expect([...runProcedure(run, [trim, aside, back], new Map()).final.mask]).toEqual([1, 0, 0, 0, 0, 0, 0, 1]);
});

test('a set-aside sample takes no part in a derivative, whose unit is composed', () => {
  const rate = step('differentiate', {
    channel: 'n',
    against: 't',
    method: 'central',
    window: 11,
    order: 2,
    symbol: 'r',
    name: 'Rate',
  });
  const { final, reports } = runProcedure(run, [trim, aside, rate], new Map());
  expect(final.channels.get('r')!.unit).toBe('rpm/s');
  expect([...final.channels.get('r')!.values].slice(1, 7)).toEqual([10, 10, 10, NaN, 10, 10]);
  expect(reports[2]!.made).toEqual({ symbol: 'r', unit: 'rpm/s' });
});

test('a step that fails says why and leaves the run as it was', () => {
  const clash = step('derive', { name: 'Sum', symbol: 's', formula: 't + n', unit: '' });
  const { final, reports } = runProcedure(run, [clash, trim], new Map());
  expect(reports[0]).toMatchObject({ status: 'failed', error: { code: 'UNIT_CLASH' } });
  expect(reports[1]).toMatchObject({ status: 'done', setAside: 2 });
  expect(final.channels.has('s')).toBe(false);
});

test('a step that is switched off does nothing', () =>
  expect(runProcedure(run, [{ ...trim, on: false }], new Map()).reports[0]).toMatchObject({
    status: 'off',
    setAside: 0,
  }));
