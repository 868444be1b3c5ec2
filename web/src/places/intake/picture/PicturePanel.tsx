import type { PictureRow } from '@undameter/contract';
import { Button, Checkbox, Input, InputNumber, Segmented, Select } from 'antd';
import { Link } from 'react-router';
import { addressOf } from '../../../app/places';
import { Field } from '../../../parts/Field';
import { PanelHead } from '../../../parts/PanelHead';
import { Sentence } from '../../../parts/Sentence';
import { PictureAxes } from './PictureAxes';
import { PictureSeries } from './PictureSeries';
import { axesOf, hindrance, type Tool } from './pictureSheet';
import type { PictureHeld } from './usePictureInHand';

interface PicturePanelProps {
  held: PictureHeld;
  /** Of the document that it is a page of. */
  pages: number | undefined;
  onLeave(): void;
}

/** Where the axes lie, what is clicked next, the series, and the runs that are made of them. */
export function PicturePanel({ held, pages, onLeave }: PicturePanelProps) {
  const { sheet, set } = held;
  const found = axesOf(sheet);
  const axes = 'axes' in found ? found.axes : undefined;
  return (
    <>
      <PanelHead title="Points off a picture" leave="To all runs" onLeave={onLeave} />
      <div className="panel-pad">
        <Field label="Name">
          <Input maxLength={100} value={sheet.name} onChange={(e) => set({ ...sheet, name: e.target.value }, 'name')} />
        </Field>
        {held.row.mediaType === 'application/pdf' && <PageField held={held} pages={pages} />}
        <ToolField held={held} />
      </div>
      <PictureAxes held={held} />
      <PictureSeries held={held} axes={axes} />
      <MakeRuns held={held} />
    </>
  );
}

const tools: { value: Tool; label: string; hint: string }[] = [
  { value: 'x', label: 'x axis', hint: 'Click a place of the x axis whose value stands there, then type the value.' },
  { value: 'y', label: 'y axis', hint: 'Click a place of the y axis whose value stands there, then type the value.' },
  { value: 'both', label: 'both', hint: 'Click a place whose both values are known.' },
  {
    value: 'point',
    label: 'point',
    hint: 'Click points of the series in hand; arrow keys move the last one, with Shift by a tenth.',
  },
  { value: 'trace', label: 'line', hint: 'Click a line: it is followed by its colour to both sides.' },
  { value: 'marks', label: 'marks', hint: 'Click one mark: all of its colour are found.' },
  {
    value: 'bars',
    label: 'error bars',
    hint: 'Click an error bar: those of its colour are read on all points of the series in hand.',
  },
];

function PageField({ held: { sheet, set }, pages }: Pick<PicturePanelProps, 'held' | 'pages'>) {
  const hasPlaces = sheet.known.length > 0 || sheet.series.some((s) => s.points.length > 0);
  return (
    <Field
      label="Page"
      hint={hasPlaces ? 'places that were clicked stay where they are, also on another page' : 'of the document'}
    >
      <InputNumber
        aria-label="Page"
        min={1}
        max={pages ?? sheet.page}
        precision={0}
        suffix={pages === undefined ? '' : `of ${pages}`}
        value={sheet.page}
        onChange={(page) => page !== null && set({ ...sheet, page }, 'page')}
      />
    </Field>
  );
}

interface ToolChoiceProps {
  label: string;
  /** Which of the tools. */
  from: number;
  to: number;
  held: PictureHeld;
}

function ToolChoice({ label, from, to, held: { tool, setTool } }: ToolChoiceProps) {
  return (
    <Segmented<Tool>
      block
      size="small"
      className="tool-choice"
      aria-label={label}
      value={tool}
      onChange={setTool}
      options={tools.slice(from, to).map(({ value, label: text }) => ({ value, label: text }))}
    />
  );
}

function ToolField({ held }: { held: PictureHeld }) {
  const { tool, found, busy, snaps, setSnaps, said } = held;
  return (
    <>
      <ToolChoice label="A click is a known place" from={0} to={3} held={held} />
      <ToolChoice label="A click is for points" from={3} to={tools.length} held={held} />
      <p className="soft">{tools.find((t) => t.value === tool)!.hint}</p>
      {tool === 'point' && (
        <Checkbox checked={snaps} onChange={(e) => setSnaps(e.target.checked)}>
          to the middle of the mark
        </Checkbox>
      )}
      {said !== null && (
        <p className="doubt" role="status">
          {said}
        </p>
      )}
      {busy && <p className="soft">Looking for its colour …</p>}
      {found && (
        <p className={found.doubtful > 0 || found.points === 0 ? 'doubt' : 'said'} role="status">
          {found.words}
        </p>
      )}
    </>
  );
}

function MakeRuns({ held }: { held: PictureHeld }) {
  const { sheet, isSaved, make, save, undo, redo, row } = held;
  const problem = hindrance(sheet);
  // What is missing of the axes stands beside them.
  const isOfAxes = 'problem' in axesOf(sheet);
  const made = runsOf(row);
  return (
    <div className="panel-pad">
      {problem !== null && !isOfAxes && <p className="soft">{problem}</p>}
      <Field label="They become">
        <Select
          aria-label="They become"
          value={sheet.asOne}
          options={[
            { value: false, label: 'a run of each series' },
            { value: true, label: 'one run, with a column of series' },
          ]}
          onChange={(asOne) => held.set({ ...sheet, asOne }, 'asOne')}
        />
      </Field>
      <Sentence error={make.error ?? save.error} />
      <div className="buttons">
        <Button type="primary" disabled={problem !== null || make.isPending} onClick={() => make.mutate()}>
          {made.length > 0 ? 'Bring its runs up to date' : 'Make runs'}
        </Button>
        <Button disabled={isSaved || save.isPending} onClick={() => save.mutate()}>
          {isSaved ? 'Saved' : 'Save'}
        </Button>
        <Button disabled={!undo} onClick={undo}>
          Undo
        </Button>
        <Button disabled={!redo} onClick={redo}>
          Redo
        </Button>
      </div>
      {made.map((s) => (
        <p key={s.runId} className="sheet-next">
          <Link to={addressOf(row.campaignId, 'signals', s.runId)}>The run of {s.name}</Link>
        </p>
      ))}
    </div>
  );
}

/** The runs that were made, each once, called by its series. */
function runsOf({ series }: PictureRow): { runId: number; name: string }[] {
  const ids = [...new Set(series.flatMap((s) => (s.runId === null ? [] : [s.runId])))];
  return ids.map((runId) => {
    const names = series.flatMap((s) => (s.runId === runId ? [s.name] : []));
    return { runId, name: names.join(', ') };
  });
}
