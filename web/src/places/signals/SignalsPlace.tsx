import { stepKindOf, stepKinds } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Popover } from 'antd';
import { useReducer, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { OnRun } from '../../app/OnRun';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { Chart } from '../../chart/Chart';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Empty } from '../../parts/Empty';
import { NameInput } from '../../parts/NameInput';
import { Sentence } from '../../parts/Sentence';
import { AboutRun } from '../../run/AboutRun';
import { BesidesForm } from './BesidesForm';
import { ChannelBoard } from './ChannelBoard';
import { ElsewherePanel } from './ElsewherePanel';
import { nearestSample } from './nearestSample';
import { ProcedurePanel } from './ProcedurePanel';
import { SelectionBar } from './SelectionBar';
import { selectionKeys } from './selectionKeys';
import { SmoothingCost } from './SmoothingCost';
import { StretchBoard } from './StretchBoard';
import type { View } from './viewOption';
import { ViewTools } from './ViewTools';
import { panned, zoomed } from '../../chart/window';
import { nothingInHand, signals, withDraft } from './state';
import { channelsBefore, isOnTrial, rangeOfDraft } from './trial';
import { newStep, useProcedure } from './useProcedure';
import { useSelectionDeeds } from './useSelectionDeeds';
import { useSignalsData } from './useSignalsData';

/** The channels of a run on charts over one axis, and its procedure. */
export const SignalsPlace = () => (
  <OnRun place="signals" purpose="its channels then stand here.">
    {(run) => <SignalsOfRun key={run.runId} {...run} />}
  </OnRun>
);

/** What a hand can do on the chart. */
const hints: Readonly<Record<View, string>> = {
  run: 'drag to select a stretch, click for a sample, wheel to zoom',
  channel: 'Shift and drag a lasso to set samples aside',
  spectrum: 'over the longest stretch without a gap',
  histogram: 'over what is kept',
};

