/** The simulated rig behaves as the demo's pump does, late and with scatter. */
import { expect, test } from '@jest/globals';
import { headAt } from '@undameter/demo';
import { SimulatedRig } from './SimulatedRig';

function rigAt(): { rig: SimulatedRig; wait(seconds: number): void } {
  let now = 0;
  return { rig: new SimulatedRig(() => now, 3), wait: (seconds) => void (now += seconds) };
}
const meanOf = (read: () => number): number => Array.from({ length: 400 }, read).reduce((a, b) => a + b, 0) / 400;

test('a setting is reached after its lag, not at once', () => {
  const { rig, wait } = rigAt();
  rig.set('speed', 2900);
  expect(meanOf(() => rig.read('speed'))).toBeCloseTo(2200, -1);
  wait(0.8);
  // One time constant: 63.2 % of the way.
  expect(meanOf(() => rig.read('speed'))).toBeCloseTo(2200 + 0.632 * 700, -1);
  wait(20);
  expect(meanOf(() => rig.read('speed'))).toBeCloseTo(2900, -1);
});

test('head and flow lie on the curve of the demo’s pump', () => {
  const { rig, wait } = rigAt();
  rig.set('valve', 45);
  wait(10);
  const flow = meanOf(() => rig.read('flow'));
  const rise = meanOf(() => rig.read('discharge') - rig.read('suction'));
  // 1 m of water is 9.78 kPa at 22 °C.
  expect(rise / 9.785).toBeCloseTo(headAt(2200, flow), 0);
});

test('a setting beyond its range is not taken', () => {
  const { rig } = rigAt();
  expect([rig.set('valve', 101), rig.set('speed', -1), rig.set('valve', NaN)]).toEqual([false, false, false]);
  expect([rig.setting('valve'), rig.setting('speed')]).toEqual([62, 2200]);
});

test('the discharge meter creeps, and a closed valve gives no flow', () => {
  const { rig, wait } = rigAt();
  rig.set('valve', 0);
  wait(600);
  expect(Math.abs(meanOf(() => rig.read('flow')))).toBeLessThan(6);
  const before = meanOf(() => rig.read('discharge'));
  wait(10_000);
  expect(meanOf(() => rig.read('discharge')) - before).toBeGreaterThan(2.5);
});
