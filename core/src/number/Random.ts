/** Seeded random numbers, so that the demo is the same on every machine. */
export class Random {
  constructor(private state: number) {}

  /** Uniform in [0, 1): the 32-bit mixing generator "mulberry32" (public domain, T. Ettinger). */
  uniform(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }

  /** Normal with this standard deviation (Box and Muller, 1958). */
  normal(standardDeviation: number): number {
    const radius = Math.sqrt(-2 * Math.log(1 - this.uniform()));
    return standardDeviation * radius * Math.cos(2 * Math.PI * this.uniform());
  }
}
