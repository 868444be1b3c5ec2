import type {
  AppliedRun,
  ApplyBody,
  BenchReply,
  RunReply,
  RunRow,
  SavedProcedureBody,
  SavedProcedureRow,
} from '@undameter/contract';
import { formatCount, printUnit, stepKindOf, symbolsRead, type Step } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Input, Segmented, Select, Upload } from 'antd';
import { useState } from 'react';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { download, fileName } from '../../parts/download';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';

interface ElsewherePanelProps {
  campaignId: number;
  run: RunReply;
  runs: readonly RunRow[];
  bench: BenchReply | undefined;
  onDone(): void;
}

/** A procedure as a whole: this run's, or one kept in the campaign, applied to runs; saved, exported, imported. */
export function ElsewherePanel({ campaignId, run, runs, bench, onDone }: ElsewherePanelProps) {
  const { data: kept = [] } = useQuery(queries.procedures(campaignId));
  const [from, setFrom] = useState<number | 'run'>('run');
  const own: SavedProcedureBody = { name: run.name, steps: run.procedure, channels: channelsOf(run, bench) };
  const source: SavedProcedureBody = kept.find((k) => k.id === from) ?? own;
  return (
    <>
      <header className="panel-head">
        <h2>Use a procedure</h2>
        <span className="grow" />
        <button className="quiet" onClick={onDone}>
          Back to the steps
        </button>
      </header>
      <div className="panel-pad">
        <Field label="Procedure">
          <Select<number | 'run'>
            aria-label="Procedure to use"
            value={from}
            onChange={setFrom}
            options={[
              { value: 'run', label: `of this run, ${run.procedure.length} steps` },
              ...kept.map((k) => ({ value: k.id, label: `${k.name}, ${k.steps.length} steps` })),
            ]}
          />
        </Field>
        <ApplyToRuns
          key={from}
          campaignId={campaignId}
          source={source}
          runs={runs}
          exceptRunId={from === 'run' ? run.id : undefined}
        />
        <h3 className="panel-sub">Keep it</h3>
        <KeepProcedure
          campaignId={campaignId}
          own={own}
          source={source}
          kept={kept.find((k) => k.id === from)}
          onKept={setFrom}
        />
      </div>
    </>
  );
}

/** The channels that the steps read, with the units in which they were made. */
function channelsOf(run: RunReply, bench: BenchReply | undefined): SavedProcedureBody['channels'] {
  const read = new Set(symbolsRead(run.procedure as Step[], run.along ?? undefined));
  const logged = new Map(run.declared.map((c) => [c.symbol, c]));
  return (bench?.channels ?? []).flatMap(({ symbol, name }) => {
    const channel = logged.get(symbol);
    return channel && read.has(symbol) ? [{ symbol, name, unit: channel.unit, uncertainty: channel.uncertainty }] : [];
  });
}

interface ApplyToRunsProps {
  campaignId: number;
  source: SavedProcedureBody;
  runs: readonly RunRow[];
  exceptRunId: number | undefined;
}

function ApplyToRuns({ campaignId, source, runs, exceptRunId }: ApplyToRunsProps) {
  const others = runs.filter((r) => r.id !== exceptRunId);
  const [runIds, setRunIds] = useState<number[]>([]);
  const [left, setLeft] = useState<readonly string[]>([]);
  const [how, setHow] = useState<ApplyBody['how']>('replace');
  const [carriesUncertainty, setCarries] = useState(true);
  const steps = source.steps.filter((s) => !left.includes(s.id));
  const body = { steps, channels: source.channels, runIds, how, carriesUncertainty };
  const wanted = runIds.length > 0 && steps.length > 0;
  const preview = useQuery(queries.applied(campaignId, body, wanted));
  const apply = useMutation({
    mutationFn: () => ask<AppliedRun[]>(`/campaigns/${campaignId}/procedures/apply`, { body: { ...body, save: true } }),
  });
  return (
    <>
      <Field label="To">
        <Select
          mode="multiple"
          aria-label="Runs to apply it to"
          placeholder="choose runs"
          value={runIds}
          onChange={(ids: number[]) => {
            apply.reset();
            setRunIds(ids);
          }}
          options={others.map((r) => ({ value: r.id, label: r.name }))}
        />
      </Field>
      <Field
        label="Their steps"
        hint={
          how === 'replace'
            ? 'the steps that the runs have give way; undo brings them back'
            : 'these come after the steps that the runs have'
        }
      >
        <Segmented<ApplyBody['how']>
          block
          value={how}
          onChange={setHow}
          options={[
            { value: 'replace', label: 'replace' },
            { value: 'append', label: 'append' },
          ]}
        />
      </Field>
      <ul className="set-channels" aria-label="Steps to apply">
        {source.steps.map((s, i) => (
          <li key={s.id}>
            <Checkbox
              checked={!left.includes(s.id)}
              onChange={(e) => setLeft(e.target.checked ? left.filter((x) => x !== s.id) : [...left, s.id])}
            >
              {i + 1} {titleOf(s as Step)}
            </Checkbox>
          </li>
        ))}
      </ul>
      {preview.data?.some((r) => r.undeclared.length > 0) && (
        <Checkbox checked={carriesUncertainty} onChange={(e) => setCarries(e.target.checked)}>
          Declare the ± of the same sensors there, too
        </Checkbox>
      )}
      <Sentence error={preview.error ?? apply.error} />
      {wanted && preview.data?.map((r) => <AppliedReport key={r.runId} applied={r} />)}
      <div className="buttons">
        <Button type="primary" disabled={!wanted || !preview.data || apply.isPending} onClick={() => apply.mutate()}>
          Apply to {runIds.length === 1 ? '1 run' : `${runIds.length} runs`}
        </Button>
        {apply.isSuccess && <span className="soft">Applied. Each run can undo it.</span>}
      </div>
    </>
  );
}

