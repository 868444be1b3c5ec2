export interface Row {
  name: string;
  /** Per cent of the intervals that hold the truth, by what they are of. */
  covers: Readonly<Record<string, number>>;
  /** Per cent of the sets in which the user is told that the ± is not to be trusted; NaN where nothing could be told. */
  told: number;
}
