import { expect, test } from '@jest/globals';
import { sharedPanes } from './sharedPanes';

const channel = (symbol: string, unit: string, labels: string[] | null = null) => ({ symbol, unit, labels });
const [pd, ps, Q, M, mode] = [
  channel('p_d', 'kPa'),
  channel('p_s', 'kPa'),
  channel('Q', 'L/min'),
  channel('M', 'N*m'),
  channel('mode', '', ['on', 'off']),
];
const joined = (...symbols: string[]) => Object.fromEntries(symbols.map((s) => [s, { right: true }]));

test.each([
  ['each its own', [pd, ps], {}, [['p_d'], ['p_s']]],
  ['one unit, one scale', [pd, ps], joined('p_s'), [['p_d', 'p_s']]],
  ['a second unit at the right', [pd, Q, ps], joined('Q', 'p_s'), [['p_d', 'Q', 'p_s']]],
  ['no third unit', [pd, Q, M], joined('Q', 'M'), [['p_d', 'Q'], ['M']]],
  ['the first has nothing above', [pd, ps], joined('p_d'), [['p_d'], ['p_s']]],
  ['words neither join nor are joined', [pd, mode, Q], joined('mode', 'Q'), [['p_d'], ['mode'], ['Q']]],
])('%s', (_, channels, looks, panes) => expect(sharedPanes(channels, looks)).toEqual(panes));

test('what is being smoothed is alone', () =>
  expect(sharedPanes([pd, ps, Q], joined('p_s', 'Q'), 'p_s')).toEqual([['p_d'], ['p_s'], ['Q']]));
