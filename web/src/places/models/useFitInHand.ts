import {
  seriesKey,
  type ActionReply,
  type CampaignReply,
  type FitBody,
  type FitRow,
  type JudgementReply,
  type SeriesReply,
} from '@undameter/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { ResidualView } from '../../chart/seriesMarks';
import { queries } from '../../data/queries';
import { useFormDraft } from '../../data/useDraft';
import { useKeeping } from '../../data/useKeeping';
import { actionOf, bodyOf, mended, sameFit, withModelOf, withRange } from './draft';
import { countsOf, isWholeFit, rankedWith, usualCandidates, type Candidate } from './fitWords';
import type { Nudge } from './nudge';
import { reachTo, shownMarks, wantedMarks } from './readingMarks';
import { withWholeSources } from './seriesOfFit';
import { useReadings } from './useReadings';
import { useFitChart } from './useFitChart';

export type FitTab = 'fit' | 'parameters' | 'readings';
export type FitBoardView = 'parameters' | 'against' | 'ranking';

export interface FitToHold {
  campaign: CampaignReply;
  row: FitRow | undefined;
  start: FitBody;
  /** Names what is in hand, and its draft. */
  name: string;
  onOpen(id: number | undefined): void;
}

/** What the server says of a fit: its trial, whether it can be trusted, other models beside it. */
function useFitAnswers(campaignId: number, body: FitBody, taken: number, others: Candidate[], isRanking: boolean) {
  const client = useQueryClient();
  const asked = { ...withWholeSources(body), name: body.name.trim() || 'fit', campaignId };
  const trial = useQuery(queries.trialFit(asked));
  const isWhole = isWholeFit(body);
  const fit = isWhole && !trial.error ? trial.data : undefined;
  const inHand = Math.max(0, Math.min(taken, (fit?.series.length ?? 1) - 1));
  const series = fit?.series[inHand];
  const isFitted = series !== undefined && series.problem === null;
  const own = series?.isOwnModel ? body.models?.[seriesKey(series)] : undefined;
  const candidates = rankedWith(others, own ?? body);
  const judgement = useQuery(queries.judgement({ ...asked, series: inHand }, isFitted));
  return {
    asked,
    trial,
    isStopped: isWhole && trial.fetchStatus === 'idle' && !trial.error && (trial.isPlaceholderData || trial.isPending),
    stop: () => void client.cancelQueries({ queryKey: queries.trialFit(asked).queryKey }),
    fit,
    counts: countsOf(fit),
    inHand,
    series,
    isFitted,
    candidates,
    judgement: { ...judgement, data: judgement.data && series && judgedFor(series, judgement.data) },
    ranking: useQuery(queries.ranking({ ...asked, series: inHand, candidates }, isRanking && isFitted)),
    conditions: useQuery(queries.conditions(campaignId)).data ?? [],
    bench: useQuery(queries.bench(body.runId)),
  };
}

/** A judgement without proposals that the series cannot follow. */
const judgedFor = (series: SeriesReply, judgement: JudgementReply): JudgementReply => ({
  ...judgement,
  rungs: judgement.rungs.map(({ action, ...rung }) => {
    const possible = actionOf(series, action);
    return possible ? { ...rung, action: possible } : rung;
  }),
});

/** How the fit is looked at: which tab, which board, which residuals, what is selected and tried. */
function useFitView() {
  const [tab, setTab] = useState<FitTab>('fit');
  const [boardView, setBoardView] = useState<FitBoardView>('parameters');
  const [view, setView] = useState<ResidualView>('x');
  const [selection, select] = useState<[number, number] | null>(null);
  const [startCurve, setStartCurve] = useState<Readonly<Record<string, number>>>();
  const [nudge, setNudge] = useState<Nudge | null>(null);
  const [straight, setStraight] = useState(false);
  const tabs = { tab, setTab, boardView, setBoardView, view, setView };
  return { ...tabs, selection, select, startCurve, setStartCurve, nudge, setNudge, straight, setStraight };
}

/** A fit in hand: what is asked of the server for it, what is tried beside it, and what can be done. */
export function useFitInHand({ campaign, row, start, name, onOpen }: FitToHold) {
  const [body, setBody] = useFormDraft(`${campaign.id}.${name}`, start, sameFit);
  const [taken, take] = useState(0);
  const [others, setOthers] = useState(usualCandidates);
  const looked = useFitView();
  const isRanking = looked.boardView === 'ranking';
  const answers = useFitAnswers(campaign.id, body, taken, others, isRanking);
  const { fit, series, inHand, judgement, ranking } = answers;
  const keeping = useKeeping('fits', campaign.id, row?.id, (id) => {
    setBody(start);
    onOpen(id);
  });
  const isSaved = row !== undefined && sameFit(bodyOf(row), body);
  const change = (next: FitBody) => {
    setBody(next);
    looked.setNudge(null);
    if (next.model !== body.model || next.settings !== body.settings) looked.setStartCurve(undefined);
  };
  const fitId = isSaved ? row.id : undefined;
  const isReading = looked.tab === 'readings' && answers.isFitted;
  const readings = useReadings({ campaignId: campaign.id, body, fit, index: inHand, fitId, isWanted: isReading });
  const chart = useFitChart({
    campaignId: campaign.id,
    fit,
    marks: series && isReading ? shownMarks(readings.data, series, readings.called) : [],
    inHand,
    view: looked.view,
    nudge: looked.nudge,
    start: series?.isOwnModel ? undefined : looked.startCurve,
    onStart: looked.setStartCurve,
    onSelect: looked.select,
    onPlace: readings.setAtX,
    straight: looked.straight ? judgement.data?.straight : null,
    ranking: isRanking ? ranking.data : undefined,
    withPrediction: looked.tab === 'readings',
    model: body.model,
  });
  return {
    ...{ campaign, row, start, body, change, keeping, isSaved, chart, setOthers, take },
    ...answers,
    ...looked,
    readings,
    /** The saved fit, when what is shown is what was saved: only that can carry a finding. */
    fitId,
    /** What is marked on the chart, for a figure of it. */
    marked: isReading ? wantedMarks(readings.data, series, readings.met, readings.called) : [],
    reachFor: (x: number) => series && change({ ...body, choices: { ...body.choices, reach: reachTo(x, series) } }),
    onModel: ({ kind, settings }: Candidate) => series && change(withModelOf(body, series, kind, settings)),
    onAction: (action: ActionReply) => series && change(mended(body, action, series)),
    /** Fits only what is selected, of the series in hand or of all. */
    onlyRange: (all: boolean) => {
      const names = all ? (fit?.series.map((s) => s.name) ?? []) : series ? [series.name] : [];
      if (looked.selection) change(withRange(body, names, looked.selection));
      looked.select(null);
    },
  };
}
export type FitHeld = ReturnType<typeof useFitInHand>;
