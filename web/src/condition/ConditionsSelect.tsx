import type { ConditionRow } from '@undameter/contract';
import { Select } from 'antd';
import { useState } from 'react';
import { byGroup, matching, toggled } from './choosing';
import styles from './ConditionsSelect.module.css';

interface ConditionsSelectProps {
  label: string;
  conditions: readonly ConditionRow[];
  value: readonly number[];
  /** Stands where none is chosen. */
  none?: string;
  /** So many at most. */
  most?: number;
  onChange(ids: number[]): void;
}

const keepFocus = (event: React.MouseEvent): void => event.preventDefault();

/** Conditions one by one, a group at once, all, or those with a name like the text that is typed. */
export function ConditionsSelect({
  label,
  conditions,
  value,
  none = 'all kept samples',
  most = Infinity,
  onChange: change,
}: ConditionsSelectProps) {
  const onChange = (ids: number[]): void => change(ids.slice(0, most));
  const [typed, setTyped] = useState('');
  const found = matching(conditions, typed);
  const toggle = (ids: readonly number[]): void => {
    onChange(toggled(conditions, value, ids));
    setTyped('');
  };
  return (
    <Select<number[]>
      mode="multiple"
      aria-label={label}
      placeholder={none}
      maxTagCount={5}
      value={[...value]}
      onChange={onChange}
      showSearch={{
        searchValue: typed,
        onSearch: setTyped,
        filterOption: (text, option) =>
          option === undefined ||
          'options' in option ||
          matching([{ id: 0, name: String(option.label) }], text).length > 0,
      }}
      popupRender={(list) => (
        <>
          <div className={styles['whole']} onMouseDown={keepFocus}>
            <button className="quiet" onClick={() => onChange(conditions.map((c) => c.id))}>
              all {conditions.length}
            </button>
            <button className="quiet" disabled={value.length === 0} onClick={() => onChange([])}>
              none
            </button>
            {found.length > 0 && (
              <button className="quiet" onClick={() => toggle(found)}>
                the {found.length} like “{typed.trim()}”
              </button>
            )}
          </div>
          {list}
        </>
      )}
    >
      {byGroup(conditions).map(({ group, rows }) => {
        const options = rows.map((c) => (
          <Select.Option key={c.id} value={c.id} label={c.name}>
            {c.name}
          </Select.Option>
        ));
        if (group === '') return options;
        return (
          <Select.OptGroup key={group} label={<GroupButton group={group} rows={rows} onClick={toggle} />}>
            {options}
          </Select.OptGroup>
        );
      })}
    </Select>
  );
}

interface GroupButtonProps {
  group: string;
  rows: readonly ConditionRow[];
  onClick(ids: number[]): void;
}

const GroupButton = ({ group, rows, onClick }: GroupButtonProps) => (
  <button
    className="quiet"
    title="All of the group, or none of it"
    onMouseDown={keepFocus}
    onClick={() => onClick(rows.map((c) => c.id))}
  >
    {group} ({rows.length})
  </button>
);
