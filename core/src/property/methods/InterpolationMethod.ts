import type { Pieces } from '../Pieces';

/** A way to draw a curve through knots. */
export interface InterpolationMethod {
  kind: string;
  title: string;
  /** What it does between the knots, in a few words. */
  explanation: string;
  /** It jumps between the knots. */
  isStep?: true;
  /** How many knots at each side have a say in the value between two of them; all where it is not told. */
  reach?: number;
  /**
   * @param x  strictly rising, length n >= 2
   * @param y  length n
   */
  fit(x: Float64Array, y: Float64Array): Pieces;
}
