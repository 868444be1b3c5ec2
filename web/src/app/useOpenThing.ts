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
  // A new one is in hand until the address names another thing than it did when that was begun: so nothing else
  // shows between the end of the one and the opening of the other.
  const [begun, setBegun] = useState<{ times: number; at: number | undefined; ended: boolean }>({
    times: 0,
    at: undefined,
    ended: true,
  });
  const isNew = !begun.ended && begun.at === thing;
  if (!begun.ended && begun.at !== thing) setBegun({ ...begun, ended: true });
  const named = rows.find((r) => r.id === thing);
  const row = isNew ? undefined : (named ?? (thing === undefined ? rows[0] : undefined));
  return {
    row,
    missing: !isNew && thing !== undefined && !named ? thing : undefined,
    /** A key for what is in hand: another thing is another form. */
    key: row ? `${place} ${row.id}` : `new ${begun.times}`,
    begin: () => setBegun({ times: begun.times + 1, at: thing, ended: false }),
    open: (id: number | undefined) => {
      if (id === thing) setBegun({ ...begun, ended: true });
      void navigate(addressOf(campaignId, place, id));
    },
  };
}
