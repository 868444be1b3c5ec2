import type { FigureContent, FigureDressing } from '@undameter/contract';
import { letterOf } from '@undameter/drawing';
import { Button, Input, InputNumber, Segmented, Select } from 'antd';
import { useState } from 'react';
import { Field } from '../../parts/Field';
import { middleOf } from './middleOf';
import { chartIdsOf } from './parts';
import type { FigureHeld } from './useFigureInHand';

interface NotesFormProps {
  held: FigureHeld;
  content: FigureContent;
}
type Note = FigureDressing['notes'][number];
type Line = FigureDressing['lines'][number];
type Point = FigureDressing['points'][number];

/** Notes with arrows, reference lines and bands, marked points; all in the units of the data. */
export function NotesForm({ held, content }: NotesFormProps) {
  const { dressing } = held;
  const charts = chartIdsOf(content);
  const [chart, setChart] = useState('');
  // Notes without a chart stand on the one without an id, which may have been taken away.
  const on = charts.includes(chart) ? chart : (charts[0] ?? '');
  const middle = middleOf(content, on);
  const where = on === '' ? {} : { chart: on };
  const list = <K extends 'notes' | 'lines' | 'points'>(kind: K) => ({
    items: dressing[kind] as FigureDressing[K],
    change: (index: number, item: FigureDressing[K][number]) =>
      held.dress(
        { ...dressing, [kind]: dressing[kind].map((old, k) => (k === index ? item : old)) },
        `${kind} ${index}`,
      ),
    remove: (index: number) =>
      held.dress({ ...dressing, [kind]: (dressing[kind] as unknown[]).filter((_, k) => k !== index) }),
    add: (item: FigureDressing[K][number]) => held.dress({ ...dressing, [kind]: [...dressing[kind], item] }),
  });
  const [notes, lines, points] = [list('notes'), list('lines'), list('points')];
  return (
    <div className="panel-pad">
      {notes.items.map((note, k) => (
        <NoteFields
          key={k}
          note={note}
          middle={middleOf(content, note.chart)}
          onChange={(n) => notes.change(k, n)}
          onRemove={() => notes.remove(k)}
        />
      ))}
      {lines.items.map((line, k) => (
        <LineFields key={k} line={line} onChange={(l) => lines.change(k, l)} onRemove={() => lines.remove(k)} />
      ))}
      {points.items.map((point, k) => (
        <PointFields key={k} point={point} onChange={(p) => points.change(k, p)} onRemove={() => points.remove(k)} />
      ))}
      {charts.length > 1 && (
        <Field label="Add to" group>
          <Segmented
            aria-label="Chart to which notes are added"
            value={on}
            options={charts.map((id, k) => ({ value: id, label: letterOf(k) }))}
            onChange={setChart}
          />
        </Field>
      )}
      <div className="buttons">
        <Button onClick={() => notes.add({ ...where, text: 'Note', at: { x: 0.5, y: 0.15 }, to: null })}>+ Note</Button>
        <Button onClick={() => lines.add({ ...where, axis: 'y', value: middle.y, to: null, label: '' })}>
          + Line or band
        </Button>
        <Button onClick={() => points.add({ ...where, ...middle, label: '' })}>+ Point</Button>
      </div>
    </div>
  );
}

interface ItemProps<T> {
  onChange(item: T): void;
  onRemove(): void;
}

const value = (label: string, now: number | null, onChange: (v: number | null) => void, placeholder = '') => (
  <InputNumber aria-label={label} placeholder={placeholder} value={now} onChange={onChange} />
);
const removeButton = (what: string, onRemove: () => void) => (
  <button className="quiet" aria-label={`Delete ${what}`} onClick={onRemove}>
    Delete
  </button>
);

const NoteFields = ({
  note,
  middle,
  onChange,
  onRemove,
}: ItemProps<Note> & { note: Note; middle: { x: number; y: number } }) => (
  <div className="note-fields" role="group" aria-label={`Note ${note.text}`}>
    <Field label="Note">
      <Input maxLength={300} value={note.text} onChange={(e) => onChange({ ...note, text: e.target.value })} />
    </Field>
    <Field label="Arrow to" group>
      {note.to ? (
        <span className="pair">
          {value('Arrow to x', note.to.x, (x) => x !== null && onChange({ ...note, to: { ...note.to!, x } }))}
          {value('Arrow to y', note.to.y, (y) => y !== null && onChange({ ...note, to: { ...note.to!, y } }))}
        </span>
      ) : (
        <button className="quiet" onClick={() => onChange({ ...note, to: middle })}>
          Add an arrow
        </button>
      )}
      {removeButton('this note', onRemove)}
    </Field>
  </div>
);

const LineFields = ({ line, onChange, onRemove }: ItemProps<Line> & { line: Line }) => (
  <div className="note-fields" role="group" aria-label={`Line ${line.label}`}>
    <Field label="Line at" group>
      <span className="pair">
        <Select
          aria-label="Axis of the line"
          value={line.axis}
          options={[
            { value: 'x', label: 'x' },
            { value: 'y', label: 'y' },
          ]}
          onChange={(axis) => onChange({ ...line, axis })}
        />
        {value('Line at', line.value, (v) => v !== null && onChange({ ...line, value: v }))}
        {value('Other end of the band', line.to, (to) => onChange({ ...line, to }), 'to')}
      </span>
    </Field>
    <Field label="Label" group>
      <Input
        aria-label="Label of the line"
        maxLength={300}
        value={line.label}
        onChange={(e) => onChange({ ...line, label: e.target.value })}
      />
      {removeButton('this line', onRemove)}
    </Field>
  </div>
);

const PointFields = ({ point, onChange, onRemove }: ItemProps<Point> & { point: Point }) => (
  <div className="note-fields" role="group" aria-label={`Point ${point.label}`}>
    <Field label="Point" group>
      <span className="pair">
        {value('x of the point', point.x, (x) => x !== null && onChange({ ...point, x }))}
        {value('y of the point', point.y, (y) => y !== null && onChange({ ...point, y }))}
      </span>
    </Field>
    <Field label="Label" group>
      <Input
        aria-label="Label of the point"
        maxLength={300}
        value={point.label}
        onChange={(e) => onChange({ ...point, label: e.target.value })}
      />
      {removeButton('this point', onRemove)}
    </Field>
  </div>
);
