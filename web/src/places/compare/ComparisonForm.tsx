import type { CampaignReply, ComparisonBody, ComparisonRow, FitRow } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Input, Select } from 'antd';
import { useState } from 'react';
import { queries } from '../../data/queries';
import { useKeeping } from '../../data/useKeeping';
import { Field } from '../../parts/Field';
import { KeepButtons } from '../../parts/KeepButtons';
import { ChannelSelect } from '../../step/ChannelSelect';

interface FormProps {
  campaign: CampaignReply;
  fits: readonly FitRow[];
  row: ComparisonRow | undefined;
  count: number;
  onOpen(id: number | undefined): void;
  onNew(): void;
}

/** What is compared: a fit as reference, a run as candidate, and which of its channels. */
export function ComparisonForm({ campaign, fits, row, count, onOpen, onNew }: FormProps) {
  const candidates = [...campaign.runRows].sort((a, b) => Number(b.kind === 'simulated') - Number(a.kind === 'simulated'));
  const [body, setBody] = useState<ComparisonBody>(() =>
    row
      ? { name: row.name, fitId: row.fitId, candidateRunId: row.candidateRunId, x: row.x, y: row.y }
      : { name: `Comparison ${count + 1}`, fitId: fits[0]!.id, candidateRunId: candidates[0]?.id ?? 0, x: '', y: '' },
  );
  const { data: bench } = useQuery({ ...queries.bench(body.candidateRunId), enabled: body.candidateRunId > 0 });
  const keeping = useKeeping('comparisons', campaign.id, row?.id, onOpen);
  const set = (change: Partial<ComparisonBody>) => setBody({ ...body, ...change });
  return (
    <>
      <header className="panel-head">
        <h2>Comparison</h2>
        <span className="grow" />
        <button className="quiet" onClick={onNew}>
          + Comparison
        </button>
      </header>
      <div className="panel-pad">
        <Field label="Name">
          <Input value={body.name} maxLength={120} onChange={(e) => set({ name: e.target.value })} />
        </Field>
        <Field label="Reference" hint="a fit, with the points that it went through">
          <Select aria-label="Reference" value={body.fitId} onChange={(fitId) => set({ fitId })} options={fits.map((f) => ({ value: f.id, label: f.name }))} />
        </Field>
        <Field label="Candidate" hint="the run that is held against it">
          <Select
            aria-label="Candidate"
            value={body.candidateRunId || undefined}
            onChange={(candidateRunId: number) => set({ candidateRunId, x: '', y: '' })}
            options={candidates.map((r) => ({ value: r.id, label: r.kind === 'simulated' ? `${r.name} (simulated)` : r.name }))}
          />
        </Field>
        <Field label="Its x">
          <ChannelSelect label="x of the candidate" channels={bench?.channels ?? []} value={body.x} onChange={(x) => set({ x })} />
        </Field>
        <Field label="Its y">
          <ChannelSelect label="y of the candidate" channels={bench?.channels ?? []} value={body.y} onChange={(y) => set({ y })} />
        </Field>
        <KeepButtons
          keeping={keeping}
          label={row ? 'Save' : 'Compare'}
          disabled={!body.x || !body.y || body.name.trim() === ''}
          onSave={() => keeping.save(body)}
          deletable={row !== undefined}
        />
      </div>
    </>
  );
} // prettier-ignore
