import type { BenchReply, StepReportReply } from '@undameter/contract';
import { formatCount, printUnit, stepKinds, type Step } from '@undameter/core';
import { Button, Dropdown } from 'antd';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Sentence } from '../../parts/Sentence';
import { StepForm, type FormChannel } from '../../step/StepForm';
import type { Draft } from './state';
import type { useProcedure } from './useProcedure';

interface ProcedurePanelProps {
  runId: number;
  procedure: ReturnType<typeof useProcedure>;
  canUndo: boolean;
  canRedo: boolean;
  /** Of the saved procedure. */
  saved: BenchReply | undefined;
  draft: Draft | null;
  /** What the step in hand would do, and the channels it can use. */
  trial: StepReportReply | undefined;
  channels: readonly FormChannel[];
  /** What the step in hand costs, beside its form. */
  cost: ReactNode;
  onBegin(kind: string): void;
  onOpen(index: number): void;
  onSettings(settings: Step['settings']): void;
  onAccept(): void;
  onLetGo(): void;
}

/** The procedure as numbered lines in plain words; the one in hand is open in its place. */
export function ProcedurePanel(props: ProcedurePanelProps) {
  const { procedure, saved, draft, canUndo, canRedo, onBegin, onOpen } = props;
  const [choosing, setChoosing] = useState(false);
  const reports = saved?.reports ?? [];
  const lines = reports.map((report, index) =>
    draft && !draft.isNew && draft.index === index ? (
      <InHand key={report.id} {...props} draft={draft} />
    ) : (
      <StepLine key={report.id} report={report} index={index} onOpen={() => onOpen(index)} />
    ),
  );
  return (
    <>
      <header className="panel-head">
        <h2>Procedure</h2>
        <span className="grow" />
        <button className="quiet" disabled={!canUndo} onClick={procedure.undo} title="Ctrl+Z">
          Undo
        </button>
        <button className="quiet" disabled={!canRedo} onClick={procedure.redo} title="Ctrl+Shift+Z">
          Redo
        </button>
      </header>
      <Sentence error={procedure.error} />
      <ol className="steps">
        {lines}
        {draft?.isNew && <InHand key="new" {...props} draft={draft} />}
      </ol>
      {saved && reports.length === 0 && !draft && (
        <p className="soft panel-pad">
          Nothing is done to the log yet. Drag on the chart to keep or set aside a stretch, or add a step.
        </p>
      )}
      {!draft && (
        <Dropdown
          open={choosing}
          onOpenChange={setChoosing}
          trigger={['click']}
          menu={{
            items: stepKinds.map((k) => ({ key: k.kind, label: k.title, title: k.purpose })),
            onClick: ({ key }) => onBegin(key),
          }}
        >
          <button className="quiet add">+ Step</button>
        </Dropdown>
      )}
    </>
  );
}

function StepLine({ report, index, onOpen }: { report: StepReportReply; index: number; onOpen(): void }) {
  return (
    <li className={`step ${report.status}`}>
      <button className="step-line" onClick={onOpen} aria-label={`Step ${index + 1}: ${report.title}`}>
        <span className="step-number">{index + 1}</span>
        <span className="step-words">
          <span className="step-title">{report.title}</span>
          <small>{report.status === 'failed' ? report.error?.message : report.detail}</small>
          {report.doubts.map((d) => (
            <small key={d} className="doubt">
              {d}
            </small>
          ))}
        </span>
        <span className="step-did">{changeOf(report)}</span>
      </button>
    </li>
  );
}

function changeOf({ status, setAside, made }: StepReportReply): string {
  if (status === 'off') return 'off';
  if (status === 'failed') return 'failed';
  if (setAside > 0) return formatCount(-setAside);
  return made ? printUnit(made.unit) || '1' : '';
}

function InHand({ draft, trial, channels, cost, procedure, runId, onSettings, onAccept, onLetGo }: ProcedurePanelProps & { draft: Draft }) {
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
  return (
    <li className="step open" ref={place}>
      <div className="step-line">
        <span className="step-number">{index + 1}</span>
        <span className="step-words">
          <span className="step-title">{trial?.title ?? kind?.title}</span>
          <small>{kind?.purpose}</small>
        </span>
        <span className="step-did">{trial ? changeOf(trial) : ''}</span>
      </div>
      {kind && <StepForm step={step} runId={runId} before={index} channels={channels} onChange={onSettings} />}
      {cost}
      {/* What is wrong with a formula stands under the formula. */}
      <Sentence error={typeof trial?.error?.facts['at'] === 'number' ? null : trial?.error} />
      {trial?.doubts.map((d) => (
        <p key={d} className="doubt panel-pad">
          {d}
        </p>
      ))}
      <div className="buttons">
        <Button type="primary" disabled={trial?.status === 'failed' || procedure.busy} onClick={onAccept}>
          Accept
        </Button>
        <Button onClick={onLetGo}>Let go</Button>
        {!isNew && (
          <>
            <span className="grow" />
            <button className="quiet" onClick={() => procedure.toggle(index)}>
              {step.on ? 'Switch off' : 'Switch on'}
            </button>
            <button className="quiet" disabled={index === 0} aria-label="Move up" onClick={() => { procedure.move(index, -1); onLetGo(); }}>
              ↑
            </button>
            <button className="quiet" disabled={index === procedure.steps.length - 1} aria-label="Move down" onClick={() => { procedure.move(index, 1); onLetGo(); }}>
              ↓
            </button>
            <button className="quiet" onClick={() => { procedure.remove(index); onLetGo(); }}>
              Delete
            </button>
          </>
        )}
      </div>
    </li>
  );
} // prettier-ignore
