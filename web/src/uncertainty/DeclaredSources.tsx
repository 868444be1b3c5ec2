import type { DeclaredUncertainty } from '@undameter/core';
import { Checkbox, Input } from 'antd';
import type { FormChannel } from '../step/stepFields';
import { UncertaintyFields } from './UncertaintyFields';
import { sourcesOf, withChange, withSource } from './sources';

interface DeclaredSourcesProps {
  unit: string;
  value: DeclaredUncertainty | null;
  /** Channels that could tell it. */
  channels: readonly FormChannel[];
  /** What else can name a shared source. */
  others?: string;
  onChange(value: DeclaredUncertainty | null): void;
}

/** What is declared of a channel: one uncertainty, or each source of error by itself. */
export function DeclaredSources({ unit, value, channels, others = 'channels', onChange }: DeclaredSourcesProps) {
  return (
    <>
      {value?.kind === 'several' ? (
        sourcesOf(value).map(({ name, isShared, of }, i) => (
          <fieldset key={i} className="source">
            <div className="source-head">
              <Input
                aria-label={`Name of source ${i + 1}`}
                value={name}
                maxLength={60}
                onChange={(e) => onChange(withChange(value, i, { name: e.target.value }))}
              />
              <button
                type="button"
                className="quiet"
                aria-label={`Take out ${name}`}
                onClick={() => onChange(withChange(value, i, null))}
              >
                ×
              </button>
            </div>
            <Checkbox
              checked={isShared}
              onChange={(e) => onChange(withChange(value, i, { isShared: e.target.checked }))}
            >
              shared with all {others} that name it
            </Checkbox>
            <UncertaintyFields
              unit={unit}
              value={of}
              channels={channels}
              onChange={(next) => onChange(withChange(value, i, next && { of: next }))}
            />
          </fieldset>
        ))
      ) : (
        <UncertaintyFields unit={unit} value={value} channels={channels} onChange={onChange} />
      )}
      <button type="button" className="quiet" onClick={() => onChange(withSource(value))}>
        + Source of error
      </button>
    </>
  );
}
