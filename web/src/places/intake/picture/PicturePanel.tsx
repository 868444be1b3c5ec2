import type { PictureRow, PictureSeries } from '@undameter/contract';
import { isUnit } from '@undameter/core';
import { Button, ColorPicker, Input, InputNumber, Segmented, Select } from 'antd';
import { Link } from 'react-router';
import { addressOf } from '../../../app/places';
import { counted } from '../../../parts/counted';
import { Field } from '../../../parts/Field';
import { PanelHead } from '../../../parts/PanelHead';
import { Sentence } from '../../../parts/Sentence';
import {
  axesOf,
  changedKnown,
  changedSeries,
  hindrance,
  misfitWords,
  withoutKnown,
  withPoints,
  withSeries,
  type PictureSheet,
  type Tool,
} from './pictureSheet';
import type { PictureHeld } from './usePictureInHand';

interface PicturePanelProps {
  held: PictureHeld;
  onLeave(): void;
}

/** Where the axes lie, what is clicked next, the series, and the runs that are made of them. */
export function PicturePanel({ held, onLeave }: PicturePanelProps) {
  const { sheet, set } = held;
  const found = axesOf(sheet);
  return (
    <>
      <PanelHead title="Points off a picture" leave="To all runs" onLeave={onLeave} />
      <div className="panel-pad">
        <Field label="Name">
          <Input maxLength={100} value={sheet.name} onChange={(e) => set({ ...sheet, name: e.target.value }, 'name')} />
        </Field>
        <ToolField held={held} />
      </div>
      <section aria-label="Axes" className="panel-pad">
        <AxisFields sheet={sheet} axis="x" onChange={set} />
        <AxisFields sheet={sheet} axis="y" onChange={set} />
        <KnownPlaces held={held} />
        {'problem' in found ? (
          <p className={sheet.known.length < 4 ? 'soft' : 'refusal'}>{found.problem}</p>
        ) : (
          <p className={found.axes.misfit ? 'said' : 'soft'} role="status">
            {misfitWords(found.axes)}
          </p>
        )}
        <Field label="A click is off by" hint="standard uncertainty, goes into the ± of every value">
          <InputNumber
            aria-label="A click is off by"
            min={0}
            max={50}
            step={0.1}
            suffix="px"
            value={sheet.clickPixels}
            onChange={(v) => v !== null && set({ ...sheet, clickPixels: v }, 'clickPixels')}
          />
        </Field>
      </section>
      <SeriesList held={held} />
      <MakeRuns held={held} />
    </>
  );
}

const tools: { value: Tool; label: string; hint: string }[] = [
  { value: 'x', label: 'x', hint: 'Click a place of the x axis whose value stands there, then type the value.' },
  { value: 'y', label: 'y', hint: 'Click a place of the y axis whose value stands there, then type the value.' },
  { value: 'both', label: 'x, y', hint: 'Click a place whose both values are known.' },
  {
    value: 'point',
    label: 'point',
    hint: 'Click points of the series in hand; arrow keys move the last one, with Shift by a tenth.',
  },
  { value: 'trace', label: 'line', hint: 'Click a line: it is followed by its colour to both sides.' },
  { value: 'marks', label: 'marks', hint: 'Click one mark: all of its colour are found.' },
];

function ToolField({ held: { tool, setTool, found, busy } }: { held: PictureHeld }) {
  return (
    <>
      <Segmented<Tool>
        block
        size="small"
        className="tool-choice"
        aria-label="A click is"
        value={tool}
        onChange={setTool}
        options={tools.map(({ value, label }) => ({ value, label }))}
      />
      <p className="soft">{tools.find((t) => t.value === tool)!.hint}</p>
      {busy && <p className="soft">Looking for its colour …</p>}
      {found && (
        <p className={found.doubtful > 0 || found.points === 0 ? 'doubt' : 'said'} role="status">
          {found.words}
        </p>
      )}
    </>
  );
}

interface AxisFieldsProps {
  sheet: PictureSheet;
  axis: 'x' | 'y';
  onChange(sheet: PictureSheet, of: string): void;
}

