import type { RunReply } from '@undameter/contract';
import { stepKinds } from '@undameter/core';
import { Popover } from 'antd';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { OnRun } from '../../app/OnRun';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { NameInput } from '../../parts/NameInput';
import { AboutRun } from '../../run/AboutRun';
import { SignalsBoard } from './SignalsBoard';
import { SignalsChart } from './SignalsChart';
import { SignalsHeading } from './SignalsHeading';
import { SignalsPanel } from './SignalsPanel';
import { useSignals } from './useSignals';
import './signals.css';

/** The channels of a run on charts over one axis, and its procedure. */
export const SignalsPlace = () => (
  <OnRun place="signals" purpose="its channels then stand here.">
    {(run) => <SignalsOfRun key={run.runId} {...run} />}
  </OnRun>
);

function SignalsOfRun({ campaignId, runId, picker }: { campaignId: number; runId: number; picker: ReactNode }) {
  const signals = useSignals(campaignId, runId);
  const [elsewhere, setElsewhere] = useState(false);
  const { run, rename, procedure, actions, begin } = signals;
  useCommands([
    { id: 'procedure-elsewhere', label: 'Apply the procedure to other runs', run: () => setElsewhere(true) },
    { id: 'undo', label: 'Undo the last change of the procedure', keys: 'Ctrl+Z', run: procedure.undo },
    { id: 'redo', label: 'Redo it', keys: 'Ctrl+Shift+Z', run: procedure.redo },
    ...stepKinds.map(({ kind, title }) => ({
      id: `step-${kind}`,
      label: `New step: ${title}`,
      run: () => begin(kind),
    })),
    ...actions.map((d) => ({ id: `selection-${d.keys}`, label: `Selection: ${d.label}`, keys: d.keys, run: d.run })),
  ]);
  return (
    <PlaceFrame
      title={<NameInput label="Name of the run" value={run.data?.name ?? ''} onSay={(name) => rename.mutate(name)} />}
      context={
        <>
          {picker}
          {run.data && <FileOfRun campaignId={campaignId} run={run.data} />}
        </>
      }
      ledger={<Ledger campaignId={campaignId} runId={runId} />}
      boardHeight={236}
      heading={<SignalsHeading signals={signals} />}
      chart={<SignalsChart signals={signals} />}
      board={<SignalsBoard signals={signals} />}
      panel={<SignalsPanel signals={signals} elsewhere={elsewhere} onElsewhere={setElsewhere} />}
    />
  );
}

/** The file that a run came from, with the account of how it was read. */
function FileOfRun({ campaignId, run }: { campaignId: number; run: RunReply }) {
  return (
    <Popover
      trigger="click"
      placement="bottomLeft"
      destroyOnHidden
      content={
        <div className="about-run">
          <AboutRun run={run} />
          {run.origin === 'file' && (
            <Link to={`${addressOf(campaignId, 'intake')}?again=${run.id}`}>
              Read the file again with other settings
            </Link>
          )}
        </div>
      }
    >
      <button className="quiet">{run.fileName}</button>
    </Popover>
  );
}
