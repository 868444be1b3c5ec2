import { proposedAnew, stepKindOf } from '@undameter/core';
import type { ReactNode } from 'react';
import { Field } from '../parts/Field';
import { controlOf } from './controls';
import type { FieldSchema, StepFormProps } from './stepFields';

/** The form of any step, made from the schema of its kind. */
export function StepForm(props: StepFormProps): ReactNode {
  const { step, channels, along, onChange } = props;
  const kind = stepKindOf(step.kind);
  const properties = Object.entries(kind.settings.properties) as [string, FieldSchema][];
  const set = (name: string, value: unknown) => {
    if (name !== 'channel') return onChange({ ...step.settings, [name]: value });
    const settings = proposedAnew(kind, step.settings, String(value), { along, channels });
    // A range is counted in the unit of its channel, which the words of the step tell.
    if (properties.some(([key, s]) => key === 'unit' && s.field === 'hidden'))
      settings['unit'] = channels.find((c) => c.symbol === value)?.unit ?? '';
    onChange(settings);
  };
  const counts = ({ field, when }: FieldSchema) =>
    field !== 'hidden' && (when === undefined || when.includes(String(step.settings['method'])));
  return (
    <div className="step-form">
      {properties
        .filter(([, schema]) => counts(schema))
        .map(([name, schema]) => (
          <Field
            key={name}
            label={schema.title ?? name}
            group={schema.field === 'formula' || schema.field === 'ranges'}
            hint={schema.field === 'formula' ? undefined : schema.description}
          >
            {controlOf(name, schema, props, (value) => set(name, value))}
          </Field>
        ))}
    </div>
  );
}
