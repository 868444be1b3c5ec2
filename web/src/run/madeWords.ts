import type { AlikeReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';

/** What was made of another field, in a sentence. */
export function madeWords({ run, comparisons, figures }: AlikeReply): string {
  const counted = (things: readonly unknown[], one: string): string[] =>
    things.length === 0 ? [] : [`${formatCount(things.length)} ${one}${things.length === 1 ? '' : 's'}`];
  const further = [...counted(comparisons, 'comparison'), ...counted(figures, 'figure')];
  return `Made: "${run.name}"${further.length > 0 ? `, with ${further.join(' and ')}` : ''}.`;
}
