import { isUnit } from '@undameter/core';
import { Input, InputNumber, Select } from 'antd';
import { Field } from '../../../parts/Field';
import { MomentInput } from './MomentInput';
import { axesOf, changedKnown, misfitWords, withoutKnown, type PictureSheet } from './pictureSheet';
import type { PictureHeld } from './usePictureInHand';

/** What both axes are, which of their places are known, and how well those agree. */
export function PictureAxes({ held }: { held: PictureHeld }) {
  const { sheet, set } = held;
  const found = axesOf(sheet);
  return (
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
          options={['linear', 'logarithmic', 'reciprocal', 'dates'].map((value) => ({ value, label: value }))}
          onChange={(scale: PictureSheet['x']['scale']) => {
            const unit = scale === 'dates' && own.unit === '' ? 'd' : own.unit;
            onChange({ ...sheet, [axis]: { ...own, scale, unit } }, `${axis} scale`);
          }}
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
  const value = (k: number, key: 'value' | 'x' | 'y', axis: 'x' | 'y', now: number, label: string) => {
    const take = () => setInHand({ of: 'known', index: k });
    const put = (v: number) => set(changedKnown(sheet, k, { [key]: v }), `known ${k} ${key}`);
    if (sheet[axis].scale === 'dates') return <MomentInput label={label} value={now} onFocus={take} onChange={put} />;
    return (
      <InputNumber size="small" aria-label={label} value={now} onFocus={take} onChange={(v) => v !== null && put(v)} />
    );
  };
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
              {value(k, 'x', 'x', place.x, `x of known place ${k + 1}`)}
              {value(k, 'y', 'y', place.y, `y of known place ${k + 1}`)}
            </>
          ) : (
            value(k, 'value', place.axis, place.value, `Value of known place ${k + 1}`)
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
