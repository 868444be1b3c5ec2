import type { SpectralPeakReply, SpectrumReply } from '@undameter/contract';

export interface PeakRow extends SpectralPeakReply {
  key: string;
  symbol: string;
  /** Of what a condition picks; null: of all that is kept. */
  conditionId: number | null;
  /** It stands at so many times the frequency of another line of the same spectrum, within what both are sure of. */
  multiple: { times: number; of: number } | null;
}

/** Lines of all spectra, the highest of each first. */
export const peakRows = (spectra: SpectrumReply): PeakRow[] =>
  spectra.flatMap(({ symbol, conditionId, peaks }) =>
    peaks.map((peak, k) => ({
      ...peak,
      key: `${symbol} ${conditionId ?? ''} ${k}`,
      symbol,
      conditionId,
      multiple: multipleOf(peak, peaks),
    })),
  );

const MOST_TIMES = 20;

/** Whole numbers are everywhere dense among unsure ones: what is not sure to a twentieth of the lower line is not claimed. */
const SURE = 1 / 20;

function multipleOf(peak: SpectralPeakReply, all: readonly SpectralPeakReply[]): PeakRow['multiple'] {
  for (const other of all) {
    const times = Math.round(peak.frequency / other.frequency);
    if (times < 2 || times > MOST_TIMES || peak.frequencyError === null || other.frequencyError === null) continue;
    const half = 2 * Math.hypot(peak.frequencyError, times * other.frequencyError);
    if (half < SURE * other.frequency && Math.abs(peak.frequency - times * other.frequency) <= half)
      return { times, of: other.frequency };
  }
  return null;
}

/** How far a line stands over the noise around it, in decibels. */
export const decibels = (aboveNoise: number): number => 10 * Math.log10(aboveNoise);
