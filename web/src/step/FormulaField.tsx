import { constants, functions } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Input } from 'antd';
import { useParams } from 'react-router';
import { queries } from '../data/queries';
import type { StepFormProps } from './StepForm';

interface FormulaFieldProps extends Pick<StepFormProps, 'runId' | 'before' | 'channels'> {
  value: string;
  unit: string;
  onChange(formula: string): void;
}

/** A formula with the unit that it gives, or what is wrong with it and where; below it the symbols to use. */
export function FormulaField({ runId, before, channels, value, unit, onChange }: FormulaFieldProps) {
  const campaignId = Number(useParams()['campaignId']);
  const { data: tables = [] } = useQuery(queries.tables(campaignId));
  const { data: check } = useQuery(queries.formula(runId, { formula: value, unit, before }));
  const insert = (text: string) => onChange(value === '' || /[\s(]$/.test(value) ? value + text : `${value} ${text}`);
  const at = check?.problem?.facts['at'];
  const offered = [
    ...channels.map((c) => ({ text: c.symbol, title: `${c.name}${c.unit ? `, ${c.unit}` : ''}` })),
    ...tables.map((t) => ({ text: `${t.symbol}(`, title: `table: ${t.name} in ${t.yUnit} against ${t.xName} in ${t.xUnit}` })),
    ...Object.entries(constants).map(([name, c]) => ({ text: name, title: `${c.value} ${c.unit}` })),
    ...Object.keys(functions).map((name) => ({ text: `${name}(`, title: 'function' })),
  ]; // prettier-ignore
  return (
    <span className="formula">
      <Input.TextArea
        autoSize={{ minRows: 2, maxRows: 6 }}
        aria-label="Formula"
        placeholder="(p_d - p_s) / (rho_w(T_w) * g_n)"
        spellCheck={false}
        value={value}
        status={check?.problem ? 'warning' : ''}
        onChange={(e) => onChange(e.target.value)}
      />
      {check?.problem && typeof at === 'number' && (
        <code className="formula-at" aria-hidden>
          {value.slice(0, at)}
          <mark>{value.slice(at, at + 1) || '␣'}</mark>
          {value.slice(at + 1)}
        </code>
      )}
      <span className={check?.problem ? 'refusal' : 'soft'} role="status">
        {check?.problem?.message ??
          (value.trim() === ''
            ? 'A unit in square brackets belongs to the number before it: 9.81 [m/s^2].'
            : check
              ? `gives ${check.unit || 'a plain number'}`
              : '')}
      </span>
      <span className="offers">
        {offered.map((o) => (
          <button key={o.text} className="offer" title={o.title} onClick={() => insert(o.text)}>
            {o.text.replace('(', '')}
          </button>
        ))}
      </span>
    </span>
  );
}
