import type { Plan } from '@undameter/core';
import { Button, Checkbox, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { counted } from '../../../parts/counted';
import { Field } from '../../../parts/Field';
import { settingsOf } from './settingsOf';

interface PlanFieldsProps {
  columns: readonly { symbol: string; name: string }[];
  /** Puts a row for each setting below those that are there. */
  onPlan(column: number, settings: readonly number[]): void;
}

export const firstPlan: Plan = { from: 0, to: 10, steps: 5, thereAndBack: false, repeats: 1, isRandom: false, seed: 1 };

/** What is to be set at the rig, one row for each: the readings are typed beside it. */
export function PlanFields({ columns, onPlan }: PlanFieldsProps) {
  const [plan, setPlan] = useState(firstPlan);
  const [column, setColumn] = useState(0);
  const settings = settingsOf(plan);
  return (
    <details className="panel-pad">
      <summary>Plan of settings</summary>
      <Field label="Of">
        <Select<number>
          aria-label="Column that is set"
          value={Math.min(column, columns.length - 1)}
          onChange={setColumn}
          options={columns.map(({ symbol, name }, i) => ({ value: i, label: `${symbol} ${name}` }))}
        />
      </Field>
      <PlanInputs plan={plan} onChange={setPlan} />
      {typeof settings === 'string' && <p className="refusal">{settings}</p>}
      <Button disabled={typeof settings === 'string'} onClick={() => onPlan(column, settings as number[])}>
        Add {typeof settings === 'string' ? 'rows' : counted(settings.length, 'row')}
      </Button>
    </details>
  );
}

/** From where to where, in how many steps, in which order, how often. */
export function PlanInputs({ plan, onChange }: { plan: Plan; onChange(plan: Plan): void }) {
  const number = (key: 'from' | 'to' | 'steps' | 'repeats' | 'seed', label: string, least?: number) => (
    <InputNumber
      size="small"
      aria-label={label}
      {...(least === undefined ? {} : { min: least, precision: 0 })}
      value={plan[key]}
      onChange={(v) => v !== null && onChange({ ...plan, [key]: v })}
    />
  );
  const flag = (key: 'thereAndBack' | 'isRandom', label: string) => (
    <Checkbox checked={plan[key]} onChange={(e) => onChange({ ...plan, [key]: e.target.checked })}>
      {label}
    </Checkbox>
  );
  return (
    <>
      <Field label="From, to" group>
        <span className="sheet-line">
          {number('from', 'Plan from')}
          {number('to', 'Plan to')}
        </span>
      </Field>
      <Field label="Steps, times" group>
        <span className="sheet-line">
          {number('steps', 'Steps of the plan', 0)}
          {number('repeats', 'Times', 1)}
        </span>
      </Field>
      <Field label="Order" group>
        {flag('thereAndBack', 'forth and back')}
        {flag('isRandom', 'random')}
        {plan.isRandom && number('seed', 'Seed of the order', 0)}
      </Field>
    </>
  );
}
