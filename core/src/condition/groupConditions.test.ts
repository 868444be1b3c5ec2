import { expect, test } from '@jest/globals';
import { groupConditions, type Limit } from './index';

const speed = (value: number): Limit => ({ kind: 'tolerance', symbol: 'n', value, tolerance: 20, unit: 'rpm' });
const valve = (value: number): Limit => ({ kind: 'tolerance', symbol: 'z_v', value, tolerance: 1, unit: '%' });
const condition = (name: string, ...limits: Limit[]) => ({ name, limits });

test('conditions with the same limits on a channel are one group, told apart by their other limits', () =>
  expect(
    groupConditions(
      [
        condition('a', speed(1450), valve(30)),
        condition('b', speed(2900), valve(30)),
        condition('c', valve(60), speed(1450)),
      ],
      'n',
    ),
  ).toEqual([
    {
      name: 'n 1450 ± 20 rpm',
      members: [
        { index: 0, name: 'z_v 30 ± 1 %' },
        { index: 2, name: 'z_v 60 ± 1 %' },
      ],
    },
    { name: 'n 2900 ± 20 rpm', members: [{ index: 1, name: 'z_v 30 ± 1 %' }] },
  ]));

test('a condition without further limits has its own name, one without limits on the channel is of any', () =>
  expect(groupConditions([condition('all of it', speed(1450)), condition('open', valve(100))], 'n')).toEqual([
    { name: 'n 1450 ± 20 rpm', members: [{ index: 0, name: 'all of it' }] },
    { name: 'any n', members: [{ index: 1, name: 'z_v 100 ± 1 %' }] },
  ]));

test('a limit with another tolerance makes another group', () => {
  const wide: Limit = { kind: 'tolerance', symbol: 'n', value: 1450, tolerance: 50, unit: 'rpm' };
  expect(groupConditions([condition('a', speed(1450)), condition('b', wide)], 'n')).toHaveLength(2);
});
