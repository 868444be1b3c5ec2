/** A Monte Carlo run in the thread: what is drawn, what is told on the way, and how it is ended. */
import { describe, expect, test } from '@jest/globals';
import type { MessagePort } from 'node:worker_threads';
import { benchRun, count, derive, fitTask, within } from '../../test/benchRun';
import { drawWay, type DrawTask, type Drawn } from './drawWay';

const scatter = (i: number) => [0.3, -0.2, 0.1, -0.4, 0.2, 0, -0.1, 0.4, -0.3, 0.05][i % 10]!;
const offset = { kind: 'absolute' as const, value: 2, statedAs: 'standard' as const };
const run = (over: object = {}) =>
  benchRun(
    {
      t: { unit: 's', values: count(40) },
      y: { unit: 'kPa', values: count(40, (i) => 10 + 0.5 * i + scatter(i)), uncertainty: offset },
    },
    over,
  );

function draw(over: Partial<DrawTask> = {}): { drawn: Drawn; reported: Drawn[] } {
  const reported: Drawn[] = [];
  const task: DrawTask = {
    ...fitTask(run()),
    series: 0,
    atX: null,
    atY: null,
    other: null,
    draws: 400,
    port: { postMessage: (message: Drawn) => reported.push(message) } as unknown as MessagePort,
    stop: new Int32Array(1),
    ...over,
  };
  return { drawn: drawWay(task), reported };
}
const named = ({ quantities }: Drawn, name: string) => quantities.find((q) => q.name === name)!;

describe('the parameters', () => {
  const { drawn } = draw();
  test('are drawn with the sources that are declared and the scatter', () => {
    expect(drawn).toMatchObject({ draws: 400, sources: ['y'], notDrawn: [] });
    expect(drawn.quantities.slice(0, 2).map((q) => [q.name, q.kind, q.unit])).toEqual([
      ['a0', 'parameter', 'kPa'],
      ['a1', 'parameter', 'kPa/s'],
    ]);
  });
  test('what all points share moves the constant as a whole and the slope not at all', () => {
    const [a0, a1] = [named(drawn, 'a0'), named(drawn, 'a1')];
    // The shared offset is two; the scatter adds less than a tenth. Of 400 draws the deviation is sure to 4 %.
    expect(a0.standard!).toBeGreaterThan(1.8);
    expect(a0.standard!).toBeLessThan(2.25);
    expect(a1.standard!).toBeLessThan(0.01);
    expect(a0.mean!).toBeCloseTo(10, 0);
  });
  test('come with their interval, their classes, and whether they agree with first order', () => {
    const a0 = named(drawn, 'a0');
    expect(a0.low!).toBeLessThan(a0.value);
    expect(a0.high!).toBeGreaterThan(a0.value);
    expect(a0.histogram.counts.reduce((a, b) => a + b, 0)).toBe(400);
    expect(['agrees', 'differs', 'notTested']).toContain(a0.agreement);
    expect(a0.text).not.toBe('');
  });
  test('are the same for the same task', () => expect(draw().drawn).toEqual(drawn));
});

describe('what is read off the curve', () => {
  test('is drawn where it is asked for', () => {
    const { drawn } = draw({ atX: 10, atY: 20 });
    const kinds = drawn.quantities.map((q) => q.kind);
    expect(kinds).toContain('parameter');
    expect(drawn.quantities.length).toBeGreaterThan(3);
    const at = drawn.quantities.find((q) => Math.abs(q.value - 15) < 0.5 && q.unit === 'kPa')!;
    expect(at.standard!).toBeGreaterThan(1.8);
    // Back from 20 kPa: an offset of 2 kPa is 4 s at half a kilopascal a second.
    const back = drawn.quantities.find((q) => Math.abs(q.value - 20) < 0.5 && q.unit === 's')!;
    expect(back.standard!).toBeGreaterThan(3.5);
    expect(back.standard!).toBeLessThan(4.6);
  });
  test('where two series meet', () => {
    const two = benchRun({
      t: { unit: 's', values: count(80, (i) => i % 40) },
      y: { unit: 'kPa', values: count(80, (i) => (i < 40 ? 10 + 0.5 * i : 30 - 0.5 * (i - 40)) + scatter(i)) },
      k: { unit: 's', values: count(80, (i) => (i < 40 ? 1 : 2)) },
    });
    const conditions = [within(1, 1, 1, 'k'), within(2, 2, 2, 'k')];
    const { drawn } = draw({ ...fitTask(two, { conditions }), other: 1 });
    expect(drawn.quantities.some((q) => Math.abs(q.value - 20) < 0.5 && q.unit === 's')).toBe(true);
  });
});

describe('a procedure', () => {
  test('is gone through with each draw', () => {
    const steps = [derive('z', '3*y', 'kPa')];
    const { drawn } = draw({ ...fitTask(run({ steps }), { y: 'z' }) });
    expect(named(drawn, 'a0').standard!).toBeGreaterThan(5.4);
    expect(named(drawn, 'a0').standard!).toBeLessThan(6.8);
  });
});

describe('the way to its end', () => {
  test('stopped before it began it has drawn next to nothing', () => {
    const { drawn } = draw({ stop: Int32Array.of(1), draws: 20_000 });
    expect(drawn.draws).toBeLessThan(200);
  });
  test('a fit that fails has nothing to draw', () => {
    const few = fitTask(run(), { conditions: [within(1, 0, 0.5)] });
    expect(() => draw(few)).toThrow(expect.objectContaining({ code: expect.any(String) }) as never);
    expect(() => draw({ series: 3 })).toThrow(expect.objectContaining({ code: 'NOT_FOUND' }) as never);
  });
});
