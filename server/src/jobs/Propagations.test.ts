import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { Drawn } from '../threads/drawWay';
import type { Pools } from '../threads/Pools';
import { Propagations } from './Propagations';

/** Threads that draw when they are told to. */
class Hands {
  readonly tell: ((drawn: Drawn) => void)[] = [];
  readonly end: ((drawn: Drawn) => void)[] = [];
  readonly fail: ((error: Error) => void)[] = [];
  readonly stopped: number[] = [];

  drawWay = (_: unknown, tell: (drawn: Drawn) => void) => {
    const k = this.tell.push(tell) - 1;
    const ended = new Promise<Drawn>((resolve, reject) => {
      this.end.push(resolve);
      this.fail.push(reject);
    });
    return { ended, stop: () => void this.stopped.push(k) };
  };
}

const drawn = (draws: number): Drawn => ({ draws, quantities: [], sources: ['p'], notDrawn: [] });
const task = { draws: 1000 } as never;
let now = 0;
let hands: Hands;
let jobs: Propagations;

beforeEach(() => {
  now = 1000;
  jest.spyOn(performance, 'now').mockImplementation(() => now);
  hands = new Hands();
  jobs = new Propagations(hands as unknown as Pools, (error) => ({ code: 'X', message: String(error), facts: {} }));
});
afterEach(() => {
  jest.restoreAllMocks();
});

describe('a Monte Carlo run as a job', () => {
  test('tells how far it is and how long it takes, then that it is done', async () => {
    const { jobId } = jobs.start(task);
    expect(jobs.status(jobId)).toMatchObject({ state: 'running', draws: 0, secondsLeft: null });
    now += 2000;
    hands.tell[0]!(drawn(250));
    expect(jobs.status(jobId)).toMatchObject({ state: 'running', draws: 250, secondsLeft: 6, sources: ['p'] });
    hands.end[0]!(drawn(1000));
    await Promise.resolve();
    expect(jobs.status(jobId)).toMatchObject({ state: 'done', draws: 1000, secondsLeft: null });
    hands.tell[0]!(drawn(900));
    expect(jobs.status(jobId).draws).toBe(1000);
  });

  test('is stopped with what it has, or fails with its sentence', async () => {
    const stopped = jobs.start(task).jobId;
    const failing = jobs.start(task).jobId;
    const ending = jobs.stop(stopped);
    expect(hands.stopped).toEqual([0]);
    hands.end[0]!(drawn(40));
    expect(await ending).toMatchObject({ state: 'stopped', draws: 40 });
    hands.fail[1]!(new Error('no curve'));
    await new Promise((resolve) => setImmediate(resolve));
    expect(jobs.status(failing)).toMatchObject({ state: 'failed', error: { message: 'Error: no curve' } });
  });

  test('one that nobody asks for is ended, one that is asked for goes on', () => {
    const { jobId } = jobs.start(task);
    now += 19_000;
    hands.tell[0]!(drawn(100));
    expect(hands.stopped).toEqual([]);
    jobs.status(jobId);
    now += 19_000;
    hands.tell[0]!(drawn(200));
    expect(hands.stopped).toEqual([]);
    now += 2000;
    hands.tell[0]!(drawn(300));
    expect(hands.stopped).toEqual([0]);
  });

  test('of too many at once the last is refused, until one has ended', async () => {
    for (let k = 0; k < 4; k++) jobs.start(task);
    expect(() => jobs.start(task)).toThrow('4 Monte Carlo runs are under way');
    hands.end[2]!(drawn(1000));
    await new Promise((resolve) => setImmediate(resolve));
    expect(jobs.start(task).state).toBe('running');
  });

  test('the oldest of those that ended are forgotten', async () => {
    const first = jobs.start(task).jobId;
    hands.end[0]!(drawn(1000));
    for (let k = 1; k <= 41; k++) {
      await new Promise((resolve) => setImmediate(resolve));
      jobs.start(task);
      hands.end[k]!(drawn(1000));
    }
    expect(() => jobs.status(first)).toThrow(expect.objectContaining({ code: 'NOT_FOUND' }) as never);
  });
});
