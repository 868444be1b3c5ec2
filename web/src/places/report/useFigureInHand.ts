import type { FigureDressing, FigureRow, FigureSource } from '@undameter/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useReducer, useRef } from 'react';
import { sortedJson } from '@undameter/writing';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { begun, changed, redone, undone, type History } from './history';

/** What of a figure is changed by hand. */
export interface Dressed {
  name: string;
  source: FigureSource;
  dressing: FigureDressing;
}
type Act = { do: 'change'; now: Dressed; what: string | null } | { do: 'undo' } | { do: 'redo' };

function reduce(history: History<Dressed>, act: Act): History<Dressed> {
  if (act.do === 'undo') return undone(history);
  return act.do === 'redo' ? redone(history) : changed(history, act.now, act.what);
}

const dressedOf = ({ name, source, dressing }: FigureRow): Dressed => ({ name, source, dressing });

/** What it shows is sent only when it was changed: what it stands on may be gone. */
function keepDressed({ id, source }: FigureRow, now: Dressed): Promise<FigureRow> {
  const { name, dressing } = now;
  if (sortedJson(now.source) === sortedJson(source))
    return ask(`/figures/${id}/dressing`, { method: 'PUT', body: { name, dressing } });
  return ask(`/figures/${id}`, { method: 'PUT', body: now });
}

/** A pause of so many milliseconds is the end of a change, which is then kept. */
const PAUSE = 500;

/** A figure in hand: what it shows, how it is dressed with the way back, kept by itself a moment after each change. */
export function useFigureInHand(row: FigureRow) {
  const client = useQueryClient();
  const content = useQuery(queries.figureContent(row.id));
  const [history, act] = useReducer(reduce, begun<Dressed>(dressedOf(row)));
  const { now } = history;
  const keep = useMutation({
    mutationFn: (dressed: Dressed) => keepDressed(row, dressed),
    onSuccess: (kept) =>
      client.setQueryData<FigureRow[]>(queries.figures(row.campaignId).queryKey, (all) =>
        all?.map((f) => (f.id === kept.id ? kept : f)),
      ),
  });
  const { mutate } = keep;
  const waiting = useRef<() => void>(undefined);
  const isKept = now.name === row.name && now.dressing === row.dressing && now.source === row.source;
  const isFirst = history.past.length === 0 && history.future.length === 0;
  useEffect(() => {
    if (isFirst || isKept || now.name.trim() === '') return undefined;
    waiting.current = () => mutate(now);
    const timer = setTimeout(() => {
      waiting.current = undefined;
      mutate(now);
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [now, isFirst, isKept, mutate]);
  // Who leaves at once loses nothing of what was changed last.
  useEffect(() => () => waiting.current?.(), []);
  const freeze = useMutation({
    mutationFn: (isFrozen: boolean) => ask(`/figures/${row.id}/frozen`, { method: 'PUT', body: { isFrozen } }),
  });
  return {
    row,
    ...now,
    shown: content.data,
    error: content.error ?? keep.error ?? freeze.error,
    waiting: content.isPending,
    /** @param what  names what is changed, so that typing is one step back */
    dress: (dressing: FigureDressing, what: string | null = null) =>
      act({ do: 'change', now: { ...now, dressing }, what }),
    /** Changes what it shows too: charts that are added, moved or taken away. */
    compose: (composed: Omit<Dressed, 'name'>, what: string | null = null) =>
      act({ do: 'change', now: { ...now, ...composed }, what }),
    rename: (name: string) => act({ do: 'change', now: { ...now, name }, what: 'name' }),
    undo: history.past.length > 0 ? () => act({ do: 'undo' }) : undefined,
    redo: history.future.length > 0 ? () => act({ do: 'redo' }) : undefined,
    freeze: (isFrozen: boolean) => freeze.mutate(isFrozen),
    /** Keeps what is still waiting, before it is taken out. */
    flush: async () => {
      waiting.current = undefined;
      if (!isFirst && now.name.trim() !== '') await keep.mutateAsync(now);
    },
  };
}
export type FigureHeld = ReturnType<typeof useFigureInHand>;
