import type { BenchReply } from '@undameter/contract';
import { stepKindOf, type Step } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Popover } from 'antd';
import { useCallback, useDeferredValue, useMemo, useReducer, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { RunPicker } from '../../app/RunPicker';
import { useRunInHand } from '../../app/useCampaign';
import { Chart, type Size } from '../../chart/Chart';
import { colourOf as seriesColour } from '../../chart/marks';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { usePreference } from '../../data/usePreference';
import { Empty } from '../../parts/Empty';
import { NameInput } from '../../parts/NameInput';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { useMutation } from '@tanstack/react-query';
import { RecordList } from '../intake/RecordList';
import { signalsOption } from './chartOption';
import { ChannelBoard } from './ChannelBoard';
import { nearestSample } from './nearestSample';
import { ProcedurePanel } from './ProcedurePanel';
import { SelectionBar } from './SelectionBar';
import { selectionKeys } from './selectionKeys';
import { SmoothingCost } from './SmoothingCost';
import { nothingInHand, panned, signals, withDraft, zoomed, type Draft } from './state';
import { newStep, useProcedure } from './useProcedure';

/** Symbol under which the part that a smoothing removes is computed while the smoothing is in hand. */
const REMOVED = 'removed_part';

export function SignalsPlace() {
  const { campaignId, campaign, error, runId, remember } = useRunInHand();
  const navigate = useNavigate();
  if (error) return <Empty title={error.message} />;
  if (campaign && runId === undefined)
    return (
      <Empty title="No run yet">
        <p>
          Bring a log in at <Link to={addressOf(campaignId, 'intake')}>Intake</Link>; its channels then stand here.
        </p>
      </Empty>
    );
  if (!campaign || runId === undefined) return null;
  return (
    <SignalsOfRun
      key={runId}
      campaignId={campaignId}
      runId={runId}
      picker={
        <RunPicker
          runs={campaign.runRows}
          value={runId}
          onChange={(id) => {
            remember(id);
            void navigate(addressOf(campaignId, 'signals', id));
          }}
        />
      }
    />
  );
}

/** What is computed while a draft is in hand: the procedure up to it, and what a smoothing removes. */
function trialOf(saved: readonly Step[], draft: Draft | null, unitOf: (symbol: string) => string): Step[] | undefined {
  if (!draft) return undefined;
  const steps = withDraft(saved, draft).slice(0, draft.index + 1);
  const { kind, settings } = draft.step;
  if (kind !== 'smooth') return steps;
  const channel = String(settings['channel']);
  const formula = `${channel} - ${String(settings['symbol'])}`;
  const removed = { name: 'Removed part', symbol: REMOVED, formula, unit: unitOf(channel) };
  return [...steps, { id: REMOVED, kind: 'derive', version: 1, settings: removed, on: true }];
}

/** Channels to show at first: those that the procedure speaks of most. */
function mostUsed(bench: BenchReply, steps: readonly Step[]): string[] {
  const text = JSON.stringify(steps.map((s) => s.settings));
  const uses = (symbol: string) => text.split(new RegExp(`(?<![\\p{L}\\p{N}_])${symbol}(?![\\p{L}\\p{N}_])`, 'u')).length;
  return bench.channels
    .filter((c) => c.symbol !== bench.along && c.origin === 'logged' && c.present > 0)
    .map((c) => ({ symbol: c.symbol, uses: uses(c.symbol) }))
    .sort((a, b) => b.uses - a.uses)
    .slice(0, 3)
    .map((c) => c.symbol);
} // prettier-ignore

function SignalsOfRun({ campaignId, runId, picker }: { campaignId: number; runId: number; picker: React.ReactNode }) {
  const run = useQuery(queries.run(runId));
  const saved = useQuery(queries.bench(runId));
  const procedure = useProcedure(run.data);
  const [state, act] = useReducer(signals, nothingInHand);
  const { draft, selection } = state;
  const unitOf = (symbol: string) => saved.data?.channels.find((c) => c.symbol === symbol)?.unit ?? '';
  const trial = useDeferredValue(useMemo(() => trialOf(procedure.steps, draft, unitOf), [run.data, saved.data, draft])); // eslint-disable-line react-hooks/exhaustive-deps -- the steps are part of the run
  const tried = useQuery({ ...queries.bench(runId, trial), enabled: trial !== undefined });
  const bench = trial ? tried.data : saved.data;
  const [chosen, choose] = usePreference<string[] | null>(`shown.${runId}`, null);
  const [width, setWidth] = useState(900);
  const { palette } = useTheme();
  const rename = useMutation({ mutationFn: (name: string) => ask(`/runs/${runId}`, { method: 'PUT', body: { name } }) });

  const shown = useMemo(() => {
    if (!bench) return [];
    const known = (chosen ?? mostUsed(bench, procedure.steps)).filter((s) => bench.channels.some((c) => c.symbol === s));
    const inHand = draft && channelInHand(draft, bench);
    return (inHand && !known.includes(inHand) ? [inHand, ...known] : known).slice(0, 9);
  }, [bench, chosen, draft, run.data]); // eslint-disable-line react-hooks/exhaustive-deps -- the steps are part of the run
  const smoothing =
    draft?.step.kind === 'smooth' && trial
      ? { channel: String(draft.step.settings['channel']), made: String(draft.step.settings['symbol']), removed: REMOVED }
      : undefined;
  const made = smoothing && bench?.channels.some((c) => c.symbol === smoothing.made) ? smoothing : undefined;
  const window = state.window ?? [null, null];
  const body = {
    ...(trial ? { steps: trial } : {}),
    symbols: [...shown, ...(made ? [made.made, made.removed] : [])],
    from: window[0],
    to: window[1],
    pixels: Math.max(100, width - 80),
  };
  const traces = useQuery(queries.traces(runId, body));
  const seriesOf = useCallback(
    (symbol: string) => (bench?.channels ?? []).filter((c) => c.symbol !== bench?.along).findIndex((c) => c.symbol === symbol),
    [bench],
  );
  const along = bench?.channels.find((c) => c.symbol === bench.along);
  const build = useCallback(
    (size: Size) =>
      traces.data && bench
        ? signalsOption(
            {
              traces: traces.data,
              shown: shown.map((s) => ({ channel: bench.channels.find((c) => c.symbol === s)!, series: seriesOf(s) })),
              along,
              smoothing: made,
              palette,
            },
            size,
          )
        : {},
    [traces.data, bench, shown, along, palette, seriesOf, made?.made, made?.channel], // eslint-disable-line react-hooks/exhaustive-deps -- `made` is new each time, its words are not
  );

  const begin = (kind: string) => {
    const k = stepKindOf(kind);
    const settings = k.start({ along: saved.data?.along ?? undefined, channels: saved.data?.channels ?? [], inHand: shown[0] });
    act({ type: 'begin', draft: { index: procedure.steps.length, isNew: true, step: newStep(kind, k.version, settings) } });
  };
  const accept = () => {
    if (!draft) return;
    const symbol = draft.step.settings['symbol'];
    procedure.save(withDraft(procedure.steps, draft), () => {
      act({ type: 'letGo' });
      if (draft.isNew && typeof symbol === 'string' && draft.step.kind !== 'smooth') choose([symbol, ...shown].slice(0, 6));
    });
  };
  const range = (kind: string, settings: Step['settings']) => () => {
    if (!along) return;
    procedure.append(newStep(kind, stepKindOf(kind).version, { channel: along.symbol, unit: along.unit, ...settings }));
    act({ type: 'select', range: null });
  };
  const whole = traces.data?.whole ?? [0, 1];
  const shownWindow = traces.data?.window ?? [0, 1];
  const look = (next: [number, number] | null) => act({ type: 'window', range: next });
  const letGo = { label: 'Let go', keys: 'Escape', run: () => act({ type: 'select', range: null }) };
  const deeds =
    selection && along
      ? [
          ...(selection[0] === selection[1]
            ? []
            : [
                { label: 'Keep only this', keys: 'T', run: range('trim', { from: selection[0], to: selection[1] }) },
                { label: 'Zoom in', keys: 'Z', run: () => { look(selection); act({ type: 'select', range: null }); } },
              ]),
          { label: 'Set aside', keys: 'S', run: range('setAside', { ranges: [selection], reason: '' }) },
          { label: 'Bring back', keys: 'B', run: range('bringBack', { ranges: [selection] }) },
          letGo,
        ]
      : selection
        ? [{ label: 'Zoom in', keys: 'Z', run: () => look(selection) }, letGo]
        : [];
  useCommands([
    { id: 'undo', label: 'Undo the last change of the procedure', keys: 'Ctrl+Z', run: procedure.undo },
    { id: 'redo', label: 'Redo it', keys: 'Ctrl+Shift+Z', run: procedure.redo },
    ...['trim', 'setAside', 'bringBack', 'timeFromZero', 'derive', 'smooth', 'differentiate'].map((kind) => ({
      id: `step-${kind}`,
      label: `New step: ${stepKindOf(kind).title}`,
      run: () => begin(kind),
    })),
    ...deeds.map((d) => ({ id: `selection-${d.keys}`, label: `Selection: ${d.label}`, keys: d.keys, run: d.run })),
  ]);
  const pick = (place: { pane: number; x: number; y: number; reach: number }) => {
    const symbol = shown[place.pane] ?? shown[0];
    if (symbol === undefined) return;
    void nearestSample(runId, trial, symbol, place).then((at) => act({ type: 'select', range: at === null ? null : [at, at] }));
  };
  const report = draft ? tried.data?.reports[draft.index] : undefined;

  return (
    <PlaceFrame
      title={<NameInput label="Name of the run" value={run.data?.name ?? ''} onSay={(name) => rename.mutate(name)} />}
      context={
        <>
          {picker}
          {run.data && (
            <Popover
              trigger="click"
              placement="bottomLeft"
              content={<RecordList run={run.data} names={saved.data?.channels.filter((c) => c.origin === 'logged').map((c) => c.name) ?? []} />}
            >
              <button className="quiet">{run.data.fileName}</button>
            </Popover>
          )}
        </>
      }
      ledger={<Ledger campaignId={campaignId} runId={runId} />}
      boardHeight={236}
      heading={
        selection ? (
          <SelectionBar range={selection} unit={along?.unit ?? ''} deeds={deeds} />
        ) : (
          <>
            <b>{draft ? `The run as step ${draft.index + 1} leaves it` : (bench?.channels.find((c) => c.symbol === shown[0])?.name ?? 'Channels')}</b>
            <span className="soft">{draft ? 'in hand, not saved yet' : 'drag to select a stretch, click for a sample, wheel to zoom'}</span>
            <span className="grow" />
            {state.window && (
              <button className="quiet" onClick={() => look(null)}>
                Whole run <kbd>0</kbd>
              </button>
            )}
          </>
        )
      }
      chart={
        <>
          <Sentence error={run.error ?? saved.error ?? tried.error ?? traces.error ?? traces.data?.problem ?? rename.error} />
          {shown.length === 0 && bench && !traces.isLoading ? (
            <Empty title="No channel is on the chart">
              <p>Click a channel on the board below.</p>
            </Empty>
          ) : (
            <Chart
              label={`Channels ${shown.join(', ')} along ${along?.name ?? 'the sample number'}`}
              build={build}
              busy={!traces.data}
              onWidth={setWidth}
              selection={selection ?? rangeOfDraft(draft)}
              gestures={{
                onRange: ({ x }) => act({ type: 'select', range: x }),
                onPick: pick,
                onZoom: (at, factor) => look(zoomed(shownWindow, whole, at, factor)),
                onPan: (share) => look(panned(shownWindow, whole, share)),
              }}
              onKeyDown={selectionKeys({ selection, window: shownWindow, whole, onSelect: (r) => act({ type: 'select', range: r }), onWindow: look })}
            />
          )}
        </>
      }
      board={
        <ChannelBoard
          bench={bench && { ...bench, channels: bench.channels.filter((c) => c.symbol !== REMOVED) }}
          shown={shown}
          colourOf={(symbol) => seriesColour(palette, seriesOf(symbol))}
          onToggle={(symbol) => choose(shown.includes(symbol) ? shown.filter((s) => s !== symbol) : [...shown, symbol].slice(-9))}
        />
      }
      panel={
        <ProcedurePanel
          runId={runId}
          procedure={procedure}
          canUndo={run.data?.canUndo ?? false}
          canRedo={run.data?.canRedo ?? false}
          saved={saved.data}
          draft={draft}
          trial={report}
          channels={channelsBefore(tried.data ?? saved.data, draft)}
          cost={made && bench ? <SmoothingCost bench={bench} {...made} /> : null}
          onBegin={begin}
          onOpen={(index) => act({ type: 'begin', draft: { index, isNew: false, step: procedure.steps[index]! } })}
          onSettings={(settings) => act({ type: 'settings', settings })}
          onAccept={accept}
          onLetGo={() => act({ type: 'letGo' })}
        />
      }
    />
  );
} // prettier-ignore

/** The channel that a step in hand makes, or else the one that it reads. */
function channelInHand({ step }: Draft, bench: BenchReply): string | undefined {
  const { symbol, channel } = step.settings as { symbol?: string; channel?: string };
  const wanted = step.kind === 'smooth' ? channel : (symbol ?? (channel === bench.along ? undefined : channel));
  return bench.channels.find((c) => c.symbol === wanted)?.symbol;
}

/** The range that a trim in hand keeps, drawn on the chart. */
const rangeOfDraft = (draft: Draft | null): [number, number] | null =>
  draft?.step.kind === 'trim' ? [Number(draft.step.settings['from']), Number(draft.step.settings['to'])] : null;

/** The channels that are there before the step in hand. */
function channelsBefore(bench: BenchReply | undefined, draft: Draft | null) {
  const later = new Set(bench?.reports.slice(draft?.index ?? Infinity).flatMap((r) => r.made?.symbol ?? []));
  return bench?.channels.filter((c) => !later.has(c.symbol)) ?? [];
}
