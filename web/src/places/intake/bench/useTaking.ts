import type {
  BenchSession,
  InstrumentRow,
  ReadingBody,
  ReadingNow,
  ReadingReply,
  SheetReply,
} from '@undameter/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { afterDrawn } from '../../../data/afterDrawn';
import { ask } from '../../../data/api';
import { renewAfter } from '../../../data/client';
import { queries } from '../../../data/queries';
import { againOf, bodyOf, nextReading, withNow, type LiveCourse, type NextReading } from './taking';

interface Taking {
  campaignId: number;
  runId: number;
  session: BenchSession;
  saved: SheetReply;
  /** Saves what was changed by hand; false where it cannot be saved as it is. */
  saveFirst(): Promise<boolean>;
  isSaved: boolean;
}

/** Live values are asked for so often, ms. */
const LIVE = { idle: 500, underWay: 120 };

/** What the instruments show, with the course of the last seconds; only while it is looked at. */
function useLive(runId: number) {
  const client = useQueryClient();
  const queryKey = [`/runs/${runId}/readings/now`];
  return useQuery({
    queryKey,
    queryFn: async ({ signal }): Promise<LiveCourse> => {
      const now = await ask<ReadingNow>(queryKey[0]!, { signal });
      return withNow(client.getQueryData<LiveCourse>(queryKey), now, performance.now() / 1000);
    },
    refetchInterval: ({ state: { data } }) => (data && data.now.state !== 'idle' ? LIVE.underWay : LIVE.idle),
    refetchIntervalInBackground: false,
    gcTime: 0,
    retry: false,
    structuralSharing: false,
  });
}

/** A reading that another window took, or this page before it was loaded anew, has its row when it ends. */
function useRowsOfOthers(state: ReadingNow['state'] | undefined): void {
  const before = useRef(state);
  useEffect(() => {
    const hasEnded = before.current !== undefined && before.current !== 'idle' && state === 'idle';
    before.current = state;
    if (hasEnded) void renewAfter('runs');
  }, [state]);
}

/** Readings of a run: the next one, what is set for it, how it is taken, and what came back. */
export function useTaking({ campaignId, runId, session, saved, saveFirst, isSaved }: Taking) {
  const client = useQueryClient();
  const { data: instruments = [] } = useQuery(queries.instruments(campaignId));
  const live = useLive(runId);
  useRowsOfOthers(live.data?.now.state);
  const next = nextReading({ sheet: saved, session, instruments });
  const [typed, type] = useTyped(next);
  // The question leaves before anything is drawn for the press.
  const begin = async (body: ReadingBody): Promise<ReadingReply> => {
    if (!isSaved && !(await saveFirst())) throw new Error('Mend the rows first: what was typed cannot be saved yet.');
    return ask<ReadingReply>(`/runs/${runId}/readings`, { body });
  };
  const take = useMutation({
    mutationFn: (begun: Promise<ReadingReply>) => begun,
    onSuccess: (reply) => {
      // The row is on the chart before anything is asked anew.
      client.setQueryData(queries.sheet(runId).queryKey, reply.sheet);
      type({});
      afterDrawn(() => void live.refetch());
    },
    meta: { endsAtReply: true },
  });
  const act = useMutation({
    mutationFn: (action: 'anyhow' | 'stop') => ask(`/runs/${runId}/readings/now`, { body: { action } }),
  });
  const set = useMutation({
    mutationFn: (body: { symbol: string; value: number }) => ask(`/runs/${runId}/settings`, { body }),
  });
  const keep = useMutation({
    mutationFn: (body: BenchSession) => ask(`/runs/${runId}/session`, { method: 'PUT', body }),
  });
  const last = take.data;
  return {
    ...{ session, instruments, next, typed, type },
    live: live.data,
    error: take.error ?? set.error ?? keep.error ?? act.error ?? live.error,
    /** Here or in another window. */
    isTaking: take.isPending || (live.data !== undefined && live.data.now.state !== 'idle'),
    last,
    take: (how: Parameters<typeof bodyOf>[2] = {}) => take.mutate(begin(bodyOf(next, typed, how))),
    again: (row: number) => take.mutate(begin(againOf(next, saved, row))),
    act: (action: 'anyhow' | 'stop') => act.mutate(action),
    send: (symbol: string, value: number) => set.mutate({ symbol, value }),
    keep: (body: BenchSession) => keep.mutate(body),
  };
}
export type TakingHeld = ReturnType<typeof useTaking>;

/** Values that a hand chose for the next reading; they go with it. */
function useTyped(next: NextReading) {
  const of = `${next.row}`;
  const [held, hold] = useState<{ of: string; typed: Readonly<Record<string, number | null>> }>({ of, typed: {} });
  const typed = held.of === of ? held.typed : {};
  return [typed, (now: Readonly<Record<string, number | null>>) => hold({ of, typed: now })] as const;
}

/** The quantities of all instruments, for choosing. */
export const quantitiesOf = (instruments: readonly InstrumentRow[]) =>
  instruments.flatMap((instrument) => instrument.quantities.map((quantity) => ({ instrument, quantity })));
