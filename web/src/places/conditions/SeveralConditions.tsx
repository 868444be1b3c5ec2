import type { ConditionRow, SeveralChangedBody } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { AutoComplete, Button, Checkbox, Input, Popconfirm, Popover } from 'antd';
import { useState } from 'react';
import { matching } from '../../condition/choosing';
import { ask } from '../../data/api';
import { counted } from '../../parts/counted';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { groupingInWords, renamed, renamingInWords } from './several';

interface SeveralConditionsProps {
  campaignId: number;
  rows: readonly ConditionRow[];
}

/** Deletes, renames or groups several conditions at once. */
export function SeveralConditions(props: SeveralConditionsProps) {
  return (
    <Popover trigger="click" placement="topRight" destroyOnHidden content={<Form {...props} />}>
      <button className="quiet">Several …</button>
    </Popover>
  );
}

function Form({ campaignId, rows }: SeveralConditionsProps) {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [pattern, setPattern] = useState('');
  const [text, setText] = useState({ from: '', to: '' });
  const change = useMutation({
    mutationFn: (body: SeveralChangedBody) =>
      ask<ConditionRow[]>(`/campaigns/${campaignId}/conditions/change`, { body }),
    onSuccess: (left) => setChosen(new Set(left.filter((row) => chosen.has(row.id)).map((row) => row.id))),
  });
  const [group, setGroup] = useState('');
  const groups = [...new Set(rows.map((row) => row.group))].filter((name) => name !== '');
  const names = renamed(rows, chosen, text);
  const toggle = (id: number, on: boolean) =>
    setChosen(new Set(on ? [...chosen, id] : [...chosen].filter((other) => other !== id)));
  return (
    <div className="declare several">
      <Field label="Names like">
        <Input
          value={pattern}
          placeholder="2900 rpm*16"
          onChange={(e) => {
            setPattern(e.target.value);
            setChosen(new Set(matching(rows, e.target.value)));
          }}
        />
      </Field>
      <div>
        <button className="quiet" onClick={() => setChosen(new Set(rows.map((row) => row.id)))}>
          all
        </button>
        <button className="quiet" onClick={() => setChosen(new Set())}>
          none
        </button>
      </div>
      <ul className="several-list" aria-label="Conditions to choose from">
        {rows.map((row) => (
          <li key={row.id}>
            <Checkbox checked={chosen.has(row.id)} onChange={(e) => toggle(row.id, e.target.checked)}>
              {row.name}
            </Checkbox>
          </li>
        ))}
      </ul>
      <Field label="Group" hint={groupingInWords(rows, chosen, group)}>
        <AutoComplete
          aria-label="Group of the chosen ones"
          placeholder="none"
          value={group}
          onChange={setGroup}
          options={groups.map((name) => ({ value: name }))}
        />
        <Button
          disabled={chosen.size === 0 || change.isPending}
          onClick={() => change.mutate({ group: { ids: [...chosen], name: group } })}
        >
          {group.trim() === '' ? 'Take out' : 'Put in'}
        </Button>
      </Field>
      <Field label="In their names">
        <Input
          aria-label="Text to replace"
          placeholder="replace"
          value={text.from}
          onChange={(e) => setText({ ...text, from: e.target.value })}
        />
        <Input
          aria-label="Text that takes its place"
          placeholder="by"
          value={text.to}
          onChange={(e) => setText({ ...text, to: e.target.value })}
        />
      </Field>
      <p className="soft">{renamingInWords(rows, names)}</p>
      <Sentence error={change.error} />
      <div className="buttons">
        <Button disabled={names.length === 0 || change.isPending} onClick={() => change.mutate({ rename: names })}>
          Rename {names.length || ''}
        </Button>
        <Popconfirm
          title={`Delete ${counted(chosen.size, 'condition')}?`}
          okText="Delete"
          onConfirm={() => change.mutate({ remove: [...chosen] })}
        >
          <Button danger disabled={chosen.size === 0 || change.isPending}>
            Delete {chosen.size || ''}
          </Button>
        </Popconfirm>
      </div>
    </div>
  );
}
