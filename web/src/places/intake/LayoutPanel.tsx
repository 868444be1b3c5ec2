import type { Layout } from '@undameter/core';
import { InputNumber, Select } from 'antd';
import type { ReactNode } from 'react';
import { Field } from '../../parts/Field';
import { Remembered } from './Remembered';
import { RunForm } from './RunForm';
import { Sure } from './Sure';
import { TextLayout } from './TextLayout';
import type { LayoutPanelProps } from './layoutPanelProps';

/** How the file is read, why it is believed so, and the import itself. */
export function LayoutPanel(props: LayoutPanelProps) {
  const { state, act, job, onLayout, onParts, onDiscard } = props;
  const { layout, upload } = state;
  const why = layout === upload.layout ? upload.why : undefined;
  const set = (change: Partial<Layout>) => onLayout({ ...layout, ...change });
  // A text inside an archive has its lines still; a sheet or a table has cells.
  const isText = upload.levels.length === 0 || /gzip|zip|block/.test(upload.levels.at(-1)!.title);
  return (
    <>
      <header className="panel-head">
        <h2>Layout</h2>
        <span className="grow" />
        <button className="quiet" onClick={onDiscard} disabled={job?.state === 'running'}>
          Another file
        </button>
      </header>
      <div className="panel-pad">
        {state.preview.doubts.map((d) => (
          <p key={d} className="doubt">
            {d}
          </p>
        ))}
        {upload.levels.map((level, k) => (
          <Field key={k} label={level.partTitle} hint={`of a ${level.title}`}>
            <Select
              showSearch
              aria-label={level.partTitle}
              popupMatchSelectWidth={false}
              value={level.part}
              onChange={(part) => onParts([...upload.levels.slice(0, k).map((l) => l.part), part])}
              options={level.parts.map((part) => ({ value: part, label: part }))}
            />
          </Field>
        ))}
        <TextLayout layout={layout} why={why} plain={isText} onChange={onLayout} />
        <Line
          label="Heading row"
          value={layout.headingLine}
          hint={why && <Sure because={why.headingLine} />}
          onChange={(headingLine) => set({ headingLine })}
        />
        <Line
          label="Units row"
          value={layout.unitsLine}
          hint={why && <Sure because={why.unitsLine} />}
          onChange={(unitsLine) => set({ unitsLine })}
        />
        <Line
          label="First data row"
          value={layout.firstDataLine}
          hint={why && <Sure because={why.firstDataLine} />}
          onChange={(line) => line !== null && set({ firstDataLine: line })}
        />
        <Line
          label="Last data row"
          value={layout.lastDataLine ?? null}
          hint={undefined}
          onChange={(lastDataLine) => {
            const { lastDataLine: _, ...rest } = layout;
            onLayout(lastDataLine === null ? rest : { ...rest, lastDataLine });
          }}
        />
      </div>
      <Remembered key={upload.levels.map((l) => l.part).join()} state={state} act={act} />
      <RunForm {...props} />
    </>
  );
}

interface LineProps {
  label: string;
  value: number | null;
  hint: ReactNode;
  onChange(line: number | null): void;
}

function Line({ label, value, hint, onChange }: LineProps) {
  return (
    <Field label={label} hint={hint}>
      <InputNumber
        min={1}
        max={2_000_000_000}
        precision={0}
        placeholder="none"
        aria-label={label}
        value={value}
        onChange={onChange}
      />
    </Field>
  );
}
