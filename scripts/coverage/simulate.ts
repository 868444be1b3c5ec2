import type { Random } from '@undameter/core';

/** How the scatter of the simulated points is made. */
export interface Scatter {
  name: string;
  /** Standard deviation at x, as a share of the base one. */
  size(x: number): number;
  /** Correlation of neighbours. */
  rho: number;
  /** An offset and a gain that all points of a set share, in base standard deviations and as a share. */
  offset: number;
  gain: number;
}

const plain = { size: () => 1, rho: 0, offset: 0, gain: 0 };
export const scatters: readonly Scatter[] = [
  { ...plain, name: 'equal' },
  { ...plain, name: 'growing', size: (x) => 0.3 + 0.2 * x },
  { ...plain, name: 'AR(1) 0.5', rho: 0.5 },
  { ...plain, name: 'AR(1) 0.9', rho: 0.9 },
  { ...plain, name: 'shared offset', offset: 3 },
  { ...plain, name: 'shared gain', gain: 0.01 },
];

/** A first-order process of standard deviation 1. */
export function process(n: number, rho: number, random: Random): Float64Array {
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++)
    out[i] = i === 0 ? random.normal(1) : rho * out[i - 1]! + random.normal(Math.sqrt(1 - rho * rho));
  return out;
}

/** Points about a curve. */
export function points(x: Float64Array, curve: (x: number) => number, base: number, s: Scatter, random: Random) {
  const noise = process(x.length, s.rho, random);
  const [offset, gain] = [s.offset * base * random.normal(1), s.gain * random.normal(1)];
  return x.map((v, i) => curve(v) * (1 + gain) + offset + base * s.size(v) * noise[i]!);
}

/** Share of trials that held, and the trials. */
export class Tally {
  private held = 0;
  private trials = 0;

  add(holds: boolean): void {
    this.trials++;
    if (holds) this.held++;
  }

  get percent(): number {
    return this.trials === 0 ? NaN : (100 * this.held) / this.trials;
  }
}
