/** A property computed from a published formulation, called in formulas like a table. */
export interface BuiltIn {
  symbol: string;
  /** The quantity, and its unit. */
  name: string;
  unit: string;
  /** Its arguments in order, and the range in which it is stated; outside it answers nothing. */
  arguments: readonly { name: string; unit: string; from: number; to: number }[];
  /** Published formulation. */
  source: string;
  /** What the source states of how sure it is. */
  stated: string;
  /**
   * Standard uncertainty of a value at its arguments, where the statement is a number: half of what is stated (taken as twice
   * the standard uncertainty, as common practice has it where a source does not say).
   */
  uncertainty?(value: number, ...at: readonly number[]): number;
  /** Arguments within their ranges, in their units; NaN where the formulation does not hold. */
  apply(...at: readonly number[]): number;
}

/** The value at arguments in the units of the formulation; missing outside its range. */
export function valueOf(builtIn: BuiltIn, ...at: readonly number[]): number {
  const holds = builtIn.arguments.every(({ from, to }, k) => at[k]! >= from && at[k]! <= to);
  return holds ? builtIn.apply(...at) : NaN;
}
