/** What the neighbours of each knot say there, less what stands there; NaN where they say nothing. */
export interface Misses {
  miss: Float64Array;
  /** How much larger than the rounding of a value its miss is expected to be: at an end, what neighbours say is a guess. */
  noise: Float64Array;
}
