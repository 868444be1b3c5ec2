import type { StepReportReply } from '@undameter/contract';
import { stepKinds } from '@undameter/core';
import { DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { Dropdown } from 'antd';
import { useState } from 'react';
import { Sentence } from '../../parts/Sentence';
import { StepInHand } from './StepInHand';
import { changeInWords, detailOf, timeInWords } from './stepWords';
import type { ProcedurePanelProps } from './procedurePanelProps';

/** The procedure as numbered lines in plain words, to be dragged into another order; the one in hand is open in its place. */
export function ProcedurePanel(props: ProcedurePanelProps) {
  const { procedure, saved, draft, canUndo, canRedo, onBegin, onOpen, onElsewhere } = props;
  const [choosing, setChoosing] = useState(false);
  const reports = saved?.reports ?? [];
  const sensors = useSensors(
    // A click opens a step; only a stroke drags it.
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space'] },
    }),
  );
  const ids = reports.map((r) => r.id);
  const lines = reports.map((report, index) =>
    draft && !draft.isNew && draft.index === index ? (
      <StepInHand key={report.id} {...props} draft={draft} />
    ) : (
      <StepLine
        key={report.id}
        report={report}
        note={procedure.steps[index]?.note}
        index={index}
        fixed={draft !== null}
        onOpen={() => onOpen(index)}
      />
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
        <button className="quiet" onClick={onElsewhere} title="Apply to other runs, save, export, import">
          Use …
        </button>
      </header>
      <Sentence error={procedure.error} />
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
          if (from >= 0 && to >= 0 && from !== to) procedure.move(from, to);
        }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ol className="steps">
            {lines}
            {draft?.isNew && <StepInHand key="new" {...props} draft={draft} />}
          </ol>
        </SortableContext>
      </DndContext>
      {saved && reports.length === 0 && !draft && <p className="soft panel-pad">{props.empty}</p>}
      {!draft && (
        <Dropdown
          open={choosing}
          onOpenChange={setChoosing}
          trigger={['click']}
          menu={{
            className: 'step-kinds',
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

interface StepLineProps {
  report: StepReportReply;
  note: string | undefined;
  index: number;
  /** While a step is in hand the others keep their places. */
  fixed: boolean;
  onOpen(): void;
}

function StepLine({ report, note, index, fixed, onOpen }: StepLineProps) {
  const { setNodeRef, transform, transition, listeners, attributes, isDragging } = useSortable({
    id: report.id,
    disabled: fixed,
  });
  const style = { transform: transform ? `translateY(${transform.y}px)` : undefined, transition };
  return (
    <li ref={setNodeRef} style={style} className={`step ${report.status} ${isDragging ? 'dragged' : ''}`}>
      <button
        className="step-line"
        {...attributes}
        {...listeners}
        onClick={onOpen}
        title={`took ${timeInWords(report.milliseconds)}; drag to another place, or Space and the arrow keys`}
      >
        <span className="step-number">
          <span className="heard-only">Step </span>
          {index + 1}
        </span>
        <span className="step-words">
          <span className="step-title">{report.title}</span>
          <small>{detailOf(report)}</small>
          {note && <small className="step-note">{note}</small>}
          {report.notes.map((n) => (
            <small key={n}>{n}</small>
          ))}
          {report.doubts.map((d) => (
            <small key={d} className="doubt">
              {d}
            </small>
          ))}
        </span>
        <span className="step-did">{changeInWords(report)}</span>
      </button>
    </li>
  );
}
