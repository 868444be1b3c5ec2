/** Where one sample of what goes into a linear operation comes out of it: weights of the samples from `from` on. */
export interface SampleSpread {
  from: number;
  weights: Float64Array;
}

/** Of a linear operation: where each sample that goes in comes out; undefined where it leads nowhere. */
export type SpreadOf = (sample: number) => SampleSpread | undefined;
