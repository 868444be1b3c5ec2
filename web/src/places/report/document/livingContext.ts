import type { LivingAttrs } from '@undameter/contract';
import type { Living, Numbering } from '@undameter/writing';
import { createContext, useContext } from 'react';

/** What the living things on the page know of each other and of the campaign. */
export interface OnThePage {
  campaignId: number;
  living: Living;
  /** Whether it is known yet what the data say. */
  isKnown: boolean;
  numbering: Numbering;
  /** Shows a figure or the thing that a number comes from. */
  goTo(origin: { place: string; thing: number | null }): void;
}

export const LivingContext = createContext<OnThePage | null>(null);

export function useOnThePage(): OnThePage {
  const page = useContext(LivingContext);
  if (!page) throw new Error('A living thing stands outside the page.');
  return page;
}

export type ChangeAttrs = (change: Partial<LivingAttrs>) => void;
