/** Rows of one piece of text. */
const ROWS_PER_PIECE = 4096;

export interface ChannelToWrite {
  name: string;
  unit: string;
  values: Float64Array;
}

/**
 * Channels as CSV (RFC 4180), piece by piece: headings as `name [unit]`, so that the reader
 * finds the units again; numbers in the shortest form that gives the same double; missing is empty.
 */
export function* writeRun(channels: readonly ChannelToWrite[]): Generator<string> {
  yield channels.map(({ name, unit }) => quoted(unit === '' ? name : `${name} [${unit}]`)).join(',') + '\r\n';
  const rows = channels[0]?.values.length ?? 0;
  for (let from = 0; from < rows; from += ROWS_PER_PIECE) {
    const lines: string[] = [];
    for (let i = from; i < Math.min(rows, from + ROWS_PER_PIECE); i++)
      lines.push(channels.map(({ values }) => numberText(values[i]!)).join(','));
    yield lines.join('\r\n') + '\r\n';
  }
}

const numberText = (value: number): string => (Number.isFinite(value) ? (Object.is(value, -0) ? '-0' : String(value)) : ''); // prettier-ignore

const quoted = (text: string): string => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
