import type { Handle } from './Model';

/** Top of a peak over a ground, and its side, by which it is widened; by the symbols of its parameters. */
export const peakHandles = (width: string, height = 'A', place = 'x0', name = 'the peak'): readonly Handle[] => [
  {
    name: `top of ${name}`,
    at: (p) => ({ x: p[place]!, y: p['y0']! + p[height]! }),
    moved: ({ x, y }, { y0 }) => ({ [place]: x, [height]: y - y0! }),
  },
  {
    name: `side of ${name}`,
    at: (p) => ({ x: p[place]! + p[width]!, y: p['y0']! + p[height]! / 2 }),
    moved: ({ x }, p) => ({ [width]: Math.max(1e-300, Math.abs(x - p[place]!)) }),
  },
];

/** The value at x = 0. */
export const startLevel = (symbol: string): Handle => ({
  name: 'value at x = 0',
  at: (p) => ({ x: 0, y: p[symbol]! }),
  moved: ({ y }) => ({ [symbol]: y }),
});

/** The level in the end, where three time constants have passed. */
export const endLevel: Handle = {
  name: 'level in the end',
  at: ({ y0, A, tau }) => ({ x: 3 * tau!, y: y0! + A! * Math.exp(-3) }),
  moved: ({ y }, { A }) => ({ y0: y - A! * Math.exp(-3) }),
};

/** Begin of a step, and the level that it reaches. */
export const stepHandles: readonly Handle[] = [
  {
    name: 'begin of the step',
    at: ({ y0, L }) => ({ x: L!, y: y0! }),
    moved: ({ x, y }, { y0, D }) => ({ L: x, y0: y, D: D! + y0! - y }),
  },
  {
    name: 'level of the step',
    at: ({ y0, D, L, tau }) => ({ x: L! + 3 * tau!, y: y0! + D! * (1 - Math.exp(-3)) }),
    moved: ({ x, y }, { y0, L }) => ({ D: (y - y0!) / (1 - Math.exp(-3)), tau: Math.max(1e-300, (x - L!) / 3) }),
  },
];

/** A place that two parameters name by themselves. */
export const placeHandle = (name: string, x: string, y: string): Handle => ({
  name,
  at: (p) => ({ x: p[x]!, y: p[y]! }),
  moved: (to) => ({ [x]: to.x, [y]: to.y }),
});
