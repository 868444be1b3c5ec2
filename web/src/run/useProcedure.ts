import type { ProcedureReply, RunReply } from '@undameter/contract';
import type { Step } from '@undameter/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { ask } from '../data/api';
import { queries } from '../data/queries';

/** One and the same while the run is on its way, so that nothing is computed anew for it. */
const NO_STEPS: Step[] = [];

/** The ways to change a run's procedure. All of them can be undone. */
export function useProcedure(runId: number, run: RunReply | undefined) {
  const client = useQueryClient();
  // The next change has to name the version that this one made, without waiting to be told.
  // A reading that began before the change would bring the old version back.
  const onSuccess = async (reply: ProcedureReply) => {
    const { queryKey } = queries.run(runId);
    await client.cancelQueries({ queryKey });
    client.setQueryData(queryKey, (known: RunReply | undefined) => known && { ...known, ...reply });
  };
  const save = useMutation({
    onSuccess,
    mutationFn: (steps: readonly Step[]) =>
      ask<ProcedureReply>(`/runs/${runId}/procedure`, {
        method: 'PUT',
        body: { steps, version: run?.procedureVersion },
      }),
  });
  const history = useMutation({
    onSuccess,
    mutationFn: (direction: 'undo' | 'redo') =>
      ask<ProcedureReply>(`/runs/${runId}/procedure/history`, { body: { direction } }),
  });
  const steps = (run?.procedure ?? NO_STEPS) as Step[];
  const moved = (index: number, to: number): Step[] => {
    const next = [...steps];
    const [step] = next.splice(index, 1);
    next.splice(to, 0, step!);
    return next;
  };
  return {
    steps,
    save: (next: readonly Step[], then?: () => void) => save.mutate(next, then ? { onSuccess: then } : undefined),
    append: (step: Step) => save.mutate([...steps, step]),
    toggle: (index: number) => save.mutate(steps.map((s, i) => (i === index ? { ...s, on: !s.on } : s))),
    remove: (index: number) => save.mutate(steps.filter((_, i) => i !== index)),
    move: (index: number, to: number) => save.mutate(moved(index, to)),
    /** Its copy stands behind it; what it makes gets another symbol. */
    duplicate: (index: number) => save.mutate(steps.flatMap((s, i) => (i === index ? [s, copyOf(s, steps)] : [s]))),
    undo: () => run?.canUndo && history.mutate('undo'),
    redo: () => run?.canRedo && history.mutate('redo'),
    busy: save.isPending || history.isPending,
    error: save.error ?? history.error,
  };
}

export const newStep = (kind: string, version: number, settings: Step['settings']): Step => ({
  id: crypto.randomUUID(),
  kind,
  version,
  settings,
  on: true,
});

function copyOf(step: Step, steps: readonly Step[]): Step {
  const copy = { ...step, id: crypto.randomUUID() };
  const { symbol } = step.settings;
  if (typeof symbol !== 'string') return copy;
  const taken = new Set(steps.map((s) => s.settings['symbol']));
  let n = 2;
  while (taken.has(`${symbol}_${n}`)) n++;
  return { ...copy, settings: { ...step.settings, symbol: `${symbol}_${n}` } };
}
