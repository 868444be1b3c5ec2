import type { ComparedCandidate } from '@undameter/contract';
import { formatWithUncertainty, printUnit, unitOfDifference } from '@undameter/core';

/** What a candidate mixes whose points went up and down on two ways, and what to do about it. */
export function branchesInWords(
  { difference, half, up, down }: NonNullable<ComparedCandidate['branches']>,
  x: string,
  yUnit: string,
): string {
  const said = formatWithUncertainty(Math.abs(difference), half);
  const by = `${said.value} ± ${said.uncertainty} ${printUnit(unitOfDifference(yUnit))}`.trim();
  return (
    `The points of the candidate go up (${up}) and down (${down}) along ${x}, and lie ${by} (99 %) ` +
    `${difference > 0 ? 'higher' : 'lower'} on the way up: its curve mixes both. ` +
    'Compare under conditions that keep them apart: from where the channel came, or which side.'
  );
}
