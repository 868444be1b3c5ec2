/**
 * Sums and products carried in two doubles (about 32 digits), for the few
 * places where a residual must be exact before it is rounded.
 * Source: T. J. Dekker, "A floating-point technique for extending the available
 * precision", Numerische Mathematik 18 (1971), with Knuth's two-sum.
 */
export class TwoSum {
  high = 0;
  low = 0;

  static of(value: number): TwoSum {
    const sum = new TwoSum();
    sum.high = value;
    return sum;
  }

  add(value: number): this {
    const total = this.high + value;
    const part = total - this.high;
    this.low += this.high - (total - part) + (value - part);
    this.high = total;
    return this;
  }

  /** Adds a·b without rounding the product. */
  addProduct(a: number, b: number): this {
    const product = a * b;
    const aBig = SPLIT * a;
    const aHigh = aBig - (aBig - a);
    const aLow = a - aHigh;
    const bBig = SPLIT * b;
    const bHigh = bBig - (bBig - b);
    const bLow = b - bHigh;
    const error = aLow * bLow - (product - aHigh * bHigh - aLow * bHigh - aHigh * bLow);
    this.add(product);
    this.low += error;
    return this;
  }

  value(): number {
    return this.high + this.low;
  }
}

const SPLIT = 2 ** 27 + 1;
