/** Of how far a number may be off: by the scatter of the points, by what they share, and both together. */
export interface Spread {
  random: number;
  systematic: number;
  /** Standard uncertainty: both. */
  standard: number;
  /** Half width of the 95 % interval, and the factor that it is of the standard uncertainty. */
  halfWidth: number;
  factor: number;
}
