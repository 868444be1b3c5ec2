import type { CandidateBody, FitRow, RunRow } from '@undameter/contract';
import { interpolationMethods } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { InputNumber, Select } from 'antd';
import { useState } from 'react';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import { ChannelSelect } from '../../step/ChannelSelect';
import { ofFit, ofRun, touchedInWords } from './draft';

interface CandidateFormProps {
  number: number;
  candidate: CandidateBody;
  runs: readonly RunRow[];
  fits: readonly FitRow[];
  /** Unit of y of the reference. */
  unit: string;
  /** What the reference calls its x and y: taken where the run has them too. */
  like: { x: string; y: string };
  onChange(candidate: CandidateBody): void;
  onRemove: (() => void) | undefined;
}

/** One candidate: a run with its own x and y, or a fit; a known offset and scale, said openly; and what its maker knows of it. */
export function CandidateForm(props: CandidateFormProps) {
  const { number, candidate, unit, onChange, onRemove } = props;
  const { offset, scale, method, uncertainty } = candidate;
  const [open, setOpen] = useState(false);
  const isTouched = offset !== 0 || scale !== 1;
  const isOpen = open || isTouched || method !== 'linear';
  return (
    <div className="candidate panel-pad" role="group" aria-label={`Candidate ${number}`}>
      <SourceFields {...props} />
      <Field
        label="Its ±"
        hint={
          uncertainty === null ? 'standard uncertainty that its maker states; none: it is taken as exact' : undefined
        }
      >
        <InputNumber
          aria-label={`Uncertainty of candidate ${number}`}
          min={0}
          value={uncertainty}
          suffix={unit}
          placeholder="none stated"
          onChange={(v) => onChange({ ...candidate, uncertainty: v })}
        />
      </Field>
      {isOpen && <HowFields {...props} />}
      <div className="buttons">
        {!isOpen && (
          <button className="quiet" onClick={() => setOpen(true)}>
            Interpolation, scale, offset …
          </button>
        )}
        {isTouched && <span className="doubt">{touchedInWords(candidate, unit)}</span>}
        <span className="grow" />
        {onRemove && (
          <button className="quiet" onClick={onRemove}>
            Take out
          </button>
        )}
      </div>
    </div>
  );
}

/** The run with its x and y, or the fit. */
function SourceFields({ number, candidate, runs, fits, like, onChange }: CandidateFormProps) {
  const { source } = candidate;
  const runId = source.kind === 'run' ? source.runId : 0;
  const { data: bench } = useQuery({ ...queries.bench(runId), enabled: runId > 0 });
  const channels = bench?.channels ?? [];
  const known = (symbol: string) => (channels.some((c) => c.symbol === symbol) ? symbol : '');
  const choose = (key: string) => {
    const [kind, id] = key.split(' ');
    const next = kind === 'fit' ? ofFit(Number(id)) : ofRun(Number(id), like.x, like.y);
    onChange({ ...candidate, source: next.source });
  };
  return (
    <>
      <Field label={`Candidate ${number}`}>
        <Select
          aria-label={`Source of candidate ${number}`}
          showSearch={{ optionFilterProp: 'label' }}
          value={source.kind === 'fit' ? `fit ${source.fitId}` : `run ${source.runId}`}
          onChange={choose}
          options={[
            ...runs.map((r) => ({
              value: `run ${r.id}`,
              label: r.kind === 'simulated' ? `${r.name} (simulated)` : r.name,
            })),
            ...fits.map((f) => ({ value: `fit ${f.id}`, label: `${f.name} (fit)` })),
          ]}
        />
      </Field>
      {source.kind === 'run' &&
        (['x', 'y'] as const).map((axis) => (
          <Field key={axis} label={`Its ${axis}`}>
            <ChannelSelect
              label={`${axis} of candidate ${number}`}
              channels={channels}
              value={known(source[axis])}
              onChange={(symbol) => onChange({ ...candidate, source: { ...source, [axis]: symbol } })}
            />
          </Field>
        ))}
    </>
  );
}

/** How it is read between its points, scaled and moved. */
function HowFields({ number, candidate, unit, onChange }: CandidateFormProps) {
  const set = (change: Partial<CandidateBody>) => onChange({ ...candidate, ...change });
  return (
    <>
      {candidate.source.kind === 'run' && (
        <Field label="Between points">
          <Select
            aria-label={`Interpolation of candidate ${number}`}
            value={candidate.method}
            onChange={(method: string) => set({ method })}
            options={interpolationMethods.map((m) => ({ value: m.kind, label: m.title }))}
          />
        </Field>
      )}
      <Field label="Times">
        <InputNumber
          aria-label={`Scale of candidate ${number}`}
          value={candidate.scale}
          onChange={(v) => v !== null && set({ scale: v })}
        />
      </Field>
      <Field label="Plus">
        <InputNumber
          aria-label={`Offset of candidate ${number}`}
          value={candidate.offset}
          suffix={unit}
          onChange={(v) => v !== null && set({ offset: v })}
        />
      </Field>
    </>
  );
}
