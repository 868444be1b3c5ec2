/** Channels on their way out. */
export interface RunToWrite {
  name: string;
  channels: readonly ChannelToWrite[];
}

export interface ChannelToWrite {
  symbol: string;
  name: string;
  unit: string;
  /** All equally long; missing is NaN. */
  values: Float64Array;
  /** Words of a category by code. */
  labels?: readonly string[] | undefined;
}

/**
 * An open format that channels can be taken out in: one file here, one line in index.ts.
 * What is written can be read again to the same numbers, units and words.
 */
export interface Writer {
  kind: string;
  title: string;
  extension: string;
  mediaType: string;
  /** @throws {AppError} TOO_LARGE_FOR_FORMAT */
  write(run: RunToWrite): Promise<Iterable<string | Uint8Array>> | Iterable<string | Uint8Array>;
}

export const rowsIn = ({ channels }: RunToWrite): number => channels[0]?.values.length ?? 0;

/** `name [unit]`, from which the reader finds the unit again. */
export const heading = ({ name, unit }: ChannelToWrite): string => (unit === '' ? name : `${name} [${unit}]`);

/** The cell of a channel: a number, the word of a category, or nothing. */
export function cellOf({ values, labels }: ChannelToWrite, row: number): number | string | null {
  const value = values[row]!;
  if (!Number.isFinite(value)) return null;
  return labels ? (labels[value] ?? null) : value;
}
