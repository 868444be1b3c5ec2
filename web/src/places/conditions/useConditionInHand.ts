import type { ConditionBody, ConditionRow } from '@undameter/contract';
import { useState } from 'react';
import { useDraft } from '../../data/useDraft';

/** A condition that is being made or changed. */
export interface ConditionDraft {
  /** null for a new one. */
  id: number | null;
  body: ConditionBody;
}

/** The condition in hand of a campaign, and whether conditions are being proposed. */
export function useConditionInHand(campaignId: number) {
  const [draft, setDraft] = useDraft<ConditionDraft>(`${campaignId}.conditions`);
  const [proposing, setProposing] = useState(false);
  const take = (body: ConditionBody, id: number | null = null) => {
    setProposing(false);
    setDraft({ id, body });
  };
  return {
    draft,
    take,
    change: (body: ConditionBody) => take(body, draft?.id ?? null),
    letGo: () => setDraft(null),
    proposing,
    propose: () => {
      setDraft(null);
      setProposing(true);
    },
    endProposing: () => setProposing(false),
  };
}
export type ConditionInHand = ReturnType<typeof useConditionInHand>;

/** Colour and shape of the condition in hand: those of its row, or the next ones. */
export function seriesOf({ id }: ConditionDraft, rows: readonly Pick<ConditionRow, 'id'>[]): number {
  const at = rows.findIndex((r) => r.id === id);
  return at < 0 ? rows.length : at;
}
