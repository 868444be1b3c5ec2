import type { CampaignReply, FitBody, FitRow } from '@undameter/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { formatCount } from '@undameter/core';
import { Button, Segmented, Select } from 'antd';
import { useState, type ReactNode } from 'react';
import { Ledger } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { Chart } from '../../chart/Chart';
import { residualViews, type ResidualView } from '../../chart/seriesMarks';
import { queries } from '../../data/queries';
import { useKeeping } from '../../data/useKeeping';
import { KeepButtons } from '../../parts/KeepButtons';
import { Sentence } from '../../parts/Sentence';
import { bodyOf, mended, sameFit, tidy, withModel } from './draft';
import { DrawnWay } from './DrawnWay';
import { FitBoards, type Candidate, type FitBoardView } from './FitBoards';
import { FitForm } from './FitForm';
import type { Nudge } from './nudge';
import { ParametersTab } from './ParametersTab';
import { ReadingsTab } from './ReadingsTab';
import { SeriesPanel } from './SeriesPanel';
import { StopFit } from './StopFit';
import { TrustPanel } from './TrustPanel';
import { useFitChart } from './useFitChart';

interface FitInHandProps {
  campaign: CampaignReply;
  row: FitRow | undefined;
  start: FitBody;
  picker: ReactNode;
  onOpen(id: number | undefined): void;
  onNew(): void;
}

type Tab = 'fit' | 'parameters' | 'readings';
const tabs: { value: Tab; label: string }[] = [
  { value: 'fit', label: 'Fit' },
  { value: 'parameters', label: 'Parameters' },
  { value: 'readings', label: 'Readings' },
];

/** The model in hand is compared with the first degrees and the plainest curves, until others are chosen. */
const usual: Candidate[] = [
  ...[1, 2, 3].map((degree) => ({ kind: 'polynomial', settings: { degree } })),
  { kind: 'exponentialOffset', settings: {} },
  { kind: 'powerLaw', settings: {} },
];
const sameCandidate = (a: Candidate, b: Candidate): boolean => JSON.stringify(a) === JSON.stringify(b);

