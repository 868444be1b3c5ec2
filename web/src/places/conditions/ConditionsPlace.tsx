import type { ConditionBody } from '@undameter/contract';
import type { ReactNode } from 'react';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { OnRun } from '../../app/OnRun';
import { PlaceFrame } from '../../app/PlaceFrame';
import { useKeeping } from '../../data/useKeeping';
import { usePreference } from '../../data/usePreference';
import { ConditionPanel } from './ConditionPanel';
import { ConditionsBoard, type BoardName } from './ConditionsBoard';
import { ConditionsChart } from './ConditionsChart';
import { ConditionsHeading } from './ConditionsHeading';
import { ConditionsOverview } from './ConditionsOverview';
import { firstLimits } from './limits';
import { SetPointsPanel } from './SetPointsPanel';
import { seriesOf, useConditionInHand } from './useConditionInHand';
import { useConditionsChart } from './useConditionsChart';
import { useConditionsData } from './useConditionsData';
import './conditions.css';

/** Named sets of limits that pick samples: the operating conditions of a campaign, seen on one run. */
export const ConditionsPlace = () => (
  <OnRun place="conditions" purpose="conditions are set on its channels.">
    {(run) => <ConditionsOnRun key={run.runId} {...run} />}
  </OnRun>
);

function ConditionsOnRun({ campaignId, runId, picker }: { campaignId: number; runId: number; picker: ReactNode }) {
  const hand = useConditionInHand(campaignId);
  const { draft } = hand;
  const data = useConditionsData(campaignId, runId, draft?.body);
  const axes = useConditionsChart(
    campaignId,
    runId,
    data,
    draft && { body: draft.body, series: seriesOf(draft, data.rows) },
  );
  const [board, setBoard] = usePreference<BoardName>('conditions.board', 'conditions');
  const { rows, channels, view, setView } = data;
  const nextName = `Condition ${rows.length + 1}`;
  const begin = () => hand.take({ name: nextName, limits: firstLimits(channels) });
  const setLimits = (limits: ConditionBody['limits']) =>
    draft ? hand.change({ ...draft.body, limits }) : hand.take({ name: nextName, limits });
  useCommands([
    { id: 'new-condition', label: 'New condition', run: begin },
    { id: 'set-points', label: 'Propose conditions from the set points', run: hand.propose },
    {
      id: 'conditions-map',
      label: view === 'map' ? 'Conditions along the run' : 'Conditions on a map of two channels',
      run: () => setView(view === 'map' ? 'run' : 'map'),
    },
    { id: 'operating-points', label: 'Operating points', run: () => setBoard('points') },
  ]);
  return (
    <PlaceFrame
      title="Conditions"
      context={picker}
      ledger={<Ledger campaignId={campaignId} runId={runId} />}
      heading={
        <ConditionsHeading campaignId={campaignId} runId={runId} data={data} axes={axes} inHand={draft?.body.name} />
      }
      chart={
        <ConditionsChart
          data={data}
          axes={axes}
          inHand={draft && { body: draft.body, series: seriesOf(draft, rows) }}
          onLimits={setLimits}
        />
      }
      board={
        <ConditionsBoard
          campaignId={campaignId}
          data={data}
          board={board}
          onBoard={setBoard}
          inHand={draft?.id ?? null}
          onTake={({ id, name, limits, group, runId: of }) => hand.take({ name, limits, group, runId: of }, id)}
        />
      }
      panel={<PanelOfHand campaignId={campaignId} runId={runId} hand={hand} data={data} onBegin={begin} />}
    />
  );
}

interface PanelOfHandProps {
  campaignId: number;
  runId: number;
  hand: ReturnType<typeof useConditionInHand>;
  data: ReturnType<typeof useConditionsData>;
  onBegin(): void;
}

/** The condition in hand, else what is proposed, else what there is. */
function PanelOfHand({ campaignId, runId, hand, data, onBegin }: PanelOfHandProps) {
  const { draft } = hand;
  const keeping = useKeeping('conditions', campaignId, draft?.id ?? undefined, hand.letGo);
  if (draft)
    return (
      <ConditionPanel
        body={draft.body}
        isNew={draft.id === null}
        channels={data.channels}
        timeUnit={data.along?.unit ?? ''}
        runId={runId}
        groups={data.groups}
        keeping={keeping}
        onChange={hand.change}
        onSave={() => keeping.save(draft.body)}
        onLetGo={hand.letGo}
      />
    );
  if (!hand.proposing)
    return (
      <ConditionsOverview
        campaignId={campaignId}
        runId={runId}
        data={data}
        onBegin={onBegin}
        onPropose={hand.propose}
      />
    );
  return (
    <SetPointsPanel
      campaignId={campaignId}
      runId={runId}
      channels={data.channels}
      timeUnit={data.along?.unit ?? ''}
      taken={data.rows.map((r) => r.name)}
      onDone={hand.endProposing}
    />
  );
}