function SignalsOfRun({ campaignId, runId, picker }: { campaignId: number; runId: number; picker: ReactNode }) {
  const run = useQuery(queries.run(runId));
  const procedure = useProcedure(runId, run.data);
  const [state, act] = useReducer(signals, nothingInHand);
  const { data: campaign } = useQuery(queries.campaign(campaignId));
  const [elsewhere, setElsewhere] = useState(false);
  const { draft, selection } = state;
  const data = useSignalsData(runId, procedure, state);
  const { saved, tried, traces, bench, along, smoothing, shown, choose, whole, view } = data;
  const unitOf = (symbol: string | undefined) => bench?.channels.find((c) => c.symbol === symbol)?.unit ?? '';
  const deeds = useSelectionDeeds(selection, along, procedure, act);
  const rename = useMutation({
    mutationFn: (name: string) => ask(`/runs/${runId}`, { method: 'PUT', body: { name } }),
  });
  const begin = (kind: string) => {
    // Words are nothing that a step could begin with.
    const numbers = (saved.data?.channels ?? []).filter((c) => c.labels === null);
    const { start, version } = stepKindOf(kind);
    const settings = start({
      along: saved.data?.along ?? undefined,
      channels: numbers,
      inHand: shown.find((s) => numbers.some((c) => c.symbol === s)),
    });
    act({
      type: 'begin',
      draft: { index: procedure.steps.length, isNew: true, step: newStep(kind, version, settings) },
    });
  };
  const accept = () => {
    if (!draft) return;
    const symbol = draft.step.settings['symbol'];
    procedure.save(withDraft(procedure.steps, draft), () => {
      act({ type: 'letGo' });
      if (draft.isNew && typeof symbol === 'string' && !smoothing) choose([...new Set([symbol, ...shown])].slice(0, 6));
    });
  };
  const pick = (place: { pane: number; x: number; y: number; reach: number }) => {
    const symbol = data.panes[place.pane];
    if (symbol === undefined) return;
    void nearestSample(runId, data.trial, symbol, place).then((at) =>
      act({ type: 'select', range: at === null ? null : [at, at], along: along?.symbol }),
    );
  };
  /** A line drawn around samples becomes a step that sets them aside, or the line of the one in hand. */
  const lassoed = (x: string, channel: string, corners: [number, number][]) => {
    const settings = { x, channel, corners, reason: '' };
    if (draft?.step.kind === 'setAsideArea')
      return act({ type: 'settings', settings: { ...draft.step.settings, x, channel, corners } });
    const { version } = stepKindOf('setAsideArea');
    act({
      type: 'begin',
      draft: { index: procedure.steps.length, isNew: true, step: newStep('setAsideArea', version, settings) },
    });
  };
  const lasso = {
    onLasso: ({ pane, corners }: { pane: number; corners: [number, number][] }) => {
      const channel = data.onChart[pane]?.channel.symbol;
      if (view.view === 'channel' && view.x && channel) lassoed(view.x.symbol, channel, corners);
    },
  };
  const why = useQuery(
    queries.why(
      runId,
      selection && selection[0] === selection[1]
        ? { ...(data.trial ? { steps: data.trial } : {}), at: selection[0] }
        : undefined,
    ),
  );
  const stretch = useQuery(
    queries.stretch(
      runId,
      selection && selection[0] !== selection[1] && shown.length > 0
        ? {
            ...(data.trial ? { steps: data.trial } : {}),
            symbols: shown.filter((s) => bench?.channels.some((c) => c.symbol === s && c.labels === null)),
            from: selection[0],
            to: selection[1],
          }
        : undefined,
    ),
  );
  const look = (next: [number, number] | null) => act({ type: 'window', range: next });
  useCommands([
    { id: 'procedure-elsewhere', label: 'Apply the procedure to other runs', run: () => setElsewhere(true) },
    { id: 'undo', label: 'Undo the last change of the procedure', keys: 'Ctrl+Z', run: procedure.undo },
    { id: 'redo', label: 'Redo it', keys: 'Ctrl+Shift+Z', run: procedure.redo },
    ...stepKinds.map(({ kind, title }) => ({
      id: `step-${kind}`,
      label: `New step: ${title}`,
      run: () => begin(kind),
    })),
    ...deeds.map((d) => ({ id: `selection-${d.keys}`, label: `Selection: ${d.label}`, keys: d.keys, run: d.run })),
  ]);

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
                  <AboutRun run={run.data} />
                  <Link to={`${addressOf(campaignId, 'intake')}?again=${runId}`}>
                    Read the file again with other settings
                  </Link>
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
          <SelectionBar range={selection} unit={along?.unit ?? ''} deeds={deeds} why={why.data} />
        ) : (
          <>
            <b>
              {draft
                ? `The run as step ${draft.index + 1} leaves it`
                : (bench?.channels.find((c) => c.symbol === shown[0])?.name ?? 'Channels')}
            </b>
            <span className="soft">{draft ? 'in hand, not saved yet' : hints[view.view]}</span>
            <span className="grow" />
            <ViewTools data={data} />
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
          <Sentence
            error={
              run.error ??
              saved.error ??
              tried.error ??
              traces.error ??
              traces.data?.problem ??
              view.error ??
              rename.error
            }
          />
          {shown.length === 0 && bench && !traces.isLoading ? (
            <Empty title="No channel is on the chart">
              <p>Click a channel on the board below.</p>
            </Empty>
          ) : view.view !== 'run' ? (
            <Chart
              key={view.view}
              label={`Channels ${shown.join(', ')}: ${view.view}`}
              build={view.build}
              busy={view.busy}
              gestures={lasso}
            />
          ) : (
            <Chart
              key="run"
              label={`Channels ${shown.join(', ')} along ${along?.name ?? 'the sample number'}`}
              build={data.build}
              busy={!traces.data}
              onWidth={data.setWidth}
              selection={selection ?? rangeOfDraft(draft, along?.symbol)}
              gestures={{
                onRange: ({ x }) => act({ type: 'select', range: x, along: along?.symbol }),
                onPick: pick,
                onZoom: (at, factor) => look(zoomed(data.window, whole, at, factor)),
                onPan: (share) => look(panned(data.window, whole, share)),
                onLasso: ({ pane, corners }) =>
                  along && data.panes[pane] && lassoed(along.symbol, data.panes[pane], corners),
              }}
              onKeyDown={selectionKeys({
                selection,
                window: data.window,
                whole,
                onSelect: (r) => act({ type: 'select', range: r, along: along?.symbol }),
                onWindow: look,
              })}
            />
          )}
        </>
      }
      board={
        selection && selection[0] !== selection[1] ? (
          <StretchBoard rows={stretch.data} channels={bench?.channels ?? []} timeUnit={along?.unit ?? ''} />
        ) : (
          <ChannelBoard
            runId={runId}
            run={run.data}
            stretch={selection ?? state.window}
            onConvert={(channel, unit) => procedure.append(newStep('convertUnit', 1, { channel, unit }))}
            bench={bench && { ...bench, channels: bench.channels.filter((c) => !isOnTrial(c.symbol)) }}
            shown={shown}
            colourOf={data.colourOf}
            onToggle={(symbol) =>
              choose(shown.includes(symbol) ? shown.filter((s) => s !== symbol) : [...shown, symbol].slice(-9))
            }
          />
        )
      }
      panel={
        elsewhere && run.data && !draft ? (
          <ElsewherePanel
            campaignId={campaignId}
            run={run.data}
            runs={campaign?.runRows ?? []}
            bench={saved.data}
            onDone={() => setElsewhere(false)}
          />
        ) : (
          <ProcedurePanel
            runId={runId}
            procedure={procedure}
            canUndo={run.data?.canUndo ?? false}
            canRedo={run.data?.canRedo ?? false}
            saved={saved.data}
            draft={draft}
            trial={draft ? tried.data?.reports[draft.index] : undefined}
            channels={channelsBefore(tried.data ?? saved.data, draft)}
            along={(tried.data ?? saved.data)?.along ?? undefined}
            cost={
              smoothing && draft ? (
                <>
                  {data.cost && (
                    <SmoothingCost cost={data.cost} unit={unitOf(smoothing.channel)} timeUnit={along?.unit ?? ''} />
                  )}
                  <BesidesForm
                    step={draft.step}
                    variants={draft.variants ?? []}
                    offset={data.offset}
                    unit={unitOf(smoothing.channel)}
                    onOffset={data.setOffset}
                    onVariants={(variants) => act({ type: 'variants', variants })}
                    onTake={(settings) => act({ type: 'settings', settings })}
                  />
                </>
              ) : null
            }
            onBegin={begin}
            onOpen={(index) => act({ type: 'begin', draft: { index, isNew: false, step: procedure.steps[index]! } })}
            onSettings={(settings) => act({ type: 'settings', settings })}
            onNote={(note) => act({ type: 'note', note })}
            onAccept={accept}
            onElsewhere={() => setElsewhere(true)}
            onLetGo={() => act({ type: 'letGo' })}
          />
        )
      }
    />
  );
}
