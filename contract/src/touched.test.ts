/** After a change everything is asked anew that it may have altered, and nothing else. */
import { describe, expect, test } from '@jest/globals';
import { isTouched, resourceOf, touchedHeader, type Resource } from './touched';

test.each([
  ['/campaigns', 'campaigns'],
  ['/campaigns/1', 'campaigns'],
  ['/campaigns/1/fits', 'fits'],
  ['/campaigns/1/procedures', 'procedures'],
  ['/campaigns/1/procedures/apply', 'points'],
  ['/runs/7', 'runs'],
  ['/runs/7/bench', 'bench'],
  ['/runs/7/operating-points', 'points'],
  ['/fits/3/result', 'fits'],
  ['/fits/trial', 'fits'],
  ['/findings/3/budget', 'findings'],
  ['/figures/3', 'figures'],
  ['/figures/3/content', 'drawings'],
  ['/campaigns/1/figures', 'figures'],
  ['/campaigns/1/living', 'living'],
  ['/reports/3/versions', 'reports'],
  ['/about', 'about'],
])('%s asks for %s', (address, resource) => expect(resourceOf(address)).toBe(resource));

describe('a change of', () => {
  const cases: [changed: Resource, run: number | undefined, anew: string[], left: string[]][] = [
    [
      'runs',
      7,
      ['/runs/7', '/runs/7/bench', '/runs/7/map', '/fits/trial', '/comparisons/2/result', '/campaigns/1/findings'],
      ['/runs/8/bench', '/runs/8/map', '/campaigns/1/models', '/about'],
    ],
    ['runs', undefined, ['/runs/8/bench', '/tables/1/uses'], ['/about']],
    [
      'conditions',
      undefined,
      ['/campaigns/1/conditions', '/runs/7/bench', '/runs/7/set-points', '/fits/3/result', '/tables/1/uses'],
      ['/runs/7', '/campaigns/1/sensors', '/campaigns/1/models'],
    ],
    [
      'tables',
      undefined,
      ['/tables/1/versions', '/runs/7/bench', '/fits/trial'],
      ['/campaigns/1/conditions', '/runs/7'],
    ],
    ['instruments', undefined, ['/campaigns/1/instruments'], ['/runs/7/session', '/runs/7', '/campaigns/1/sensors']],
    ['bench', 7, ['/runs/7/session', '/runs/7/bench'], ['/runs/8/session', '/fits/trial']],
    ['sensors', undefined, ['/runs/7', '/runs/7/bench', '/findings/3/budget'], ['/campaigns/1/tables']],
    ['fits', undefined, ['/fits/3/result', '/comparisons/2/result', '/campaigns/1'], ['/runs/7/bench', '/runs/7/map']],
    ['comparisons', undefined, ['/comparisons/trial', '/campaigns/1/findings'], ['/fits/3/result', '/runs/7/bench']],
    [
      'findings',
      undefined,
      ['/findings/3/budget', '/campaigns/1'],
      ['/fits/3/result', '/comparisons/2/result', '/runs/7'],
    ],
    ['campaigns', undefined, ['/campaigns', '/campaigns/2/tables'], ['/about', '/runs/7/bench', '/campaigns/1/fits']],
    ['dressings', undefined, ['/campaigns/1/figures', '/figures/3'], ['/figures/3/content', '/fits/3/result']],
    ['figures', undefined, ['/campaigns/1/figures', '/figures/3/content', '/campaigns/1/living'], ['/fits/3/result']],
    ['findings', undefined, ['/campaigns/1/living'], ['/campaigns/1/reports']],
    ['reports', undefined, ['/campaigns/1/reports', '/reports/3/versions'], ['/campaigns/1/living', '/fits/3/result']],
    // Run 1 is not run 12.
    ['runs', 12, ['/runs/12/bench', '/runs/12/map'], ['/runs/1/bench', '/runs/2/map', '/runs/121/bench']],
  ];
  test.each(cases)('%s (run %s) has %j asked anew, and not %j', (changed, run, anew, left) => {
    const touched = touchedHeader(changed, run);
    expect(anew.filter((address) => !isTouched(address, touched))).toEqual([]);
    expect(left.filter((address) => isTouched(address, touched))).toEqual([]);
  });
});
