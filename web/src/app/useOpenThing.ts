import { useState } from 'react';
import { useNavigate } from 'react-router';
import { addressOf, type PlaceName } from './places';
import { useThingId } from './useCampaign';

/**
 * Which of the things of a place is in hand: that of the address, else the first; or a new
 * one that is being made.
 * @returns  `missing` when the address names one that is not there
 */
export function useOpenThing<Row extends { id: number }>(campaignId: number, place: PlaceName, rows: readonly Row[]) {
  const thing = useThingId();
  const navigate = useNavigate();
  const [fresh, setFresh] = useState(0);
  const named = rows.find((r) => r.id === thing);
  const row = fresh > 0 ? undefined : (named ?? (thing === undefined ? rows[0] : undefined));
  return {
    row,
    missing: fresh === 0 && thing !== undefined && !named ? thing : undefined,
    /** A key for what is in hand: another thing is another form. */
    key: row ? `${place} ${row.id}` : `new ${fresh}`,
    begin: () => setFresh(fresh + 1),
    open: (id: number | undefined) => {
      setFresh(0);
      void navigate(addressOf(campaignId, place, id));
    },
  };
}
