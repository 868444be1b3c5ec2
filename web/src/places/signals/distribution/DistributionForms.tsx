import { InputNumber } from 'antd';
import { Field } from '../../../parts/Field';
import type { Bins, Counting } from './useDistributions';

interface FormProps<T> {
  chosen: T;
  onChange(chosen: T): void;
}

export const HistogramForm = ({ chosen, onChange }: FormProps<Bins>) => (
  <div className="spectrum-form">
    <Field label="Bins" hint="Left empty: as many as the values ask for.">
      <InputNumber
        aria-label="Bins"
        min={1}
        max={200}
        precision={0}
        placeholder="proposed"
        value={chosen.bins ?? null}
        onChange={(bins) => onChange(bins === null ? {} : { bins })}
      />
    </Field>
  </div>
);

export const CyclesForm = ({ chosen: { classes, least }, onChange }: FormProps<Counting>) => (
  <div className="spectrum-form">
    <Field label="Classes" hint="Of one width, from zero to the largest range. Left empty: 32.">
      <InputNumber
        aria-label="Classes"
        min={2}
        max={200}
        precision={0}
        placeholder="32"
        value={classes ?? null}
        onChange={(v) => onChange({ ...(v === null ? {} : { classes: v }), ...(least === undefined ? {} : { least }) })}
      />
    </Field>
    <Field
      label="Smallest range"
      hint="Smaller cycles are not counted, in the unit of each channel. Left empty: every one."
    >
      <InputNumber
        aria-label="Smallest range"
        min={0}
        placeholder="every one"
        value={least ?? null}
        onChange={(v) =>
          onChange({ ...(classes === undefined ? {} : { classes }), ...(v === null ? {} : { least: v }) })
        }
      />
    </Field>
  </div>
);
