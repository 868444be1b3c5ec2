import { stepKindOf, type Step } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Popover } from 'antd';
import { useCallback, useDeferredValue, useMemo, useReducer, useState, type ReactNode } from 'react';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { OnRun } from '../../app/OnRun';
import { PlaceFrame } from '../../app/PlaceFrame';
import { Chart, type Size } from '../../chart/Chart';
import { colourOf as seriesColour } from '../../chart/marks';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { usePreference } from '../../data/usePreference';
import { Empty } from '../../parts/Empty';
import { NameInput } from '../../parts/NameInput';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { QualityList } from '../intake/QualityList';
import { RecordList } from '../intake/RecordList';
import { signalsOption } from './chartOption';
import { ChannelBoard } from './ChannelBoard';
import { nearestSample } from './nearestSample';
import { ProcedurePanel } from './ProcedurePanel';
import { SelectionBar } from './SelectionBar';
import { selectionKeys } from './selectionKeys';
import { SmoothingCost } from './SmoothingCost';
import { nothingInHand, panned, signals, withDraft, zoomed } from './state';
import { channelInHand, channelsBefore, mostUsed, rangeOfDraft, REMOVED, trialOf } from './trial';
import { newStep, useProcedure } from './useProcedure';

/** The channels of a run on charts over one axis, and its procedure. */
export const SignalsPlace = () => (
  <OnRun place="signals" purpose="its channels then stand here.">
    {(run) => <SignalsOfRun key={run.runId} {...run} />}
  </OnRun>
);

function SignalsOfRun({ campaignId, runId, picker }: { campaignId: number; runId: number; picker: ReactNode }) {
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
              destroyOnHidden
              content={
                <div className="about-run">
                  <RecordList run={run.data} channels={saved.data?.channels.filter((c) => c.origin === 'logged') ?? []} />
                  <QualityList runId={runId} />
                </div>
              }
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
          runId={runId}
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
