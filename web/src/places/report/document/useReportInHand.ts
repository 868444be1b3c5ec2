import type { ReportBody, ReportDocument, ReportRow } from '@undameter/contract';
import { countLiving, livingFrom, livingOf, numberingOf } from '@undameter/writing';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { ask } from '../../../data/api';
import { queries } from '../../../data/queries';
import { askOf } from './askOf';

/** A pause of so many milliseconds is the end of a change, which is then kept. */
const PAUSE = 700;

/** A report in hand: what is written, what its living things say, kept by itself a moment after each change. */
export function useReportInHand(row: ReportRow) {
  const client = useQueryClient();
  const { id, campaignId } = row;
  const [body, setBody] = useState<ReportBody>(() => bodyOf(row));
  const { document } = body;
  const keep = useMutation({
    mutationFn: (now: ReportBody) => ask<ReportRow>(`/reports/${id}`, { method: 'PUT', body: now }),
    onSuccess: (kept) =>
      client.setQueryData<ReportRow[]>(queries.reports(campaignId).queryKey, (all) =>
        all?.map((r) => (r.id === kept.id ? kept : r)),
      ),
  });
  const waiting = useRef<{ timer: ReturnType<typeof setTimeout>; body: ReportBody }>(undefined);
  const { mutate, mutateAsync } = keep;
  const change = (part: Partial<ReportBody>): void => {
    setBody((before) => {
      const now = { ...before, ...part };
      clearTimeout(waiting.current?.timer);
      const timer = setTimeout(() => {
        waiting.current = undefined;
        if (now.name.trim() !== '') mutate(now);
      }, PAUSE);
      waiting.current = { timer, body: now };
      return now;
    });
  };
  const flush = async (): Promise<void> => {
    const left = waiting.current;
    if (!left) return;
    clearTimeout(left.timer);
    waiting.current = undefined;
    if (left.body.name.trim() !== '') await mutateAsync(left.body);
  };
  // Who leaves at once loses nothing of what was written last.
  const leave = useRef(flush);
  useEffect(() => {
    leave.current = flush;
  });
  useEffect(() => () => void leave.current(), []);
  // What was taken is there at once; what the data say now takes as long as it is computed.
  const { sources, taken } = askOf(document);
  const kept = useQuery(queries.living(campaignId, { sources: [], taken }));
  const reply = useQuery(queries.living(campaignId, { sources, taken: [] }));
  const isKnown = reply.data !== undefined;
  // While it is asked anew the last answer stays on the page, and nothing is said of it as if it were the new one.
  const isCurrent = isKnown && !reply.isFetching;
  const living = livingFrom({ now: reply.data?.now ?? [], taken: kept.data?.taken ?? [] });
  return {
    row,
    ...body,
    savedAt: row.savedAt,
    isSaving: keep.isPending,
    error: keep.error ?? kept.error ?? reply.error,
    isKnown,
    isCurrent,
    now: reply.data?.now,
    living,
    counts: countLiving(livingOf(document), living),
    numbering: numberingOf(document, ({ attrs }) => living.shownOf(attrs)?.form),
    write: (written: ReportDocument) => change({ document: written }),
    rename: (name: string) => change({ name }),
    setPage: (page: ReportBody['page']) => change({ page }),
    flush,
  };
}
export type ReportHeld = ReturnType<typeof useReportInHand>;

const bodyOf = ({ name, kind, document, page }: ReportRow): ReportBody => ({ name, kind, document, page });
