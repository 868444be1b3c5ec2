/** Steps that a first-order system follows; made-up logs from seeds. */
import { describe, expect, test } from '@jest/globals';
import { Random } from '../../number/Random';
import { approachOf, cutApproach } from './approachOf';
import { steadyFlags } from './steadyFlags';

/** From 10 to 50 at 100 s with a time constant, sampled at 5 Hz. */
function step(constant: number, noise: number, seed = 1, length = 300) {
  const random = new Random(seed);
  const x = Float64Array.from({ length: 5 * length }, (_, i) => i / 5);
  const y = x.map((t) => (t < 100 ? 10 : 50 - 40 * Math.exp(-(t - 100) / constant)) + random.normal(noise));
  return { x, y };
}
const followed = ({ x, y }: ReturnType<typeof step>) => approachOf(x.subarray(499), y.subarray(499), 10);

describe('an approach', () => {
  test.each([2, 5, 15])('of %d s is found without noise', (constant) => {
    const found = followed(step(constant, 0))!;
    expect(found.constant / constant).toBeCloseTo(1, 2);
    expect(found.begin).toBeCloseTo(100, 1);
    expect(found.change).toBeCloseTo(40, 0);
  });
  test('is found within a tenth in 200 logs with noise', () => {
    const ratios = Array.from({ length: 200 }, (_, seed) => followed(step(5, 0.5, seed + 1))!.constant / 5);
    expect(ratios.filter((r) => Math.abs(r - 1) < 0.1)).toHaveLength(200);
  });
  test('that begins late, behind a dead time, begins there', () => {
    const { x, y } = step(4, 0.1);
    const late = y.map((_, i) => (x[i]! < 107 ? 10 : 50 - 40 * Math.exp(-(x[i]! - 107) / 4)));
    expect(approachOf(x.subarray(499), late.subarray(499), 10)!.begin).toBeCloseTo(107, 0);
  });
  test('is none of a change within the noise, of one that is over at once, or of one that does not end', () => {
    expect(approachOf(step(5, 20).x.subarray(499), step(5, 20).y.subarray(499), 10)).toBeUndefined();
    expect(followed(step(0.02, 0.1))).toBeUndefined();
    expect(followed(step(400, 0.1))).toBeUndefined();
    expect(approachOf(Float64Array.of(0, 1, 2), Float64Array.of(1, 2, 3), 0)).toBeUndefined();
  });
});

describe('what is cut', () => {
  const flagsOf = ({ x, y }: ReturnType<typeof step>) =>
    steadyFlags(x, [{ values: y, deviation: 1, slope: Infinity }], 10);
  const firstOf = (x: Float64Array, flags: Uint8Array): number => x[flags.indexOf(1, 520)]!;
  test('is five time constants of the way, so that less than a hundredth of it is left', () => {
    const log = step(8, 0.2);
    const flags = flagsOf(log);
    const before = firstOf(log.x, flags);
    const [found] = cutApproach(log.x, [log.y], flags, 5);
    expect(found!.constant).toBeCloseTo(8, 0);
    expect(before).toBeLessThan(134);
    expect(firstOf(log.x, flags)).toBeGreaterThan(137);
    expect(firstOf(log.x, flags)).toBeLessThan(143);
    // What was before the change is untouched, and so is the end.
    expect([flags[10], flags[480], flags.at(-1)]).toEqual([1, 1, 1]);
  });
  test('goes by the slowest channel', () => {
    const [quick, slow] = [step(3, 0.2), step(12, 0.2, 2)];
    const flags = flagsOf(slow);
    expect(cutApproach(quick.x, [quick.y, slow.y], flags, 4).map((f) => f.channel)).toEqual([1]);
    expect(firstOf(slow.x, flags)).toBeGreaterThan(144);
  });
  test('is nothing of a level that nothing led to', () => {
    const { x, y } = step(5, 0.2);
    const flags = new Uint8Array(x.length).fill(1, 0, 480);
    expect(cutApproach(x, [y], flags, 5)).toEqual([]);
    expect(flags.filter((f) => f)).toHaveLength(480);
  });
});
