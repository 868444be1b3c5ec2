import type { BenchSession, SheetReply } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { queries } from '../../../data/queries';
import { nextReading } from './taking';

/** Where the next reading of a session will lie along a column that is set; null where it is not known. */
export function useNextPlace(
  campaignId: number,
  session: BenchSession | null,
  saved: SheetReply | undefined,
  along: string | undefined,
): number | null {
  const { data: instruments = [] } = useQuery({ ...queries.instruments(campaignId), enabled: session !== null });
  if (!session || !saved) return null;
  const { toSet } = nextReading({ sheet: saved, session, instruments });
  return toSet.find((s) => s.symbol === along)?.planned ?? null;
}
