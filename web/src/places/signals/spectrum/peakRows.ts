import type { SpectralPeakReply, SpectrumReply } from '@undameter/contract';
import { LEAST_FOR_LINES } from '@undameter/core';

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
    (peaks ?? []).map((peak, k, all) => ({
      ...peak,
      key: `${symbol} ${conditionId ?? ''} ${k}`,
      symbol,
      conditionId,
      multiple: multipleOf(peak, all),
    })),
  );

/** Why the board of lines is empty: a spectrum in which they were not looked for has not been tested for them. */
export function noLinesInWords(spectra: SpectrumReply): string {
  const untested = spectra.filter((s) => s.problem !== null || s.peaks === null);
  if (untested.length === 0)
    return 'No line stands out of the noise: one that high would be seen in one of a hundred stretches of noise alone.';
  const reason = untested[0]!.problem?.message ?? `That takes a stretch of at least ${LEAST_FOR_LINES} samples.`;
  return untested.length === spectra.length
    ? `Lines are not looked for. ${reason}`
    : `No line stands out of the noise; in ${untested.length} of ${spectra.length} spectra they are not looked for. ${reason}`;
}

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
