import type { ConditionRow, FitBody, RunRow } from '@undameter/contract';
import { AppError, losses, lossNames, modelOf, models, printUnit } from '@undameter/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Input, Select } from 'antd';
import { offeredOn } from '../../condition/choosing';
import { ConditionsSelect } from '../../condition/ConditionsSelect';
import { OneSeriesOf } from '../../condition/OneSeriesOf';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import { ChannelSelect } from '../../step/ChannelSelect';
import { plainControl } from '../../step/controls';
import type { FormChannel } from '../../step/stepFields';
import { numbersOf, onRun, settingsOf, tidy, withAxes, withModel, withRange, without } from './draft';
import { FurtherFields } from './FurtherFields';
import { OwnFormula } from './OwnFormula';
import { RangeFields } from './RangeFields';
import { SeriesModels } from './SeriesModels';
import { seriesKept, seriesOfFit } from './seriesOfFit';

const pointKinds: { value: FitBody['data']; label: string }[] = [
  { value: 'samples', label: 'samples' },
  { value: 'operatingPoints', label: 'operating points' },
];

const weightings: { value: FitBody['weights']; label: string; explanation: string }[] = [
  {
    value: 'none',
    label: 'none',
    explanation: 'each point counts the same; ± from the scatter about the curve, and from what the points share',
  },
  {
    value: 'relative',
    label: 'by the ratios of the ±',
    explanation: 'sure points count more; ± still from the scatter about the curve, and from what the points share',
  },
  {
    value: 'absolute',
    label: 'by the ± as it stands',
    explanation:
      'sure points count more; ± from what is known to differ from point to point, where that is declared, however they scatter; else from the scatter',
  },
  {
    value: 'both',
    label: 'errors in x and y',
    explanation:
      'the distance to the curve is counted in the ± of both (orthogonal distance); ± from what is known to differ from point to point',
  },
];

type Loss = FitBody['choices']['loss'];
const lossOptions: { value: NonNullable<Loss> | 'square'; label: string }[] = [
  { value: 'square', label: 'all alike (least squares)' },
  ...lossNames.map((value) => ({ value, label: losses[value].title })),
];

interface FitFormProps {
  campaignId: number;
  body: FitBody;
  runs: readonly RunRow[];
  channels: readonly FormChannel[];
  conditions: readonly ConditionRow[];
  onChange(body: FitBody): void;
}

/** The formula as it is read; one that is half typed has none. */
function formulaOf({ model, settings }: FitBody): string {
  try {
    return modelOf(model).formula(settings as never);
  } catch (error) {
    if (error instanceof AppError) return '';
    throw error;
  }
}

/** What is fitted: the run, the conditions and what makes a series of them, x, y and the model. */
export function FitForm({ onChange: change, ...given }: FitFormProps) {
  const { body, conditions, runs } = given;
  const onChange = (next: FitBody): void => change(seriesKept(body, next, { conditions, runs }));
  const props = { ...given, onChange };
  return (
    <div className="panel-pad">
      <Field label="Name">
        <Input value={body.name} maxLength={120} onChange={(e) => onChange({ ...body, name: e.target.value })} />
      </Field>
      <PointsFields {...props} />
      <AxesFields {...props} />
      <FurtherFields {...props} />
      <ModelFields {...props} />
      <SeriesModels body={body} series={seriesOfFit(body, { conditions, runs })} onChange={onChange} />
    </div>
  );
}

/** Which points are fitted, and how they count. */
function PointsFields({ body, runs, conditions, onChange }: FitFormProps) {
  const client = useQueryClient();
  const set = (change: Partial<FitBody>) => onChange({ ...body, ...change });
  const moveTo = async (runId: number) => {
    const there = await client.fetchQuery(queries.bench(runId));
    onChange(onRun(body, runId, there.channels, conditions));
  };
  return (
    <>
      <Field label="Run">
        <Select
          aria-label="Run of the fit"
          value={body.runId || undefined}
          onChange={(runId: number) => void moveTo(runId)}
          options={runs.map((r) => ({ value: r.id, label: r.name }))}
        />
      </Field>
      <Field
        label="Conditions"
        hint={body.conditionIds.length === 0 ? 'none chosen: all kept samples as one series' : undefined}
      >
        <ConditionsSelect
          label="Conditions"
          conditions={offeredOn(conditions, body.runId)}
          value={body.conditionIds}
          onChange={(conditionIds) => set({ conditionIds })}
        />
      </Field>
      {body.conditionIds.length > 1 && (
        <Field label="One series of">
          <OneSeriesOf
            label="One series of"
            chosen={conditions.filter((c) => body.conditionIds.includes(c.id))}
            value={body.oneSeriesOf}
            onChange={(oneSeriesOf) => set({ oneSeriesOf })}
          />
        </Field>
      )}
      <Field
        label="Points"
        hint={body.data === 'operatingPoints' ? 'each steady stretch is one point, with its ±' : undefined}
      >
        <Select<FitBody['data']>
          aria-label="Points of the fit"
          value={body.data}
          onChange={(data) => set({ data })}
          options={pointKinds}
        />
      </Field>
      <Field label="Weights" hint={weightings.find((w) => w.value === body.weights)?.explanation}>
        <Select<FitBody['weights']>
          aria-label="Weights"
          value={body.weights}
          onChange={(weights) => set({ weights })}
          options={weightings.map(({ value, label }) => ({ value, label }))}
        />
      </Field>
    </>
  );
}

