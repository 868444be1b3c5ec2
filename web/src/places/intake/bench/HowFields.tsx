import type { BenchSession, InstrumentRow, SessionHow } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { Button, InputNumber } from 'antd';
import { useState } from 'react';
import { Field } from '../../../parts/Field';
import { proposedLimits, type LiveCourse } from './taking';

interface HowFieldsProps {
  session: BenchSession;
  instruments: readonly InstrumentRow[];
  units: ReadonlyMap<string, string>;
  live: LiveCourse | undefined;
  onKeep(session: BenchSession): void;
}

/** How readings are taken: so many samples, and what has to be steady before. */
export function HowFields({ session, instruments, units, live, onKeep }: HowFieldsProps) {
  const [draft, setDraft] = useState(session);
  const read = draft.columns.filter((c) => {
    const row = instruments.find((i) => i.id === c.instrumentId);
    return row?.quantities.find((q) => q.symbol === c.quantity)?.access === 'read';
  });
  const isChanged = JSON.stringify(draft) !== JSON.stringify(session);
  const limit = (symbol: string, within: number | null) =>
    setDraft({ ...draft, columns: draft.columns.map((c) => (c.symbol === symbol ? { ...c, within } : c)) });
  const propose = (): void => {
    const limits = proposedLimits(session, live);
    const isRead = new Set(read.map((c) => c.symbol));
    setDraft({
      ...draft,
      columns: draft.columns.map((c) =>
        isRead.has(c.symbol) ? { ...c, within: limits.get(c.symbol) ?? c.within } : c,
      ),
    });
  };
  return (
    <details className="panel-pad" open={isChanged || undefined}>
      <summary>How readings are taken</summary>
      <SamplesFields how={draft.how} onChange={(how) => setDraft({ ...draft, how })} />
      <p className="soft">
        Wait until these keep within:{' '}
        <button
          className="quiet"
          disabled={proposedLimits(session, live).size === 0}
          title="Four standard deviations of what is shown now: leave the rig alone for some seconds first"
          onClick={propose}
        >
          Propose from now
        </button>
      </p>
      {read.map(({ symbol, within }) => (
        <Field key={symbol} label={`${symbol} ±`}>
          <InputNumber
            aria-label={`${symbol} steady within ±`}
            min={1e-12}
            placeholder="not waited for"
            value={within}
            suffix={printUnit(units.get(symbol) ?? '')}
            onChange={(v) => limit(symbol, v)}
          />
        </Field>
      ))}
      <Button disabled={!isChanged} onClick={() => onKeep(draft)}>
        {isChanged ? 'Take readings so' : 'Readings are taken so'}
      </Button>
    </details>
  );
}

/** How many samples, how fast, and how long it is waited for. */
export function SamplesFields({ how, onChange }: { how: SessionHow; onChange(how: SessionHow): void }) {
  const number = (key: keyof SessionHow, label: string, min: number, max: number, suffix: string) => (
    <Field label={label}>
      <InputNumber
        aria-label={label}
        min={min}
        max={max}
        {...(key === 'samples' ? { precision: 0 } : {})}
        value={how[key]}
        suffix={suffix}
        onChange={(v) => v !== null && onChange({ ...how, [key]: v })}
      />
    </Field>
  );
  return (
    <>
      {number('samples', 'Samples', 1, 10_000, '')}
      {number('every', 'One every', 0.02, 60, 's')}
      {number('restSeconds', 'Steady for', 0, 600, 's')}
      {number('waitSeconds', 'Wait at most', 0, 3600, 's')}
    </>
  );
}
