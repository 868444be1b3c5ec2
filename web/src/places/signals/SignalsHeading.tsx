import { KeepFigure } from '../../figure/KeepFigure';
import { figureOfChart } from './figureOfChart';
import { SelectionBar } from './SelectionBar';
import type { Signals } from './useSignals';
import type { View } from './viewOption';
import { ViewTools } from './ViewTools';

/** What a hand can do on the chart. */
const hints: Readonly<Record<View, string>> = {
  field: 'drag turns, click tells a node',
  run: 'drag to select a stretch, click for a sample, wheel to zoom',
  channel: 'Shift and drag a lasso to set samples aside',
  spectrum: '',
  transfer: '',
  histogram: '',
  cycles: '',
};

/** Why what is on the chart cannot be kept as a figure. */
function whyNot(isOnTrial: boolean, isField: boolean): string {
  if (isOnTrial) return 'Accept the step in hand first';
  return isField
    ? 'A figure shows curves: cut the field, and keep what the cut shows'
    : 'There is no channel on the chart';
}

/** What is on the chart, or what can be done with the stretch that is selected. */
export function SignalsHeading({ signals }: { signals: Signals }) {
  const { campaignId, runId, run, state, data, actions, why, look } = signals;
  const { draft, selection } = state;
  const { bench, along, shown, view } = data;
  if (selection) return <SelectionBar range={selection} unit={along?.unit ?? ''} actions={actions} why={why} />;
  const isField = view.view === 'field';
  const inFront = view.view === 'transfer' ? view.transfer.symbol : shown[0];
  const named = isField ? data.field.channel : bench?.channels.find((c) => c.symbol === inFront);
  const first = named?.name ?? 'Channels';
  return (
    <>
      <b>{draft ? `The run as step ${draft.index + 1} leaves it` : first}</b>
      <span className="soft heading-hint" title={view.hint}>
        {draft ? 'in hand, not saved yet' : view.hint || hints[view.view]}
      </span>
      <span className="grow" />
      <KeepFigure
        campaignId={campaignId}
        name={run.data?.name ?? ''}
        why={whyNot(draft !== null, isField)}
        source={figureOfChart({
          runId,
          shown,
          shares: data.shares,
          view: view.view,
          x: view.x?.symbol,
          spectrum: view.spectra.chosen,
          transfer: { symbol: view.transfer.symbol, ...view.transfer.chosen },
          histogram: view.histograms.chosen,
          cycles: view.cycles.chosen,
          window: state.window,
          isOnTrial: draft !== null,
        })}
      />
      <ViewTools data={data} />
      {state.window && (
        <button className="quiet" onClick={() => look(null)}>
          Whole run <kbd>0</kbd>
        </button>
      )}
    </>
  );
}
