import type { Handle } from './Model';

/** Top of a peak over a ground, and its side, by which it is widened. */
export const peakHandles = (width: string): readonly Handle[] => [
  {
    name: 'top of the peak',
    at: ({ y0, A, x0 }) => ({ x: x0!, y: y0! + A! }),
    moved: ({ x, y }, { y0 }) => ({ x0: x, A: y - y0! }),
  },
  {
    name: 'side of the peak',
    at: (p) => ({ x: p['x0']! + p[width]!, y: p['y0']! + p['A']! / 2 }),
    moved: ({ x }, { x0 }) => ({ [width]: Math.max(1e-300, Math.abs(x - x0!)) }),
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
