import type { CostReply } from '@undameter/contract';
import { formatValue } from '@undameter/core';

type Proposal = NonNullable<CostReply['proposal']>;

const percent = (share: number): string => `${formatValue(100 * share, 2)} %`;

/** Which window is proposed, and the reason in numbers. */
export function proposalWords({ window, noise, noiseLeft, peakLost, place }: Proposal, unit: string): string {
  const size = `${formatValue(noise, 2)} ${unit}`.trim();
  const left = `of the noise (${size}) ${percent(noiseLeft)} is left`;
  const lost =
    peakLost < 5e-4 ? 'nothing of the highest peak is lost' : `of the highest peak ${percent(peakLost)} is lost`;
  const why =
    place === 'within'
      ? 'noise and bend together are least there'
      : place === 'narrowest'
        ? 'each wider one would bend the signal by more than it takes of the noise'
        : 'it is the widest that was tried, and no bend shows yet';
  return `Proposed: ${window} samples. There ${left}, ${lost}; ${why}. The noise is taken to differ from sample to sample.`;
}

/** Settings of a smoothing with the proposed window, which counts in samples and goes with the channel. */
export const withProposedWindow = (settings: Record<string, unknown>, window: number): Record<string, unknown> => {
  const { windowTime: _, cutoff: __, ...others } = settings;
  return { ...others, window, proposed: { window } };
};
