import type { DrawnQuantity, PropagationReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';

/** How a quantity is marked in the list, and in one word. */
export const agreementWords: Readonly<Record<DrawnQuantity['agreement'], { mark: string; word: string }>> = {
  agrees: { mark: 'passed', word: 'agrees' },
  differs: { mark: 'doubtful', word: 'differs' },
  notTested: { mark: 'notTested', word: 'not tested' },
};

/** How far it is, in words. */
export function progressWords({ draws, wanted, secondsLeft, state }: PropagationReply): string {
  const done = `${formatCount(draws)} of ${formatCount(wanted)} draws`;
  if (state === 'stopped') return `${done}, then stopped`;
  if (state !== 'running') return done;
  return secondsLeft === null || draws === 0 ? 'Beginning …' : `${done}, about ${formatCount(secondsLeft)} s left`;
}

/** What was drawn and what was not. */
export function sourcesInWords({ sources, notDrawn }: Pick<PropagationReply, 'sources' | 'notDrawn'>): string {
  const named = (all: readonly string[]) => all.map((s) => s.replace(/^~/, '')).join(', ');
  const drawn =
    sources.length > 0
      ? `Drawn were ${named(sources)} and the scatter of the points.`
      : 'No error of x or y is declared, so only the scatter of the points was drawn.';
  return notDrawn.length > 0 ? `${drawn} Not drawn, since a step brings it in: ${named(notDrawn)}.` : drawn;
}
