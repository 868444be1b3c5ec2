import { Checkbox, InputNumber, Select } from 'antd';
import type { AxisLook } from '../../chart/axisLook';
import type { FormChannel } from '../../step/stepFields';

interface AxesFormProps {
  channels: readonly FormChannel[];
  looks: Readonly<Record<string, AxisLook>>;
  onChange(symbol: string, look: AxisLook): void;
}

/** The axes of the channels on the chart: range, ticks, logarithmic, reversed, at the right, symbols or a line. */
export function AxesForm({ channels, looks, onChange }: AxesFormProps) {
  return (
    <table className="axes-form">
      <thead>
        <tr>
          {[
            'Axis of',
            'from',
            'to',
            'tick every',
            'digits',
            'log',
            'reversed',
            'turned labels',
            'at the right',
            'drawn as',
          ].map((h) => (
            <th key={h}>{h}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {channels.map(({ symbol }, i) => {
          const look = looks[symbol] ?? {};
          const set = (change: Partial<AxisLook>) => onChange(symbol, { ...look, ...change });
          const number = (key: 'low' | 'high' | 'step' | 'digits', label: string) => (
            <InputNumber
              size="small"
              aria-label={`${label} of ${symbol}`}
              placeholder="auto"
              value={look[key] ?? null}
              onChange={(v) => set({ [key]: v })}
            />
          );
          const flag = (key: 'log' | 'reversed' | 'turned' | 'right', label: string, disabled = false) => (
            <Checkbox
              aria-label={`${symbol} ${label}`}
              disabled={disabled}
              checked={look[key] ?? false}
              onChange={(e) => set({ [key]: e.target.checked })}
            />
          );
          return (
            <tr key={symbol}>
              <td>
                <code>{symbol}</code>
              </td>
              <td>{number('low', 'Lower end')}</td>
              <td>{number('high', 'Upper end')}</td>
              <td>{number('step', 'Tick distance')}</td>
              <td>{number('digits', 'Digits')}</td>
              <td>{flag('log', 'logarithmic')}</td>
              <td>{flag('reversed', 'reversed')}</td>
              <td>{flag('turned', 'labels turned')}</td>
              <td>{flag('right', 'at the right of the pane above', i === 0)}</td>
              <td>
                <Select<'auto' | 'line' | 'symbols'>
                  size="small"
                  aria-label={`${symbol} drawn as`}
                  value={look.marks ?? 'auto'}
                  onChange={(m) => {
                    const { marks: _, ...rest } = look;
                    onChange(symbol, m === 'auto' ? rest : { ...rest, marks: m });
                  }}
                  options={[
                    { value: 'auto', label: 'as sampled' },
                    { value: 'line', label: 'line' },
                    { value: 'symbols', label: 'symbols' },
                  ]}
                />
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
