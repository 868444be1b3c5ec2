import type { SpectrumBody, SpectrumReply } from '@undameter/contract';
import { formatCount, formatValue, frequencyUnit, tapers, type Taper } from '@undameter/core';
import { counted } from '../../../parts/counted';

/** How spectra are averaged; what is absent is proposed. */
export type Averaged = Pick<SpectrumBody, 'taper' | 'segment' | 'overlap'>;
/** What of a run a spectrum is of, in what and over what. */
export type SpectrumChosen = Averaged & Pick<SpectrumBody, 'as' | 'conditionIds' | 'turnsBy'>;

/** A choice with what was emptied taken out: absent means proposed. */
export function chosenWith<T extends object>(chosen: T, change: { [K in keyof T]?: T[K] | undefined | null }): T {
  const all = Object.entries({ ...chosen, ...change });
  const isSaid = (v: unknown): boolean => v !== undefined && v !== null && !(Array.isArray(v) && v.length === 0);
  return Object.fromEntries(all.filter(([, v]) => isSaid(v))) as T;
}

/** Averages over what; nothing as long as none is computed. */
export function averagedInWords(
  replies: readonly Pick<SpectrumReply[number], 'segment' | 'segments' | 'stretches' | 'problem'>[],
  taper: Taper = 'hann',
): string {
  const made = replies.filter((r) => !r.problem && r.segments > 0);
  if (made.length === 0) return '';
  const { segment, segments, stretches } = made[0]!;
  const isAlike = made.every((r) => r.segment === segment && r.segments === segments);
  const over = isAlike
    ? `${counted(segments, 'segment')} of ${formatCount(segment)} samples${stretches > 1 ? ` in ${stretches} stretches` : ''}`
    : 'segments of their own length each';
  return `${taper === 'none' ? 'no window' : tapers[taper].title}, ${over}`;
}

/** From one line to the next, with its unit. */
export const resolutionInWords = (reply: SpectrumReply[number] | undefined, timeUnit: string): string =>
  reply?.resolution ? `a line every ${formatValue(reply.resolution, 3)} ${frequencyUnit(timeUnit)}` : '';

/** Segments that may be chosen, beside what is proposed: powers of two. */
export const segmentChoices = (samples: number): number[] =>
  Array.from({ length: 17 }, (_, k) => 16 * 2 ** k).filter((s) => s <= Math.max(16, samples));
