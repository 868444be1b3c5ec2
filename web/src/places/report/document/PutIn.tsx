import type { LivingEntry } from '@undameter/contract';
import type { Numbering } from '@undameter/writing';
import { Input, type InputRef } from 'antd';
import { useState, type Ref } from 'react';
import { findEntries, groups, groupWords } from './findEntries';
import { DRAGGED } from './useReportEditor';

interface PutInProps {
  entries: readonly LivingEntry[] | undefined;
  numbering: Numbering;
  search: Ref<InputRef>;
  onPut(entry: LivingEntry): void;
  onRefer(to: string): void;
}

/** So many of a group are listed; the rest is found by its name. */
const MOST = 40;

/** Everything that can be put into the report, found by name. */
export function PutIn({ entries: known, numbering, search, onPut, onRefer }: PutInProps) {
  const [typed, setTyped] = useState('');
  const entries = known ?? [];
  const found = findEntries(entries, typed);
  const isSearching = typed.trim() !== '';
  return (
    <section className="put-in" aria-label="What can be put in">
      <header className="panel-head">
        <h2>What can be put in</h2>
        <span className="grow" />
        <span className="soft">drag, or Enter</span>
      </header>
      <div className="panel-pad">
        <Input
          ref={search}
          size="small"
          allowClear
          aria-label="Find what can be put in"
          placeholder="head at zero …"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          onPressEnter={() => found[0] && onPut(found[0])}
          suffix={isSearching ? <span className="soft">{found.length} found</span> : undefined}
        />
      </div>
      {!known && <p className="soft panel-pad">Looking through the campaign …</p>}
      {groups.map((group) => {
        const all = entries.filter((e) => e.group === group);
        const these = found.filter((e) => e.group === group);
        if (all.length === 0) return null;
        return (
          <details key={`${group} ${isSearching}`} open={isSearching && these.length > 0}>
            <summary>
              {groupWords[group]}
              <span className="soft">{isSearching ? `${these.length} of ${all.length}` : all.length}</span>
            </summary>
            {these.slice(0, MOST).map((entry) => (
              <Entry key={JSON.stringify(entry.source)} entry={entry} onPut={onPut} />
            ))}
            {these.length > MOST && (
              <p className="soft panel-pad">and {these.length - MOST} more: type a part of the name</p>
            )}
          </details>
        );
      })}
      {numbering.labels.size > 0 && (
        <details>
          <summary>
            References <span className="soft">{numbering.labels.size}</span>
          </summary>
          <p className="references panel-pad">
            {[...numbering.labels].map(([id, label]) => (
              <button key={id} className="quiet" onClick={() => onRefer(id)}>
                {label}
              </button>
            ))}
          </p>
        </details>
      )}
    </section>
  );
}

const Entry = ({ entry, onPut }: { entry: LivingEntry; onPut(entry: LivingEntry): void }) => (
  <button
    className="entry"
    draggable
    title={entry.from}
    onDragStart={(e) => e.dataTransfer.setData(DRAGGED, JSON.stringify(entry))}
    onClick={() => onPut(entry)}
  >
    <span>{entry.name}</span>
    <span className="entry-text">{entry.text}</span>
  </button>
);