/** What comes of it on one run: what is kept, what fails, what is missing, what has another unit. */
function AppliedReport({ applied }: { applied: AppliedRun }) {
  const { runName, samples, kept, reports, missing, undeclared, otherUnits } = applied;
  const failed = reports.flatMap((r, i) =>
    r.status === 'failed' ? [{ place: i + 1, message: r.error?.message ?? '' }] : [],
  );
  return (
    <section className="applied" aria-label={`On ${runName}`}>
      <b>{runName}</b>: {formatCount(kept)} of {formatCount(samples)} samples kept,{' '}
      {failed.length === 0 ? `all ${reports.length} steps work` : `${failed.length} of ${reports.length} steps fail`}
      {missing.length > 0 && <p className="doubt">Not in this run: {missing.join(', ')}.</p>}
      {undeclared.length > 0 && <p className="doubt">No ± is declared here of {undeclared.join(', ')}.</p>}
      {otherUnits.map((u) => (
        <p key={u.symbol} className="doubt">
          {u.symbol} is in {printUnit(u.here) || 'plain numbers'} here, not in {printUnit(u.made) || 'plain numbers'};
          limits given with a unit are converted.
        </p>
      ))}
      {failed.map((f) => (
        <p key={f.place} className="refusal">
          Step {f.place}: {f.message}
        </p>
      ))}
    </section>
  );
}

interface KeepProcedureProps {
  campaignId: number;
  own: SavedProcedureBody;
  source: SavedProcedureBody;
  kept: SavedProcedureRow | undefined;
  onKept(from: number | 'run'): void;
}

function KeepProcedure({ campaignId, own, source, kept, onKept }: KeepProcedureProps) {
  const [name, setName] = useState('');
  const [unreadable, setUnreadable] = useState<{ message: string } | null>(null);
  const keep = useMutation({
    mutationFn: (body: SavedProcedureBody) => ask<SavedProcedureRow>(`/campaigns/${campaignId}/procedures`, { body }),
    onSuccess: (row) => onKept(row.id),
  });
  const remove = useMutation({
    mutationFn: (id: number) => ask(`/procedures/${id}`, { method: 'DELETE' }),
    onSuccess: () => onKept('run'),
  });
  const read = async (file: File) => {
    setUnreadable(null);
    try {
      keep.mutate(JSON.parse(await file.text()) as SavedProcedureBody);
    } catch {
      setUnreadable({
        message: `"${file.name}" is no JSON file. Choose one that was exported here, or one that keeps to /api/procedure-schema.`,
      });
    }
  };
  return (
    <>
      <div className="buttons">
        <Input
          aria-label="Name of the kept procedure"
          placeholder="Name"
          maxLength={120}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Button
          disabled={name.trim() === '' || own.steps.length === 0 || keep.isPending}
          onClick={() => keep.mutate({ ...own, name: name.trim() })}
        >
          Save to the campaign
        </Button>
      </div>
      <div className="buttons">
        <button
          className="quiet"
          disabled={source.steps.length === 0}
          onClick={() => download(`${fileName(source.name)}.procedure.json`, asFile(source))}
        >
          Export as JSON
        </button>
        <Upload
          hasControlInside
          accept=".json,application/json"
          showUploadList={false}
          beforeUpload={(file) => {
            void read(file);
            return false;
          }}
        >
          <button className="quiet">Import a JSON file</button>
        </Upload>
        <span className="grow" />
        {kept && (
          <button className="quiet" onClick={() => remove.mutate(kept.id)}>
            Delete
          </button>
        )}
      </div>
      <Sentence error={unreadable ?? keep.error ?? remove.error} />
    </>
  );
}

const asFile = ({ name, steps, channels }: SavedProcedureBody): Blob =>
  new Blob([JSON.stringify({ name, steps, channels }, undefined, 2)], { type: 'application/json' });

function titleOf({ kind, settings }: Step): string {
  try {
    return stepKindOf(kind).words(settings as never).title;
  } catch {
    return kind;
  }
}
