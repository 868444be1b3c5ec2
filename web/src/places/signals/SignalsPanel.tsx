import { useNavigate } from 'react-router';
import { addressOf } from '../../app/places';
import { AboveNewRate } from './AboveNewRate';
import { BesidesForm } from './BesidesForm';
import { MadeFrom } from '../../run/MadeFrom';
import { CutPanel } from './field/CutPanel';
import { ElsewherePanel } from './ElsewherePanel';
import { ProcedurePanel } from './ProcedurePanel';
import { SmoothingCost } from './SmoothingCost';
import { withProposedWindow } from './proposalWords';
import { channelsBefore } from './trial';
import type { Signals } from './useSignals';

interface SignalsPanelProps {
  signals: Signals;
  elsewhere: boolean;
  onElsewhere(open: boolean): void;
}

const nothingOfLog =
  'Nothing is done to the log yet. Drag on the chart to keep or set aside a stretch, add a step, or use the procedure of another run.';
const nothingOfField =
  'Nothing is done to the field yet. Derive the coordinate that stations are counted in, set zones aside by a limit, or use the procedure of another field.';

/** The procedure with the step in hand, or what is done with it elsewhere. */
export function SignalsPanel({ signals, elsewhere, onElsewhere }: SignalsPanelProps) {
  const { campaignId, runId, run, campaign, procedure, state, act, data } = signals;
  const { draft } = state;
  const navigate = useNavigate();
  const now = data.tried.data ?? data.saved.data;
  if (elsewhere && run.data && !draft)
    return (
      <ElsewherePanel
        campaignId={campaignId}
        run={run.data}
        runs={campaign?.runRows ?? []}
        bench={data.saved.data}
        onDone={() => onElsewhere(false)}
      />
    );
  return (
    <>
      <ProcedurePanel
        runId={runId}
        procedure={procedure}
        canUndo={run.data?.canUndo ?? false}
        canRedo={run.data?.canRedo ?? false}
        saved={data.saved.data}
        draft={draft}
        trial={draft ? data.tried.data?.reports[draft.index] : undefined}
        channels={channelsBefore(now, draft)}
        along={now?.along ?? undefined}
        cost={<CostOfStep signals={signals} />}
        empty={data.field.isField ? nothingOfField : nothingOfLog}
        onBegin={signals.begin}
        onOpen={(index) => act({ type: 'begin', draft: { index, isNew: false, step: procedure.steps[index]! } })}
        onSettings={(settings) => act({ type: 'settings', settings })}
        onNote={(note) => act({ type: 'note', note })}
        onAccept={signals.accept}
        onElsewhere={() => onElsewhere(true)}
        onLetGo={() => act({ type: 'letGo' })}
      />
      {run.data && data.field.isField && (
        <CutPanel
          held={data.field}
          run={run.data}
          campaign={campaign}
          isOnTrial={draft !== null}
          onMade={(made) => void navigate(addressOf(campaignId, 'signals', made.id))}
        />
      )}
      {run.data?.origin === 'derived' && (
        <div className="panel-pad made-from">
          <MadeFrom run={run.data} />
        </div>
      )}
    </>
  );
}

/** What a smoothing in hand takes away, and other settings beside it. */
function CostOfStep({ signals }: { signals: Signals }) {
  const { campaignId, state, act, data } = signals;
  const { draft } = state;
  const { smoothing, bench, along } = data;
  if (draft?.step.kind === 'resample') return <AboveNewRate signals={signals} step={draft.step} />;
  if (!smoothing || !draft) return null;
  const unit = bench?.channels.find((c) => c.symbol === smoothing.channel)?.unit ?? '';
  const { settings } = draft.step;
  const inSamples = !settings['windowTime'] && !settings['cutoff'];
  return (
    <>
      {data.cost && (
        <SmoothingCost
          campaignId={campaignId}
          cost={data.cost}
          unit={unit}
          timeUnit={along?.unit ?? ''}
          window={inSamples ? (settings['window'] as number) : undefined}
          onWindow={(window) => act({ type: 'settings', settings: withProposedWindow(settings, window) })}
        />
      )}
      <BesidesForm
        step={draft.step}
        variants={draft.variants ?? []}
        offset={data.offset}
        unit={unit}
        onOffset={data.setOffset}
        onVariants={(variants) => act({ type: 'variants', variants })}
        onTake={(settings) => act({ type: 'settings', settings })}
      />
    </>
  );
}
