import { stepKindOf, type Step } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { useReducedDraft } from '../../data/useDraft';
import { nearestSample } from './nearestSample';
import { nothingInHand, shownWith, signals, whyBody, stretchBody, withDraft } from './state';
import { newStep, useProcedure } from '../../run/useProcedure';
import { useSelectionActions } from './useSelectionActions';
import { useSignalsData } from './useSignalsData';

/** The signals of a run: what is asked of it, what is in hand, and what can be done. */
export function useSignals(campaignId: number, runId: number) {
  const run = useQuery(queries.run(runId));
  const { data: campaign } = useQuery(queries.campaign(campaignId));
  const procedure = useProcedure(runId, run.data);
  const [state, act] = useReducedDraft(`run ${runId}.signals`, signals, nothingInHand);
  const data = useSignalsData(campaignId, runId, run.data, procedure, state);
  const { draft, selection } = state;
  const { along, bench, shown, trial } = data;
  const why = useQuery(queries.why(runId, whyBody(selection, trial)));
  const stretch = useQuery(queries.stretch(runId, stretchBody(selection, trial, shown, bench)));
  const rename = useMutation({
    mutationFn: (name: string) => ask(`/runs/${runId}`, { method: 'PUT', body: { name } }),
  });
  const beginStep = (kind: string, settings: Step['settings']) => {
    const step = newStep(kind, stepKindOf(kind).version, settings);
    act({ type: 'begin', draft: { index: procedure.steps.length, isNew: true, step } });
  };
  return {
    campaignId,
    runId,
    run,
    campaign,
    procedure,
    state,
    act,
    data,
    why: why.data,
    stretch: stretch.data,
    actions: useSelectionActions(selection, along, procedure, act),
    rename,
    begin: (kind: string) => {
      // Words are nothing that a step could begin with.
      const channels = (data.saved.data?.channels ?? []).filter((c) => c.labels === null);
      const inHand = shown.find((s) => channels.some((c) => c.symbol === s));
      const { along: ordered, spacing } = data.saved.data ?? {};
      const state = { along: ordered ?? undefined, channels, inHand, spacing: spacing ?? undefined };
      beginStep(kind, stepKindOf(kind).start(state));
    },
    accept: () => {
      if (!draft) return;
      procedure.save(withDraft(procedure.steps, draft), () => {
        act({ type: 'letGo' });
        if (!data.smoothing) data.choose(shownWith(draft, shown));
      });
    },
    pick: (place: { pane: number; x: number; y: number; reach: number }) => {
      const symbol = data.panes[place.pane];
      if (symbol === undefined) return;
      void nearestSample(runId, trial, symbol, place).then((at) =>
        act({ type: 'select', range: at === null ? null : [at, at], along: along?.symbol }),
      );
    },
    /** A line drawn around samples becomes a step that sets them aside, or the line of the one in hand. */
    lassoed: (x: string, channel: string, corners: [number, number][]) =>
      draft?.step.kind === 'setAsideArea'
        ? act({ type: 'settings', settings: { ...draft.step.settings, x, channel, corners } })
        : beginStep('setAsideArea', { x, channel, corners, reason: '' }),
    select: (range: [number, number] | null) => act({ type: 'select', range, along: along?.symbol }),
    look: (range: [number, number] | null) => act({ type: 'window', range }),
  };
}
export type Signals = ReturnType<typeof useSignals>;
