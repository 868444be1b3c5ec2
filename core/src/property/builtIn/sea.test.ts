/** Sea water: the part of the salt as verified by its release, and the whole against the reference library. */
import { expect, test } from '@jest/globals';
import { salinePart, seaAt } from './sea';
import { waterAt } from './water';

const near = (found: number, expected: number): number => Math.abs(found / expected - 1);

// Source: IAPWS R13-08, table 8a, the saline part at 273.15 K, 101.325 kPa, 35.16504 g/kg; from memory.
test('the part of the salt is that of the release', () => {
  const found = salinePart(273.15, 0.101325, 0.03516504);
  expect(near(found.g, -101.342742)).toBeLessThan(1e-8);
  expect(near(found.t, -0.147643376)).toBeLessThan(1e-8);
  expect(near(found.p, -0.274957224e-4)).toBeLessThan(1e-8);
  expect(near(found.tt, 0.852861151)).toBeLessThan(1e-8);
  expect(near(found.tp, 0.119286787e-6)).toBeLessThan(1e-8);
  expect(near(found.pp, 0.581535172e-13)).toBeLessThan(1e-8);
});
// Source: computed by the reference library python3-iapws 1.5.3 with its water of R7-97.
test.each([
  [273.15, 0.101325, 0.03516504, 1028.108491753198, 3.9864713167245194, 1449.0712274179737],
  [300, 1, 0.04, 1026.7788874428982, 3.975410869384199, 1547.0204382634797],
  [280, 100, 0.035, 1068.750324222938, 3.8013075793992597, 1648.0346531509213],
])('%d K, %d MPa, %d kg/kg', (t, p, s, density, heatCapacity, soundSpeed) => {
  const found = seaAt(t, p, s)!;
  expect(near(found.density, density)).toBeLessThan(1e-12);
  expect(near(found.heatCapacity, heatCapacity)).toBeLessThan(1e-12);
  expect(near(found.soundSpeed, soundSpeed)).toBeLessThan(1e-12);
});
test('without salt it is water, and it is none where water boils', () => {
  const [sea, water] = [seaAt(290, 1, 0)!, waterAt(290, 1)!];
  expect(sea.density).toBeCloseTo(1 / water.volume, 9);
  expect(sea.heatCapacity).toBeCloseTo(water.heatCapacity, 9);
  expect(sea.soundSpeed).toBeCloseTo(water.soundSpeed, 6);
  expect(seaAt(310, 0.001, 0.035)).toBeUndefined();
});
