import type { Pieces } from '../Pieces';
import type { InterpolationMethod } from './InterpolationMethod';

const flat = (breaks: Float64Array, a: Float64Array, last: number): Pieces => ({
  breaks,
  degree: 0,
  a,
  b: new Float64Array(a.length),
  c: new Float64Array(a.length),
  e: new Float64Array(a.length),
  last,
});

export const previous: InterpolationMethod = {
  kind: 'previous',
  title: 'Previous knot',
  explanation: 'the value of the knot before, up to the next one',
  isStep: true,
  reach: 1,
  fit: (x, y) => flat(x, y.slice(0, -1), y.at(-1)!),
};

export const nearest: InterpolationMethod = {
  kind: 'nearest',
  title: 'Nearest knot',
  explanation: 'the value of the nearest knot; half-way between two that of the later one',
  isStep: true,
  reach: 1,
  fit: (x, y) => {
    const breaks = new Float64Array(x.length + 1);
    breaks[0] = x[0]!;
    for (let k = 1; k < x.length; k++) breaks[k] = (x[k - 1]! + x[k]!) / 2;
    breaks[x.length] = x.at(-1)!;
    return flat(breaks, y, y.at(-1)!);
  },
};
