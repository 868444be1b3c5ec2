import type { SensorBody, SensorRow } from '@undameter/contract';
import { formatValue, printUnit, type ChannelSource, type NamedSource } from '@undameter/core';

/** A new sensor before anything is typed. */
export const newSensor: SensorBody = { name: '', unit: '', sources: [], notes: '' };

/** What of a row can be changed. */
export const bodyOf = ({ name, unit, sources, notes }: SensorRow): SensorBody => ({ name, unit, sources, notes });

/** What hinders saving; null where nothing does. */
export function hindrance({ name, unit, sources }: SensorBody): string | null {
  if (name.trim() === '') return null;
  if (unit.trim() === '') return 'Say in which unit the certificate states its amounts.';
  return sources.length === 0 ? 'State at least one source of error, as the certificate or the data sheet does.' : null;
}

const meanings: Readonly<Record<NamedSource['of']['statedAs'], string>> = {
  standard: 'k = 1',
  twice: 'k = 2',
  percent95: '95 %',
  limits: 'limits',
};

/** A source in a few words: `calibration ± 0.02 bar (k = 2)`. */
export function sourceWords({ name, of }: NamedSource, unit: string): string {
  const amount =
    of.kind === 'absolute'
      ? `${formatValue(of.value)} ${printUnit(unit)}`.trim()
      : of.kind === 'reading'
        ? `${formatValue(of.percent)} % of reading`
        : `${formatValue(of.percent)} % of ${formatValue(of.fullScale)} ${printUnit(unit)}`.trim();
  return `${name} ± ${amount} (${meanings[of.statedAs]}${of.effect === 'random' ? ', another for each sample' : ''})`;
}

/** The channels that refer to a sensor, run by run. */
export function usesWords(uses: SensorRow['uses']): string {
  const runs = [...new Set(uses.map((u) => u.run))];
  return runs
    .map(
      (run) =>
        `${uses
          .filter((u) => u.run === run)
          .map((u) => u.symbol)
          .join(', ')} of ${run}`,
    )
    .join('; ');
}

/** The same for a board: a channel of several runs by their number. */
export function usesInShort(uses: SensorRow['uses']): string {
  const symbols = [...new Set(uses.map((u) => u.symbol))];
  return symbols
    .map((symbol) => {
      const runs = uses.filter((u) => u.symbol === symbol);
      return `${symbol} of ${runs.length === 1 ? runs[0]!.run : `${runs.length} runs`}`;
    })
    .join('; ');
}

/** A sensor has no channels that could tell how sure it is. */
export const isOfSensor = (source: ChannelSource): source is NamedSource => source.of.kind !== 'channel';
