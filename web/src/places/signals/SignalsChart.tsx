import { Chart } from '../../chart/Chart';
import { panned, zoomed } from '../../chart/window';
import { Empty } from '../../parts/Empty';
import { Sentence } from '../../parts/Sentence';
import { NotFollowed } from '../../run/MadeFrom';
import { FieldInSpace } from './field/FieldInSpace';
import { selectionKeys } from './selectionKeys';
import { rangeOfDraft } from './trial';
import type { Signals } from './useSignals';

/** The channels along the run, or one of the other ways to look at them. */
export function SignalsChart({ signals }: { signals: Signals }) {
  const { run, rename, data } = signals;
  const { saved, tried, traces, bench, shown, view } = data;
  const error =
    run.error ?? saved.error ?? tried.error ?? traces.error ?? traces.data?.problem ?? view.error ?? rename.error;
  return (
    <>
      <Sentence error={error} />
      {run.data && <NotFollowed run={run.data} />}
      {view.view === 'field' && data.field.isField ? (
        <FieldInSpace held={data.field} />
      ) : shown.length === 0 && bench && !traces.isLoading ? (
        <Empty title="No channel is on the chart">
          <p>Click a channel on the board below.</p>
        </Empty>
      ) : view.view === 'run' ? (
        <AlongRun signals={signals} />
      ) : (
        <OtherView signals={signals} />
      )}
    </>
  );
}

function AlongRun({ signals }: { signals: Signals }) {
  const { state, data, select, look, pick, lassoed } = signals;
  const { along, shown, whole, panes } = data;
  return (
    <Chart
      key="run"
      label={`Channels ${shown.join(', ')} along ${along?.name ?? 'the sample number'}`}
      build={data.build}
      busy={!data.traces.data}
      onWidth={data.setWidth}
      selection={state.selection ?? rangeOfDraft(state.draft, along?.symbol)}
      gestures={{
        onRange: ({ x }) => select(x),
        onPick: pick,
        onZoom: (at, factor) => look(zoomed(data.window, whole, at, factor)),
        onPan: (share) => look(panned(data.window, whole, share)),
        onLasso: ({ pane, corners }) => along && panes[pane] && lassoed(along.symbol, panes[pane], corners),
      }}
      onKeyDown={selectionKeys({
        selection: state.selection,
        window: data.window,
        whole,
        onSelect: select,
        onWindow: look,
      })}
    />
  );
}

function OtherView({ signals: { data, lassoed } }: { signals: Signals }) {
  const { view, shown, onChart } = data;
  const lasso = ({ pane, corners }: { pane: number; corners: [number, number][] }) => {
    const channel = onChart[pane]?.channel.symbol;
    if (view.view === 'channel' && view.x && channel) lassoed(view.x.symbol, channel, corners);
  };
  return (
    <Chart
      key={view.view}
      label={`Channels ${shown.join(', ')}: ${view.view}`}
      build={view.build}
      busy={view.busy}
      gestures={{ onLasso: lasso }}
    />
  );
}
