import { stepKinds, waitsForInput } from '@undameter/core';
import { Button, Input } from 'antd';
import { useEffect, useRef } from 'react';
import { Sentence } from '../../parts/Sentence';
import { StepForm } from '../../step/StepForm';
import type { ProcedurePanelProps } from './procedurePanelProps';
import type { Draft } from './state';
import { changeInWords } from './stepWords';

/** The step in hand, open in its place: its form, what it would do, and what can be done with it. */
export function StepInHand({
  draft,
  trial,
  channels,
  along,
  cost,
  procedure,
  runId,
  onSettings,
  onNote,
  onAccept,
  onLetGo,
}: ProcedurePanelProps & { draft: Draft }) {
  const { index, isNew, step } = draft;
  const place = useRef<HTMLLIElement>(null);
  const untouched = useRef(step.settings);
  // The buttons below the form come into sight, also when what the step costs appears later,
  // until a hand is on the form: then it stays where the hand has put it.
  useEffect(() => {
    // In a block: newer browsers answer a promise, which React would take for a clean-up.
    if (step.settings === untouched.current) void place.current?.scrollIntoView({ block: 'nearest' });
  }, [trial, step.settings]);
  const kind = stepKinds.find((k) => k.kind === step.kind);
  // Before anything was typed there is nothing that could have failed.
  const isWaiting = isNew && kind !== undefined && waitsForInput(kind, step.settings);
  return (
    <li className="step open" ref={place}>
      <div className="step-line">
        <span className="step-number">{index + 1}</span>
        <span className="step-words">
          <span className="step-title">{isWaiting ? kind?.title : (trial?.title ?? kind?.title)}</span>
          <small>{kind?.purpose}</small>
        </span>
        <span className="step-did">{trial && !isWaiting ? changeInWords(trial) : ''}</span>
      </div>
      {kind && (
        <StepForm step={step} runId={runId} before={index} channels={channels} along={along} onChange={onSettings} />
      )}
      {/* What is wrong with a formula stands under the formula. */}
      <Sentence error={isWaiting || typeof trial?.error?.facts['at'] === 'number' ? null : trial?.error} />
      {trial?.notes.map((n) => (
        <p key={n} className="soft panel-pad">
          {n}
        </p>
      ))}
      {trial?.doubts.map((d) => (
        <p key={d} className="doubt panel-pad">
          {d}
        </p>
      ))}
      <div className="panel-pad">
        <Input.TextArea
          aria-label="Note"
          placeholder="Note: why this step"
          autoSize={{ minRows: 1, maxRows: 5 }}
          maxLength={1000}
          value={step.note ?? ''}
          onChange={(e) => onNote(e.target.value)}
        />
      </div>
      <div className="buttons">
        <Button type="primary" disabled={trial?.status === 'failed' || procedure.busy} onClick={onAccept}>
          Accept
        </Button>
        <Button onClick={onLetGo}>Let go</Button>
      </div>
      {!isNew && <StepButtons index={index} isOn={step.on} procedure={procedure} onLetGo={onLetGo} />}
      {/* Last, since it comes late: it must not push the buttons away from under a hand. */}
      {cost}
    </li>
  );
}

interface StepButtonsProps extends Pick<ProcedurePanelProps, 'procedure' | 'onLetGo'> {
  index: number;
  isOn: boolean;
}

/** What can be done with a saved step beside its settings. */
function StepButtons({ index, isOn, procedure, onLetGo }: StepButtonsProps) {
  const andLetGo = (work: () => void) => () => {
    work();
    onLetGo();
  };
  return (
    <div className="buttons">
      <button className="quiet" onClick={() => procedure.toggle(index)}>
        {isOn ? 'Switch off' : 'Switch on'}
      </button>
      <button className="quiet" onClick={andLetGo(() => procedure.duplicate(index))}>
        Duplicate
      </button>
      <button
        className="quiet"
        disabled={index === 0}
        aria-label="Move up"
        onClick={andLetGo(() => procedure.move(index, index - 1))}
      >
        ↑
      </button>
      <button
        className="quiet"
        disabled={index === procedure.steps.length - 1}
        aria-label="Move down"
        onClick={andLetGo(() => procedure.move(index, index + 1))}
      >
        ↓
      </button>
      <span className="grow" />
      <button className="quiet" onClick={andLetGo(() => procedure.remove(index))}>
        Delete
      </button>
    </div>
  );
}