/** x and y, what far points count, and the ranges that were set. */
function AxesFields({ body, channels, conditions, runs, onChange }: FitFormProps) {
  const { choices } = body;
  const setChoices = (next: object) => onChange({ ...body, choices: tidy({ ...choices, ...next } as typeof choices) });
  return (
    <>
      <Field label="x">
        <ChannelSelect label="x" channels={channels} value={body.x} onChange={(x) => onChange(withAxes(body, { x }))} />
      </Field>
      <Field label="y">
        <ChannelSelect label="y" channels={channels} value={body.y} onChange={(y) => onChange(withAxes(body, { y }))} />
      </Field>
      <Field label="Far points" hint={choices.loss ? losses[choices.loss].explanation : undefined}>
        <Select
          aria-label="Far points"
          value={choices.loss ?? 'square'}
          onChange={(loss) => setChoices({ loss: loss === 'square' ? undefined : loss })}
          options={lossOptions}
        />
      </Field>
      <RangeFields
        series={seriesOfFit(body, { conditions, runs }).map((s) => s.name)}
        ranges={choices.ranges ?? {}}
        reach={choices.reach}
        onReach={(reach) => setChoices({ reach })}
        unit={printUnit(channels.find((c) => c.symbol === body.x)?.unit ?? '')}
        onChange={(series, range) =>
          onChange(
            range
              ? withRange(body, [series], range)
              : { ...body, choices: tidy({ ...choices, ranges: without(choices.ranges, series) }) },
          )
        }
      />
    </>
  );
}

/** The model with its settings. */
function ModelFields({ campaignId, body, channels, onChange }: FitFormProps) {
  const { data: own = [] } = useQuery(queries.ownModels(campaignId));
  const kept = own.find((m) => body.model === 'own' && m.formula === body.settings['formula']);
  const choose = (chosen: string) => {
    const mine = own.find((m) => `own ${m.id}` === chosen);
    if (mine) return onChange(withModel(body, 'own', { formula: mine.formula, meanings: mine.meanings }));
    onChange(withModel(body, chosen, settingsOf(chosen)));
  };
  return (
    <>
      <Field label="Model" hint={body.model === 'own' ? undefined : formulaOf(body)}>
        <Select
          showSearch={{ optionFilterProp: 'label' }}
          aria-label="Model"
          value={kept ? `own ${kept.id}` : body.model}
          onChange={choose}
          options={[
            ...models.map((m) => ({ value: m.kind, label: m.title })),
            ...own.map((m) => ({ value: `own ${m.id}`, label: `${m.name} (own)` })),
          ]}
        />
      </Field>
      {body.model === 'multilinear' && (
        <Field label="Further x" hint="the curve and the points are drawn with these at their means">
          <Select
            mode="multiple"
            aria-label="Further x"
            placeholder="channels"
            value={body.settings['others'] as string[]}
            onChange={(others: string[]) => onChange(withModel(body, 'multilinear', { others: others.slice(0, 6) }))}
            options={channels
              .filter((c) => c.symbol !== body.x && c.symbol !== body.y)
              .map((c) => ({ value: c.symbol, label: `${c.symbol} ${c.name}` }))}
          />
        </Field>
      )}
      {body.model === 'own' && (
        <OwnFormula
          campaignId={campaignId}
          body={body}
          channels={channels}
          onChange={(settings) => onChange({ ...body, settings })}
        />
      )}
      {numbersOf(body.model).map(([key, schema]) => (
        <Field key={key} label={schema.title ?? key}>
          {plainControl(schema.title ?? key, schema, body.settings[key], (value) =>
            onChange(withModel(body, body.model, { ...body.settings, [key]: value })),
          )}
        </Field>
      ))}
    </>
  );
}
