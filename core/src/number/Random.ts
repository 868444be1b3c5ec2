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

  /**
   * Chi-squared with so many degrees of freedom, > 0: twice a gamma variate of half of them.
   * Source: G. Marsaglia and W. W. Tsang, "A simple method for generating gamma variables", ACM TOMS 26 (2000) 363-372.
   */
  chiSquare(freedom: number): number {
    // Below one half the method takes one more, and a power of a uniform number.
    const isSmall = freedom < 2;
    const d = freedom / 2 + Number(isSmall) - 1 / 3;
    const c = 1 / Math.sqrt(9 * d);
    for (;;) {
      const x = this.normal(1);
      const v = (1 + c * x) ** 3;
      if (v > 0 && Math.log(1 - this.uniform()) < 0.5 * x * x + d - d * v + d * Math.log(v))
        return 2 * d * v * (isSmall ? (1 - this.uniform()) ** (2 / freedom) : 1);
    }
  }
}
