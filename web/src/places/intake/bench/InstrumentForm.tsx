import { speeches, type InstrumentAnswer, type InstrumentBody, type InstrumentRow } from '@undameter/contract';
import { formatValue, printUnit } from '@undameter/core';
import { useMutation } from '@tanstack/react-query';
import { Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { ask } from '../../../data/api';
import { useKeeping } from '../../../data/useKeeping';
import { Field } from '../../../parts/Field';
import { KeepButtons } from '../../../parts/KeepButtons';
import { PanelHead } from '../../../parts/PanelHead';
import { Sentence } from '../../../parts/Sentence';
import { bodyOf, changed, hindrance, newInstrument, withProtocol, withQuantity } from './instrumentDraft';
import { QuantityFields } from './QuantityFields';

interface InstrumentFormProps {
  campaignId: number;
  /** Undefined for a new one. */
  row: InstrumentRow | undefined;
  onDone(): void;
}

/** What an instrument answers while it is set up: what it is, and one value. */
function useTrial(body: InstrumentBody) {
  const { protocol, host, port, timeoutMs } = body;
  const trial = useMutation({
    mutationFn: (at: number | null) =>
      ask<InstrumentAnswer>('/instruments/try', {
        body: { protocol, host, port, timeoutMs, quantity: at === null ? null : body.quantities[at] },
      }),
  });
  const at = trial.variables;
  const ofQuantity = (k: number): string | undefined => {
    const value = trial.data?.value ?? null;
    if (at !== k || value === null) return undefined;
    return `${formatValue(value, 7)} ${printUnit(body.quantities[k]?.unit ?? '')}`.trim();
  };
  return { trial, ofQuantity };
}

/** An instrument: where it is, how it is talked to, and what of it is read or set. */
export function InstrumentForm({ campaignId, row, onDone }: InstrumentFormProps) {
  const [body, setBody] = useState(row ? bodyOf(row) : newInstrument);
  const keeping = useKeeping('instruments', campaignId, row?.id, onDone);
  const { trial, ofQuantity } = useTrial(body);
  return (
    <>
      <PanelHead title={row ? row.name : 'New instrument'} leave="Close" onLeave={onDone} />
      <div className="panel-pad">
        <Field label="Name">
          <Input
            value={body.name}
            maxLength={60}
            placeholder="Pressure meter"
            onChange={(e) => setBody({ ...body, name: e.target.value })}
          />
        </Field>
        <LineFields body={body} onChange={setBody} />
        <div className="take-line">
          <button className="quiet" disabled={trial.isPending} onClick={() => trial.mutate(null)}>
            Ask what it is
          </button>
        </div>
        {trial.data && trial.variables === null && (
          <p className="said" role="status">
            {trial.data.identity ?? 'It answers; its protocol has no question for what it is.'}
          </p>
        )}
        <Sentence error={trial.error} />
        {body.quantities.map((quantity, k) => (
          <QuantityFields
            key={k}
            which={k + 1}
            quantity={quantity}
            shown={ofQuantity(k)}
            onTry={() => trial.mutate(k)}
            onChange={(change) => setBody(changed(body, k, change))}
            onRemove={() => setBody({ ...body, quantities: body.quantities.filter((_, i) => i !== k) })}
          />
        ))}
        <button className="quiet" onClick={() => setBody(withQuantity(body))}>
          + Quantity
        </button>
        <KeepButtons
          keeping={keeping}
          disabled={body.name.trim() === '' || hindrance(body) !== null}
          problem={hindrance(body)}
          onSave={() => keeping.save(body)}
          deletable={row !== undefined}
        />
      </div>
    </>
  );
}

function LineFields({ body, onChange }: { body: InstrumentBody; onChange(body: InstrumentBody): void }) {
  return (
    <>
      <Field label="Protocol">
        <Select
          aria-label="Protocol"
          value={body.protocol}
          options={speeches.map((s) => ({ value: s.kind, label: s.title }))}
          onChange={(protocol) => onChange(withProtocol(body, protocol))}
        />
      </Field>
      <Field label="Address, port" group>
        <span className="sheet-line">
          <Input
            aria-label="Address"
            value={body.host}
            maxLength={253}
            onChange={(e) => onChange({ ...body, host: e.target.value })}
          />
          <InputNumber
            aria-label="Port"
            min={1}
            max={65535}
            precision={0}
            value={body.port}
            onChange={(port) => port !== null && onChange({ ...body, port })}
          />
        </span>
      </Field>
      <Field label="Answers within">
        <InputNumber
          aria-label="Answers within"
          min={50}
          max={60_000}
          precision={0}
          suffix="ms"
          value={body.timeoutMs}
          onChange={(timeoutMs) => timeoutMs !== null && onChange({ ...body, timeoutMs })}
        />
      </Field>
    </>
  );
}
