export interface ExportChoice {
  which: 'logged' | 'kept';
  format: string;
  /** Empty: all. */
  symbols: readonly string[];
  /** Of the channel along which the run is ordered; null: the whole run. */
  stretch: readonly [number, number] | null;
}

/** Where the chosen samples can be taken from. */
export function exportAddress(runId: number, { which, format, symbols, stretch }: ExportChoice): string {
  const query = new URLSearchParams({ which, format });
  if (symbols.length > 0) query.set('symbols', symbols.join());
  if (stretch) {
    query.set('from', String(stretch[0]));
    query.set('to', String(stretch[1]));
  }
  return `/api/runs/${runId}/export?${query}`;
}
