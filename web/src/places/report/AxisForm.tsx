import type { AxisDressing, FigureAxis } from '@undameter/contract';
import { originOfTime, plainText, timeOfDayTitle, titleLine } from '@undameter/core';
import { Checkbox, Input, InputNumber, Segmented, Select } from 'antd';
import { Field } from '../../parts/Field';
import { dressAxis } from './dress';
import { LabelPicker } from './LabelPicker';
import type { FigureHeld } from './useFigureInHand';

interface AxisFormProps {
  held: FigureHeld;
  /** `main.x` */
  axisKey: string;
  axis: FigureAxis;
}

const numberKinds = [
  { value: 'decimal', label: 'decimal' },
  { value: 'power', label: 'powers of ten' },
  { value: 'engineering', label: 'powers of a thousand' },
  { value: 'time', label: 'hours, minutes, seconds' },
  { value: 'clock', label: 'time of day' },
] as const;

/** Everything that an axis can be dressed in. */
export function AxisForm({ held, axisKey, axis }: AxisFormProps) {
  const own = held.dressing.axes[axisKey] ?? {};
  const side = axisKey.endsWith('.x') ? 'x' : 'y';
  const set = (changes: { [K in keyof AxisDressing]?: AxisDressing[K] | undefined }): void =>
    held.dress(dressAxis(held.dressing, axisKey, changes), `${axisKey} ${Object.keys(changes).join()}`);
  const number = (label: string, field: 'low' | 'high' | 'every' | 'count' | 'minor' | 'crossesAt', hint: string) => (
    <InputNumber
      aria-label={label}
      placeholder={hint}
      value={own[field] ?? null}
      onChange={(value) => set({ [field]: value ?? undefined })}
    />
  );
  return (
    <div className="panel-pad">
      <TitleFields own={own} axis={axis} set={set} />
      <Field label="From, to" group>
        <span className="pair">
          {number('Lowest', 'low', 'automatic')}
          {number('Highest', 'high', 'automatic')}
        </span>
      </Field>
      <Field label="Scale" group>
        <Segmented
          value={(own.log ?? axis.log) ? 'log' : 'linear'}
          options={[
            { value: 'linear', label: 'linear' },
            { value: 'log', label: 'logarithmic' },
          ]}
          onChange={(value) => set({ log: (value === 'log') === axis.log ? undefined : value === 'log' })}
        />
      </Field>
      <Field label="Ticks every" group>
        <span className="pair">
          {number('Distance of ticks', 'every', 'automatic')}
          {number('Number of ticks', 'count', 'how many')}
        </span>
      </Field>
      <Field label="Between">{number('Minor ticks between two', 'minor', 'none')}</Field>
      <NumberFields own={own} set={set} />
      <LabelPicker side={side} value={own.labels ?? 'level'} onChange={(labels) => set({ labels })} />
      <Field label="Rises" group>
        <Segmented
          value={own.reversed ? 'back' : 'on'}
          options={[
            { value: 'on', label: side === 'x' ? 'to the right' : 'upwards' },
            { value: 'back', label: side === 'x' ? 'to the left' : 'downwards' },
          ]}
          onChange={(value) => set({ reversed: value === 'back' ? true : undefined })}
        />
      </Field>
      <Field label={side === 'x' ? 'Crosses y at' : 'Crosses x at'}>
        {number('Crosses the other axis at', 'crossesAt', 'its edge')}
      </Field>
    </div>
  );
}

interface FieldsProps {
  own: AxisDressing;
  set(changes: { [K in keyof AxisDressing]?: AxisDressing[K] | undefined }): void;
}

/** What the axis is called where nothing is typed; of a time the marks decide between the two ways of writing it. */
export function automaticTitle(axis: FigureAxis, { numbers, unit = axis.unit }: AxisDressing): string {
  const origin = originOfTime(axis.origin ?? '');
  if (numbers === 'clock') return origin ? timeOfDayTitle(origin) : 'Time of day';
  const isTime = numbers === 'time';
  const named = plainText(titleLine({ ...axis, unit: isTime ? '' : (unit ?? axis.unit) })).replace(/[_^]/g, '');
  return isTime ? `${named} (min:s or h:min:s)` : named;
}

function TitleFields({ own, axis, set }: FieldsProps & { axis: FigureAxis }) {
  const automatic = automaticTitle(axis, own);
  return (
    <>
      <Field label="Title" hint="H_{0} lowers, x^{2} raises; empty: name, symbol and unit">
        <Input
          placeholder={automatic}
          maxLength={300}
          value={own.title ?? ''}
          onChange={(e) => set({ title: e.target.value === '' ? undefined : e.target.value })}
        />
      </Field>
      <Field label="Shown" group>
        <Checkbox
          checked={own.titleShown ?? true}
          onChange={(e) => set({ titleShown: e.target.checked ? undefined : false })}
        >
          title
        </Checkbox>
        <Checkbox
          checked={own.labelsShown ?? true}
          onChange={(e) => set({ labelsShown: e.target.checked ? undefined : false })}
        >
          numbers
        </Checkbox>
      </Field>
      {axis.unit !== '' && (
        <Field label="Unit" hint="numbers are converted to it">
          <Input
            placeholder={axis.unit}
            maxLength={60}
            value={own.unit ?? ''}
            onChange={(e) => set({ unit: e.target.value === '' ? undefined : e.target.value })}
          />
        </Field>
      )}
    </>
  );
}

const NumberFields = ({ own, set }: FieldsProps) => (
  <>
    <Field label="Numbers" group>
      <Select
        aria-label="How numbers are written"
        placeholder="automatic"
        allowClear
        value={own.numbers}
        options={[...numberKinds]}
        onChange={(numbers?: AxisDressing['numbers']) => set({ numbers })}
      />
    </Field>
    <Field label="Decimals" group>
      <span className="pair">
        <InputNumber
          aria-label="Decimals"
          placeholder="automatic"
          min={0}
          max={10}
          precision={0}
          value={own.digits ?? null}
          onChange={(value) => set({ digits: value ?? undefined })}
        />
        <Checkbox
          checked={own.grouped ?? true}
          onChange={(e) => set({ grouped: e.target.checked ? undefined : false })}
        >
          thousands apart
        </Checkbox>
      </span>
    </Field>
  </>
);
