import type { FitBody } from '@undameter/contract';
import { models } from '@undameter/core';
import { Select } from 'antd';
import { Field } from '../../parts/Field';
import { plainControl } from '../../step/controls';
import { numbersOf, settingsOf } from './draft';
import { withOwnModel, type ListedSeries } from './seriesOfFit';

interface SeriesModelsProps {
  body: FitBody;
  series: readonly ListedSeries[];
  onChange(body: FitBody): void;
}

/** Models that need no more than numbers. */
const offered = models.filter((m) => m.kind !== 'multilinear' && m.kind !== 'own');

/** A model for a single series, where that of the fit does not suit it. */
export function SeriesModels({ body, series, onChange }: SeriesModelsProps) {
  if (series.length < 2) return null;
  const own = body.models ?? {};
  return (
    <details className="ranges" open={Object.keys(own).length > 0}>
      <summary>Model, by series</summary>
      {series.map(({ key, name }) => {
        const chosen = own[key];
        const set = (model: string, settings: FitBody['settings']) =>
          onChange(withOwnModel(body, key, { model, settings }));
        return (
          <Field key={key} label={name} group>
            <Select
              aria-label={`Model of ${name}`}
              value={chosen?.model ?? ''}
              popupMatchSelectWidth={false}
              options={[
                { value: '', label: 'that of the fit' },
                ...offered.map((m) => ({ value: m.kind, label: m.title })),
              ]}
              onChange={(model) =>
                model === '' ? onChange(withOwnModel(body, key, null)) : set(model, settingsOf(model))
              }
            />
            {chosen &&
              numbersOf(chosen.model).map(([setting, schema]) => (
                <span key={setting}>
                  {plainControl(`${schema.title ?? setting}, ${name}`, schema, chosen.settings[setting], (value) =>
                    set(chosen.model, { ...chosen.settings, [setting]: value }),
                  )}
                </span>
              ))}
          </Field>
        );
      })}
    </details>
  );
}
