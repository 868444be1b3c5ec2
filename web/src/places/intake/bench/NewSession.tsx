import type { BenchRunBody, CampaignReply, InstrumentRow, RunReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import { PlaceFrame } from '../../../app/PlaceFrame';
import { Board } from '../../../board/Board';
import { ask } from '../../../data/api';
import { useDraft } from '../../../data/useDraft';
import { queries } from '../../../data/queries';
import { Field } from '../../../parts/Field';
import { PanelHead } from '../../../parts/PanelHead';
import { Sentence } from '../../../parts/Sentence';
import { firstPlan, PlanInputs } from '../typed/PlanFields';
import '../typed/typed.css';
import './bench.css';
import { SamplesFields } from './HowFields';
import { InstrumentForm } from './InstrumentForm';
import { InstrumentsBoard } from './InstrumentsBoard';
import { bodyOf, firstSession, problemOf, ticked, type SessionDraft } from './sessionDraft';
import { quantitiesOf } from './useTaking';

interface NewSessionProps {
  campaign: CampaignReply;
  onMade(runId: number): void;
  onLeave(): void;
}

/** A run whose rows will be taken at the bench: what is set and read, by which instruments, after which plan. */
export function NewSession({ campaign, onMade, onLeave }: NewSessionProps) {
  const { data: instruments } = useQuery(queries.instruments(campaign.id));
  const [draft, set] = useDraft<SessionDraft>(`${campaign.id}.bench`);
  const session = draft ?? firstSession(campaign.runRows.map((r) => r.name));
  const [inHand, setInHand] = useState<number | 'new'>();
  const begin = useMutation({
    mutationFn: (body: BenchRunBody) => ask<RunReply>(`/campaigns/${campaign.id}/bench-runs`, { body }),
    onSuccess: (run) => {
      set(null);
      onMade(run.id);
    },
  });
  return (
    <PlaceFrame
      title="Readings at the bench"
      context={<span className="soft">{campaign.name}</span>}
      heading={<b>What is set and read</b>}
      chart={<QuantitiesBoard instruments={instruments ?? []} session={session} onChange={set} />}
      board={
        <InstrumentsBoard
          instruments={instruments}
          inHand={typeof inHand === 'number' ? inHand : undefined}
          onTake={setInHand}
          onNew={() => setInHand('new')}
        />
      }
      panel={
        inHand === undefined ? (
          <SessionForm
            session={session}
            instruments={instruments ?? []}
            begin={begin}
            onChange={set}
            onLeave={onLeave}
          />
        ) : (
          <InstrumentForm
            key={inHand}
            campaignId={campaign.id}
            row={instruments?.find((i) => i.id === inHand)}
            onDone={() => setInHand(undefined)}
          />
        )
      }
    />
  );
}

interface OfSession {
  session: SessionDraft;
  instruments: readonly InstrumentRow[];
  onChange(session: SessionDraft): void;
}

/** Every quantity of every instrument, to be ticked. */
const QuantitiesBoard = ({ session, instruments, onChange }: OfSession) => (
  <Board
    title="Quantities"
    rows={quantitiesOf(instruments)}
    keyOf={({ instrument, quantity }) => `${instrument.id} ${quantity.symbol}`}
    empty="No instrument has anything to read yet: add one below, with its quantities."
    columns={[
      {
        key: 'tick',
        title: '',
        width: 40,
        cell: ({ instrument, quantity }) => {
          const one = { instrumentId: instrument.id, quantity: quantity.symbol };
          return (
            <Checkbox
              aria-label={`${quantity.access} ${quantity.name} at ${instrument.name}`}
              checked={ticked(session, one)}
              onChange={({ target }) =>
                onChange({
                  ...session,
                  quantities: target.checked
                    ? [...session.quantities, one]
                    : session.quantities.filter(
                        (q) => !(q.instrumentId === one.instrumentId && q.quantity === one.quantity),
                      ),
                })
              }
            />
          );
        },
      },
      { key: 'name', title: 'Quantity', cell: ({ quantity }) => <b>{quantity.name}</b> },
      { key: 'symbol', title: 'Symbol', cell: ({ quantity }) => quantity.symbol },
      { key: 'unit', title: 'Unit', cell: ({ quantity }) => printUnit(quantity.unit) },
      { key: 'access', title: 'Is', cell: ({ quantity }) => quantity.access },
      { key: 'instrument', title: 'Instrument', cell: ({ instrument }) => instrument.name },
    ]}
  />
);

interface SessionFormProps extends OfSession {
  begin: { mutate(body: BenchRunBody): void; isPending: boolean; error: Error | null };
  onLeave(): void;
}

function SessionForm({ session, instruments, begin, onChange, onLeave }: SessionFormProps) {
  const problem = problemOf(session, instruments);
  const change = (part: Partial<SessionDraft>): void => onChange({ ...session, ...part });
  return (
    <>
      <PanelHead title="New session" leave="To all runs" onLeave={onLeave} />
      <div className="panel-pad">
        <Field label="Name">
          <Input maxLength={120} value={session.name} onChange={(e) => change({ name: e.target.value })} />
        </Field>
        <ByHandFields session={session} onChange={onChange} />
        <Field label="Plan" group hint="of what is set first; further rows can be planned later">
          <Checkbox
            checked={session.plan !== null}
            onChange={({ target }) => change({ plan: target.checked ? firstPlan : null })}
          >
            a plan of settings
          </Checkbox>
        </Field>
        {session.plan && <PlanInputs plan={session.plan} onChange={(plan) => change({ plan })} />}
        <SamplesFields how={session.how} onChange={(how) => change({ how })} />
        {problem !== null && <p className="soft">{problem}</p>}
        <Sentence error={begin.error} />
        <div className="buttons">
          <Button
            type="primary"
            disabled={problem !== null || begin.isPending}
            onClick={() => begin.mutate(bodyOf(session))}
          >
            Begin
          </Button>
        </div>
      </div>
    </>
  );
}

/** What no instrument sets or reads: a weight, a dial, a column of water. */
function ByHandFields({ session, onChange }: Pick<OfSession, 'session' | 'onChange'>) {
  const put = (byHand: SessionDraft['byHand']): void => onChange({ ...session, byHand });
  return (
    <Field label="By hand" group hint="set or read by a person">
      {session.byHand.map((column, k) => (
        <span key={k} className="sheet-line" role="group" aria-label={`By hand ${k + 1}`}>
          {(['name', 'symbol', 'unit'] as const).map((key) => (
            <Input
              key={key}
              size="small"
              aria-label={`${key} by hand ${k + 1}`}
              placeholder={key}
              value={column[key]}
              onChange={(e) => put(session.byHand.map((c, i) => (i === k ? { ...c, [key]: e.target.value } : c)))}
            />
          ))}
          <button
            className="quiet"
            aria-label={`Remove by hand ${k + 1}`}
            onClick={() => put(session.byHand.filter((_, i) => i !== k))}
          >
            Remove
          </button>
        </span>
      ))}
      <button className="quiet" onClick={() => put([...session.byHand, { name: '', symbol: '', unit: '' }])}>
        + By hand
      </button>
    </Field>
  );
}
