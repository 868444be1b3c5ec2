import type { RunReply } from '@undameter/contract';
import { Segmented, Select } from 'antd';
import { Field } from '../../../parts/Field';
import { problemsOf, type JoinState } from './state';

interface RowsBelowProps {
  run: RunReply;
  other: RunReply;
  state: JoinState;
  onChange(state: JoinState): void;
}

/** Which channel goes on in which, and what does not fit. */
export function RowsBelow({ run, other, state, onChange }: RowsBelowProps) {
  const { matches } = state;
  const problems = problemsOf(state, run, other);
  const choose = (symbol: string, from: string | null) =>
    onChange({ ...state, matches: matches.map((m) => (m.symbol === symbol ? { symbol, from } : m)) });
  return (
    <>
      <Field label="Times">
        <Segmented<JoinState['times']>
          value={state.times}
          onChange={(times) => onChange({ ...state, times })}
          options={[
            { value: 'follow', label: 'go on' },
            { value: 'asStated', label: 'as stated' },
          ]}
        />
      </Field>
      <p className="soft">
        {state.times === 'follow'
          ? 'The first further sample comes one interval behind the last.'
          : 'Each file’s own times, on the run’s clock where both state their moments.'}
      </p>
      {run.declared.map((c) => (
        <Field key={c.symbol} label={`${c.symbol}  ${c.name}`}>
          <Select
            aria-label={`${c.name} goes on in`}
            value={matches.find((m) => m.symbol === c.symbol)?.from ?? ''}
            onChange={(from) => choose(c.symbol, from === '' ? null : from)}
            options={[
              { value: '', label: 'no value' },
              ...other.declared.map((o) => ({
                value: o.symbol,
                label: `${o.symbol}  ${o.name}${o.unit ? ` (${o.unit})` : ''}`,
              })),
            ]}
          />
        </Field>
      ))}
      {problems.map((p) => (
        <p key={p} className="doubt">
          {p}
        </p>
      ))}
    </>
  );
}
