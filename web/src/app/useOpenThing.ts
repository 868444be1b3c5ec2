import { useNavigate } from 'react-router';
import { useDraft } from '../data/useDraft';
import { addressOf, figureAddress, type PlaceName } from './places';
import { useThingId } from './useCampaign';

/** A new thing that is being made, while the address names what it did when that was begun. */
interface Begun {
  id: string;
  at: number | null;
}

/**
 * Which of the things of a place is in hand: that of the address, else the first; or a new
 * one that is being made.
 * @returns  `missing` when the address names one that is not there
 */
export function useOpenThing<Row extends { id: number }>(
  campaignId: number,
  place: PlaceName | 'report/figure',
  rows: readonly Row[],
) {
  const thing = useThingId();
  const navigate = useNavigate();
  const [begun, setBegun] = useDraft<Begun>(`${campaignId}.${place}.begun`);
  // Opening another thing ends the new one: so nothing else shows between its end and the opening of the other.
  const isNew = begun !== null && begun.at === (thing ?? null);
  const named = rows.find((r) => r.id === thing);
  const row = isNew ? undefined : (named ?? (thing === undefined ? rows[0] : undefined));
  return {
    row,
    missing: !isNew && thing !== undefined && !named ? thing : undefined,
    /** A key for what is in hand, and for its draft: another thing is another form. */
    key: row ? `${place} ${row.id}` : `${place} new ${begun?.id ?? 0}`,
    begin: () => setBegun({ id: crypto.randomUUID(), at: thing ?? null }),
    open: (id: number | undefined) => {
      setBegun(null);
      void navigate(place === 'report/figure' ? figureAddress(campaignId, id) : addressOf(campaignId, place, id));
    },
  };
}
