import type { FitRow, RunReply, SheetReply } from '@undameter/contract';
import { leftOutRows, withoutRows, withRowLeftOut, type Step } from '@undameter/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ask } from '../../../data/api';
import { queries } from '../../../data/queries';
import { useFormDraft } from '../../../data/useDraft';
import { useProcedure } from '../../../run/useProcedure';
import { bodyOf, emptySheet, sameSheet, sheetFrom, withComputed, type Sheet } from './typedSheet';

interface TypedRun {
  campaignId: number;
  /** What is saved already. */
  run: RunReply | undefined;
  saved: SheetReply | undefined;
  /** What a new one is called first. */
  name: string;
  onMade(run: RunReply): void;
}

/** A sheet in hand: what is typed, what of it is saved, and what is left out of it. */
export function useTypedRun({ campaignId, run, saved, name, onMade }: TypedRun) {
  const start = run && saved ? sheetFrom(saved, run) : emptySheet(name);
  const [sheet, setSheet] = useFormDraft<Sheet>(`${campaignId}.typed.${run?.id ?? 'new'}`, start, sameSheet);
  const client = useQueryClient();
  const procedure = useProcedure(run?.id ?? 0, run);
  const made = bodyOf(sheet);
  const create = useMutation({
    mutationFn: (body: object) => ask<RunReply>(`/campaigns/${campaignId}/typed-runs`, { body }),
    onSuccess: (reply) => {
      setSheet(start);
      onMade(reply);
    },
  });
  const correct = useMutation({
    mutationFn: async (body: object) => {
      const id = run!.id;
      const name = sheet.name.trim();
      if (name !== run!.name) await ask(`/runs/${id}`, { method: 'PUT', body: { name } });
      await ask<SheetReply>(`/runs/${id}/sheet`, { method: 'PUT', body });
      // Rows that are gone took steps with them: the computed ones go into the procedure as it is now.
      const { procedure: steps, procedureVersion: version } = await ask<RunReply>(`/runs/${id}`);
      const next = withComputed(steps as Step[], sheet.computed);
      if (JSON.stringify(next) !== JSON.stringify(steps))
        await ask(`/runs/${id}/procedure`, { method: 'PUT', body: { steps: next, version } });
    },
    onSuccess: async () => {
      // What is saved is known before what was typed is let go, or the state before would show between them.
      const keys = [queries.run(run!.id).queryKey, queries.sheet(run!.id).queryKey];
      await Promise.all(keys.map((queryKey) => client.refetchQueries({ queryKey })));
      setSheet(start);
    },
  });
  const leftOut = leftOutRows((run?.procedure ?? []) as Step[]);
  return {
    sheet,
    setSheet,
    start,
    isSaved: run !== undefined && sameSheet(sheet, start),
    problem: 'problem' in made ? made.problem : null,
    save: () => {
      if (!('body' in made)) return;
      if (run) correct.mutate(made.save);
      else create.mutate(made.body);
    },
    /** Saves what was changed, and waits for it; false where it cannot be saved as it is. */
    saveFirst: async (): Promise<boolean> => {
      if (!run || !('save' in made)) return false;
      await correct.mutateAsync(made.save);
      return true;
    },
    leftOut,
    leaveOut: (row: number, reason: string) => procedure.save(withRowLeftOut(procedure.steps, row, reason)),
    bringBack: (row: number) => procedure.save(withoutRows(procedure.steps, new Set([row]))),
    busy: create.isPending || correct.isPending || procedure.busy,
    error: create.error ?? correct.error ?? procedure.error,
  };
}
export type TypedHeld = ReturnType<typeof useTypedRun>;

/** Fits a straight line to two columns of a saved run, and opens it. */
export function useLineFit(campaignId: number, runId: number | undefined, onMade: (fit: FitRow) => void) {
  const { data: fits = [] } = useQuery(queries.fits(campaignId));
  return useMutation({
    mutationFn: ({ x, y }: { x: string; y: string }) => {
      const names = new Set(fits.map((f) => f.name));
      let name = `${y} against ${x}`;
      for (let n = 2; names.has(name); n++) name = `${y} against ${x}, ${n}`;
      const body = {
        ...{ name, runId, x, y, conditionIds: [], data: 'samples', weights: 'none', model: 'polynomial' },
        ...{ settings: { degree: 1 }, choices: {} },
      };
      return ask<FitRow>(`/campaigns/${campaignId}/fits`, { body });
    },
    onSuccess: onMade,
  });
}