/** A fit as it is being made or as it was saved: its form, its parameters, what it says, and whether it can be trusted. */
export function FitInHand({ campaign, row, start, picker, onOpen, onNew }: FitInHandProps) {
  const [body, setBody] = useState(start);
  const [taken, setInHand] = useState(0);
  const [tab, setTab] = useState<Tab>('fit');
  const [boardView, setBoardView] = useState<FitBoardView>('parameters');
  const [view, setView] = useState<ResidualView>('x');
  const [selection, setSelection] = useState<[number, number] | null>(null);
  const [startCurve, setStartCurve] = useState<Readonly<Record<string, number>>>();
  const [nudge, setNudge] = useState<Nudge | null>(null);
  const [straight, setStraight] = useState(false);
  const [others, setOthers] = useState(usual);
  const campaignId = campaign.id;
  const { data: conditions = [] } = useQuery(queries.conditions(campaignId));
  const { data: bench, error: benchError } = useQuery(queries.bench(body.runId));
  const asked = { ...body, name: body.name.trim() || 'fit', campaignId };
  const client = useQueryClient();
  const trial = useQuery(queries.trialFit(asked));
  const isStopped =
    trial.fetchStatus === 'idle' &&
    !trial.error &&
    (trial.isPlaceholderData || trial.isPending) &&
    body.x !== '' &&
    body.y !== '';
  const fit = body.x && body.y && !trial.error ? trial.data : undefined;
  const inHand = Math.max(0, Math.min(taken, (fit?.series.length ?? 1) - 1));
  const series = fit?.series[inHand];
  const isFitted = series !== undefined && series.problem === null;
  const judgement = useQuery(queries.judgement({ ...asked, series: inHand }, isFitted));
  const current: Candidate = { kind: body.model, settings: body.settings };
  const isListed = body.model === 'multilinear' || others.some((c) => sameCandidate(c, current));
  const candidates = isListed ? others : [current, ...others];
  const isRanking = boardView === 'ranking';
  const ranking = useQuery(queries.ranking({ ...asked, series: inHand, candidates }, isRanking && isFitted));
  const keeping = useKeeping('fits', campaignId, row?.id, onOpen);
  const saved = row !== undefined && sameFit(bodyOf(row), body);
  const change = (next: FitBody) => {
    setBody(next);
    setNudge(null);
    if (next.model !== body.model || next.settings !== body.settings) setStartCurve(undefined);
  };
  const chart = useFitChart({
    fit,
    inHand,
    view,
    nudge,
    start: startCurve,
    onStart: setStartCurve,
    onSelect: setSelection,
    straight: straight ? judgement.data?.straight : null,
    ranking: isRanking ? ranking.data : undefined,
    withPrediction: tab === 'readings',
    model: body.model,
  });
  const onlyRange = (whole: boolean) => {
    const names = whole ? (fit?.series.map((s) => s.name) ?? []) : series ? [series.name] : [];
    const ranges = Object.fromEntries(names.map((name) => [name, selection!]));
    change({ ...body, choices: tidy({ ...body.choices, ranges: { ...body.choices.ranges, ...ranges } }) });
    setSelection(null);
  };
  const every = Math.max(1, ...(fit?.series.map((s) => s.drawn.every) ?? []));
  const beyond = fit?.series.reduce((sum, s) => sum + s.leftOut.beyond, 0) ?? 0;
  const fitted = fit?.series.reduce((sum, s) => sum + s.points, 0);
  return (
    <PlaceFrame
      title={body.name || 'Fit'}
      context={picker}
      ledger={<Ledger campaignId={campaignId} runId={body.runId} {...(fitted === undefined ? {} : { fitted })} />}
      heading={
        <>
          <b className="clip wide">{fit ? <code>{fit.formula}</code> : 'Choose x and y'}</b>
          {selection ? (
            <span role="toolbar" aria-label="Selection">
              <button className="quiet" onClick={() => onlyRange(false)}>
                Fit only this range
              </button>
              {(fit?.series.length ?? 0) > 1 && (
                <button className="quiet" onClick={() => onlyRange(true)}>
                  of all series
                </button>
              )}
              <button className="quiet" onClick={() => setSelection(null)}>
                Let go
              </button>
            </span>
          ) : (
            <span className="soft clip wide">
              {fit &&
                `${fit.series.length} series, ${every > 1 ? `one point of ${every} drawn; ` : ''}${beyond > 0 ? `${formatCount(beyond)} left out lie off the chart; ` : ''}drag for a range`}
            </span>
          )}
          <span className="grow" />
          {trial.isFetching && (
            <StopFit
              key={trial.dataUpdatedAt}
              onStop={() => void client.cancelQueries({ queryKey: queries.trialFit(asked).queryKey })}
            />
          )}
          <Select<ResidualView>
            size="small"
            aria-label="Residuals"
            value={view}
            onChange={setView}
            popupMatchSelectWidth={false}
            options={Object.entries(residualViews).map(([value, label]) => ({
              value: value as ResidualView,
              label: `residuals ${label}`,
            }))}
          />
        </>
      }
      chart={
        <>
          <Sentence error={benchError ?? (body.x && body.y ? trial.error : null)} />
          {isStopped && (
            <p className="refusal" role="alert">
              This fit was stopped before its end{fit ? '; what is shown is the last one that ended' : ''}.{' '}
              <button className="quiet" onClick={() => void trial.refetch()}>
                Fit again
              </button>
            </p>
          )}
          <Chart
            label={fit ? `${fit.y.name} against ${fit.x.name}, with residuals` : 'No fit yet'}
            build={chart.build}
            gestures={chart.gestures}
            selection={selection}
            overlay={chart.overlay}
          />
        </>
      }
      boardHeight={196}
      board={
        <FitBoards
          campaignId={campaignId}
          fitId={saved ? row?.id : undefined}
          view={boardView}
          onView={setBoardView}
          body={body}
          fit={fit}
          along={bench?.along ?? null}
          waiting={trial.isFetching && !trial.data}
          inHand={inHand}
          onTake={setInHand}
          ranking={ranking.data}
          rankingError={ranking.error}
          candidates={candidates}
          onCandidates={setOthers}
          onModel={({ kind, settings }) => change(withModel(body, kind, settings))}
        />
      }
      panel={
        <>
          <header className="panel-head">
            <h2>Model</h2>
            <Segmented<Tab> size="small" aria-label="Of the fit" value={tab} onChange={setTab} options={tabs} />
            <span className="grow" />
            <button className="quiet" onClick={onNew}>
              + Fit
            </button>
          </header>
          {tab === 'fit' && (
            <>
              <FitForm
                campaignId={campaignId}
                body={body}
                runs={campaign.runRows}
                channels={bench?.channels ?? []}
                conditions={conditions}
                onChange={change}
              />
              <div className="panel-pad">
                <KeepButtons
                  keeping={keeping}
                  label={saved ? 'Saved' : 'Save'}
                  disabled={saved || !fit || body.name.trim() === ''}
                  onSave={() => keeping.save(body)}
                  deletable={row !== undefined}
                >
                  {row && !saved && <Button onClick={() => change(start)}>As saved</Button>}
                  {row && saved && (
                    <Button onClick={() => keeping.copy({ ...body, name: `${body.name}, copy` })}>Copy</Button>
                  )}
                </KeepButtons>
              </div>
              {fit?.sharing && (
                <p className={fit.sharing.p < 0.01 ? 'doubt panel-pad' : 'panel-pad said'}>{fit.sharing.text}</p>
              )}
              {fit && (
                <SeriesPanel
                  campaignId={campaignId}
                  fit={fit}
                  index={inHand}
                  fitId={saved ? row.id : undefined}
                  results={saved ? row.results : undefined}
                />
              )}
              {isFitted && (
                <TrustPanel
                  judgement={judgement.data}
                  error={judgement.error}
                  straight={straight}
                  onStraight={setStraight}
                  onAction={(action) => change(mended(body, action, series.name))}
                />
              )}
              {isFitted && (
                <DrawnWay
                  key={JSON.stringify([asked, inHand])}
                  kind="parameter"
                  body={{ ...asked, series: inHand, atX: null, atY: null, other: null }}
                />
              )}
            </>
          )}
          {tab === 'parameters' && fit && series && (
            <ParametersTab
              body={body}
              fit={fit}
              series={series}
              start={startCurve}
              nudge={nudge}
              onChange={change}
              onStart={setStartCurve}
              onNudge={setNudge}
            />
          )}
          {tab === 'readings' && fit && isFitted && (
            <ReadingsTab
              campaignId={campaignId}
              body={body}
              fit={fit}
              index={inHand}
              fitId={saved ? row.id : undefined}
            />
          )}
          {tab !== 'fit' && !fit && <p className="soft panel-pad">Choose x and y at Fit first.</p>}
        </>
      }
    />
  );
}