function AxisFields({ sheet, axis, onChange }: AxisFieldsProps) {
  const own = sheet[axis];
  const text = (key: 'name' | 'symbol' | 'unit', label: string, isBad = false) => (
    <Input
      size="small"
      aria-label={`${label} of ${axis}`}
      placeholder={label.toLowerCase()}
      status={isBad ? 'error' : ''}
      value={own[key]}
      onChange={(e) => onChange({ ...sheet, [axis]: { ...own, [key]: e.target.value } }, `${axis} ${key}`)}
    />
  );
  return (
    <div className="axis-fields" role="group" aria-label={`Axis ${axis}`}>
      <div className="sheet-line">
        <b>{axis}</b>
        {text('name', 'Name')}
        {text('symbol', 'Symbol', own.symbol === '')}
        {text('unit', 'Unit', !isUnit(own.unit))}
      </div>
      <div className="sheet-line">
        <Select
          size="small"
          aria-label={`Scale of ${axis}`}
          value={own.scale}
          options={['linear', 'logarithmic', 'reciprocal'].map((value) => ({ value, label: value }))}
          onChange={(scale: PictureSheet['x']['scale']) =>
            onChange({ ...sheet, [axis]: { ...own, scale } }, `${axis} scale`)
          }
        />
        {axis === 'y' && (
          <Select
            size="small"
            aria-label="The picture is"
            value={sheet.shape}
            options={[
              { value: 'affine', label: 'flat, or turned' },
              { value: 'projective', label: 'seen at an angle' },
            ]}
            onChange={(shape: PictureSheet['shape']) => onChange({ ...sheet, shape }, 'shape')}
          />
        )}
      </div>
    </div>
  );
}

function KnownPlaces({ held: { sheet, set, inHand, setInHand } }: { held: PictureHeld }) {
  const value = (k: number, key: 'value' | 'x' | 'y', now: number, label: string) => (
    <InputNumber
      size="small"
      aria-label={label}
      value={now}
      onFocus={() => setInHand({ of: 'known', index: k })}
      onChange={(v) => v !== null && set(changedKnown(sheet, k, { [key]: v }), `known ${k} ${key}`)}
    />
  );
  return (
    <>
      {sheet.known.map((place, k) => (
        <div
          key={k}
          className={inHand?.of === 'known' && inHand.index === k ? 'known-line here' : 'known-line'}
          role="group"
          aria-label={`Known place ${k + 1}`}
        >
          <span className="number">{k + 1}</span>
          <b>{place.axis === 'both' ? 'x, y' : place.axis}</b>
          {place.axis === 'both' ? (
            <>
              {value(k, 'x', place.x, `x of known place ${k + 1}`)}
              {value(k, 'y', place.y, `y of known place ${k + 1}`)}
            </>
          ) : (
            value(k, 'value', place.value, `Value of known place ${k + 1}`)
          )}
          <button
            className="quiet"
            aria-label={`Remove known place ${k + 1}`}
            onClick={() => {
              setInHand(null);
              set(withoutKnown(sheet, k));
            }}
          >
            Remove
          </button>
        </div>
      ))}
    </>
  );
}

function SeriesList({ held: { sheet, set, series, setSeries } }: { held: PictureHeld }) {
  const change = (k: number, part: Partial<PictureSeries>) => set(changedSeries(sheet, k, part), `series ${k}`);
  return (
    <section aria-label="Series" className="panel-pad">
      {sheet.series.map((one, k) => (
        <div
          key={k}
          className={k === series ? 'series-line here' : 'series-line'}
          role="group"
          aria-label={`Series ${k + 1}`}
        >
          <ColorPicker
            size="small"
            disabledAlpha
            value={one.colour}
            onChangeComplete={(c) => change(k, { colour: c.toHexString() })}
          >
            <button
              className="sheet-colour"
              aria-label={`Colour of series ${k + 1}`}
              style={{ background: one.colour }}
            />
          </ColorPicker>
          <Input
            size="small"
            aria-label={`Name of series ${k + 1}`}
            maxLength={100}
            value={one.name}
            onFocus={() => setSeries(k)}
            onChange={(e) => change(k, { name: e.target.value })}
          />
          <button className="quiet" aria-pressed={k === series} onClick={() => setSeries(k)}>
            {counted(one.points.length, 'point')}
          </button>
          <button
            className="quiet"
            aria-label={`Empty series ${k + 1}`}
            disabled={one.points.length === 0}
            onClick={() => set(withPoints(sheet, k, []))}
          >
            Empty
          </button>
        </div>
      ))}
      <button
        className="quiet"
        onClick={() => {
          set(withSeries(sheet));
          setSeries(sheet.series.length);
        }}
      >
        + Series
      </button>
    </section>
  );
}

function MakeRuns({ held }: { held: PictureHeld }) {
  const { sheet, isSaved, make, save, undo, redo, row } = held;
  const problem = hindrance(sheet);
  // What is missing of the axes stands beside them.
  const isOfAxes = 'problem' in axesOf(sheet);
  const made = row.series.filter((s): s is PictureRow['series'][number] & { runId: number } => s.runId !== null);
  return (
    <div className="panel-pad">
      {problem !== null && !isOfAxes && <p className="soft">{problem}</p>}
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
