import type { PropagationBody, PropagationReply } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';

/** A Monte Carlo run of the whole way: started on demand, asked for while it goes on, ended with what it has. */
export function useDrawnWay(body: PropagationBody) {
  const start = useMutation({
    mutationFn: () => ask<PropagationReply>('/propagations', { body }),
  });
  const progress = useQuery(queries.propagation(start.data?.jobId));
  const drawn = progress.data ?? start.data;
  const stop = useMutation({
    mutationFn: () => ask<PropagationReply>(`/propagations/${drawn!.jobId}`, { method: 'DELETE' }),
    onSuccess: () => progress.refetch(),
  });
  const { error } = progress;
  return {
    drawn,
    isRunning: start.isPending || (drawn?.state === 'running' && !error),
    error: start.error ?? stop.error ?? error ?? drawn?.error ?? null,
    start: () => start.mutate(),
    stop: () => stop.mutate(),
  };
}
