import type { AxisLook } from '@undameter/contract';
import { Checkbox, InputNumber, Select } from 'antd';
import { counted } from '../parts/counted';
import { Sentence } from '../parts/Sentence';
import './axes.css';
import { problemOfLook, withLog } from './looks';
import type { HeldAxes } from './useChartAxes';

/** An axis on the form. */
export interface ListedAxis {
  /** What its look is kept under. */
  name: string;
  label: string;
  /** How its fields are called for who does not see the form. */
  called: string;
  /** The chart chooses a logarithmic axis by itself. */
  isLog?: boolean;
  notAboveZero?: number;
  /** Of a channel along a run: whether it can share the pane above, and how it is drawn. */
  ofChannel?: { isFirst: boolean };
}

interface AxesFormProps {
  axes: readonly ListedAxis[];
  held: HeldAxes;
}

/** The axes on a chart: range, ticks, logarithmic, reversed; of channels also at the right, symbols or a line. */
export function AxesForm({ axes, held }: AxesFormProps) {
  const withChannels = axes.some((a) => a.ofChannel);
  const heads = ['from', 'to', 'tick every', 'digits', 'log', 'reversed', 'turned labels'];
  const isAnySaid = Object.keys(held.looks).length > 0;
  return (
    <div className="axes-form">
      <table>
        <thead>
          <tr>
            {['Axis', ...heads, ...(withChannels ? ['with the one above', 'drawn as'] : [])].map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {axes.map((axis) => (
            <AxisRow
              key={axis.name}
              axis={axis}
              look={held.looks[axis.name] ?? {}}
              onChange={(look) => held.set(axis.name, look)}
            />
          ))}
        </tbody>
      </table>
      {axes
        .flatMap((axis) => sentencesOf(axis, held.looks[axis.name] ?? {}))
        .map((sentence) => (
          <p key={sentence} className="doubt">
            {sentence}
          </p>
        ))}
      <Sentence error={held.error} />
      <div className="axes-below">
        <span className="soft">Kept with the campaign.</span>
        <button className="quiet" disabled={!isAnySaid} onClick={held.reset}>
          All as the chart chooses
        </button>
      </div>
    </div>
  );
}

/** What of a look cannot be followed, and what it hides. */
function sentencesOf(
  { label, isLog = false, notAboveZero = 0 }: ListedAxis,
  { log = isLog, ...wanted }: AxisLook,
): string[] {
  const problem = problemOfLook({ ...wanted, log });
  return [
    ...(problem ? [`${label}: ${problem}`] : []),
    ...(log && notAboveZero > 0
      ? [`${label}: ${counted(notAboveZero, 'point')} at or below zero ${notAboveZero === 1 ? 'is' : 'are'} not shown.`]
      : []),
  ];
}

interface AxisRowProps {
  axis: ListedAxis;
  look: AxisLook;
  onChange(look: AxisLook): void;
}

function AxisRow({ axis: { label, called, isLog = false, ofChannel }, look, onChange }: AxisRowProps) {
  const number = (key: 'low' | 'high' | 'step' | 'digits', what: string) => (
    <InputNumber
      size="small"
      aria-label={`${what} of ${called}`}
      placeholder="auto"
      value={look[key] ?? null}
      {...(key === 'digits' ? { min: 1, max: 15, precision: 0 } : {})}
      {...(key === 'step' ? { min: 0 } : {})}
      onChange={(v) => onChange({ ...look, [key]: v })}
    />
  );
  const flag = (key: 'reversed' | 'turned' | 'right', what: string, disabled = false) => (
    <Checkbox
      aria-label={`${called} ${what}`}
      disabled={disabled}
      checked={look[key] ?? false}
      onChange={(e) => onChange({ ...look, [key]: e.target.checked })}
    />
  );
  return (
    <tr>
      <td title={called}>{label}</td>
      <td>{number('low', 'Lower end')}</td>
      <td>{number('high', 'Upper end')}</td>
      <td>{number('step', 'Tick distance')}</td>
      <td>{number('digits', 'Digits')}</td>
      <td>
        <Checkbox
          aria-label={`${called} logarithmic`}
          checked={look.log ?? isLog}
          onChange={(e) => onChange(withLog(look, e.target.checked, isLog))}
        />
      </td>
      <td>{flag('reversed', 'reversed')}</td>
      <td>{flag('turned', 'labels turned')}</td>
      {ofChannel && (
        <>
          <td>{flag('right', 'with the one above', ofChannel.isFirst)}</td>
          <td>
            <MarksSelect called={called} look={look} onChange={onChange} />
          </td>
        </>
      )}
    </tr>
  );
}

function MarksSelect({ called, look, onChange }: { called: string } & Pick<AxisRowProps, 'look' | 'onChange'>) {
  return (
    <Select<'auto' | 'line' | 'symbols'>
      size="small"
      aria-label={`${called} drawn as`}
      value={look.marks ?? 'auto'}
      onChange={(m) => {
        const { marks: _, ...rest } = look;
        onChange(m === 'auto' ? rest : { ...rest, marks: m });
      }}
      options={[
        { value: 'auto', label: 'as sampled' },
        { value: 'line', label: 'line' },
        { value: 'symbols', label: 'symbols' },
      ]}
    />
  );
}
