import type { Layout, Why } from '@undameter/core';
import { Button, Input, InputNumber, Progress, Segmented, Select } from 'antd';
import { formatCount } from '@undameter/core';
import type { JobReply } from '@undameter/contract';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { Remembered } from './Remembered';
import type { IntakeAction, IntakeState } from './state';

interface LayoutPanelProps {
  state: IntakeState;
  act(action: IntakeAction): void;
  job: JobReply | undefined;
  error: { message: string } | null;
  onLayout(layout: Layout): void;
  onPart(part: string): void;
  onImport(): void;
  onCancel(): void;
  onDiscard(): void;
}

/** How the file is read, why it is believed so, and the import itself. */
export function LayoutPanel({
  state,
  act,
  job,
  error,
  onLayout,
  onPart,
  onImport,
  onCancel,
  onDiscard,
}: LayoutPanelProps) {
  const { layout, upload, preview } = state;
  const why = layout === upload.layout ? upload.why : undefined;
  const set = (change: Partial<Layout>) => onLayout({ ...layout, ...change });
  const kept = state.columns.filter((c) => c.keep);
  const running = job?.state === 'running';
  return (
    <>
      <header className="panel-head">
        <h2>Layout</h2>
        <span className="grow" />
        <button className="quiet" onClick={onDiscard} disabled={running}>
          Another file
        </button>
      </header>
      <div className="panel-pad">
        {upload.container && (
          <Field label={upload.container.partTitle} hint={`of a ${upload.container.title}`}>
            <Select
              aria-label={upload.container.partTitle}
              value={upload.part}
              onChange={onPart}
              options={upload.parts.map((part) => ({ value: part, label: part }))}
            />
          </Field>
        )}
        {!upload.container && <TextLayout layout={layout} why={why} onChange={set} />}
        <Line
          label="Heading row"
          value={layout.headingLine}
          hint={why?.headingLine}
          onChange={(headingLine) => set({ headingLine })}
        />
        <Line
          label="Units row"
          value={layout.unitsLine}
          hint={why?.unitsLine}
          onChange={(unitsLine) => set({ unitsLine })}
        />
        <Line
          label="First data row"
          value={layout.firstDataLine}
          hint={why?.firstDataLine}
          onChange={(line) => line !== null && set({ firstDataLine: line })}
        />
      </div>
      <Remembered key={upload.part} state={state} act={act} />
      <header className="panel-head">
        <h2>Run</h2>
      </header>
      <div className="panel-pad">
        <Field label="Name">
          <Input
            value={state.runName}
            maxLength={120}
            onChange={(e) => act({ type: 'change', change: { runName: e.target.value } })}
          />
        </Field>
        <Field label="Kind">
          <Segmented<IntakeState['kind']>
            value={state.kind}
            onChange={(kind) => act({ type: 'change', change: { kind } })}
            options={['measured', 'simulated']}
          />
        </Field>
        <Field label="Runs along" hint="The channel along which samples are ordered, mostly time.">
          <Select
            value={state.along ?? -1}
            onChange={(v) => act({ type: 'change', change: { along: v === -1 ? null : v } })}
            options={[
              { value: -1, label: 'the sample number' },
              ...kept.map((c) => ({ value: c.index, label: `${c.symbol}  ${c.name}` })),
            ]}
          />
        </Field>
        {preview.doubts.map((d) => (
          <p key={d} className="doubt">
            {d}
          </p>
        ))}
        <Sentence error={error ?? job?.error} />
        {running ? (
          <div className="import-progress">
            <Progress percent={Math.round((100 * job.bytesRead) / Math.max(1, job.bytesTotal))} size="small" />
            <span className="number">{formatCount(job.rows)} rows</span>
            <Button onClick={onCancel}>Cancel</Button>
          </div>
        ) : (
          <Button type="primary" disabled={kept.length === 0 || state.runName.trim() === ''} onClick={onImport}>
            Import {kept.length} of {state.columns.length} columns
          </Button>
        )}
      </div>
    </>
  );
}

function Line({ label, value, hint, onChange }: { label: string; value: number | null; hint: string | undefined; onChange(line: number | null): void }) {
  return (
    <Field label={label} hint={hint}>
      <InputNumber min={1} max={10000} precision={0} placeholder="none" aria-label={label} value={value} onChange={onChange} />
    </Field>
  );
} // prettier-ignore

/** How lines of text become cells. */
function TextLayout({ layout, why, onChange }: { layout: Layout; why: Why | undefined; onChange(change: Partial<Layout>): void }) {
  return (
    <>
        <Field label="Delimiter" hint={why?.delimiter}>
          <Select
            value={layout.delimiter}
            onChange={(delimiter) => onChange({ delimiter })}
            options={[
              { value: ',', label: 'comma' },
              { value: ';', label: 'semicolon' },
              { value: '\t', label: 'tab' },
              { value: '|', label: 'bar' },
              { value: ' ', label: 'spaces' },
            ]}
          />
        </Field>
        <Field label="Decimal sign" hint={why?.decimal}>
          <Segmented<Layout['decimal']>
            value={layout.decimal}
            onChange={(decimal) => onChange({ decimal })}
            options={[
              { value: '.', label: 'point' },
              { value: ',', label: 'comma' },
            ]}
          />
        </Field>
        <Field label="Encoding">
          <Select
            value={layout.encoding}
            onChange={(encoding) => onChange({ encoding })}
            options={[
              { value: 'utf-8', label: 'UTF-8' },
              { value: 'utf-16le', label: 'UTF-16' },
              { value: 'latin1', label: 'Latin-1' },
            ]}
          />
        </Field>
    </>
  );
} // prettier-ignore
