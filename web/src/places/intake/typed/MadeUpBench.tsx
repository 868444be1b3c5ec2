import type { CampaignReply, RunReply } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { Button, Input, InputNumber, Select } from 'antd';
import type { ReactNode } from 'react';
import { PlaceFrame } from '../../../app/PlaceFrame';
import { AxesTool } from '../../../axes/AxesTool';
import { useWithAxes } from '../../../axes/useWithAxes';
import { Chart, type Size } from '../../../chart/Chart';
import { ask } from '../../../data/api';
import { useDraft } from '../../../data/useDraft';
import { Field } from '../../../parts/Field';
import { PanelHead } from '../../../parts/PanelHead';
import { Sentence } from '../../../parts/Sentence';
import { useTheme } from '../../../theme/ThemeProvider';
import {
  distributionWords,
  firstMadeUp,
  growthWords,
  madeUpOption,
  recipeOf,
  triedRecipe,
  type MadeUp,
} from './madeUp';
import './typed.css';

interface MadeUpBenchProps {
  campaign: CampaignReply;
  onMade(runId: number): void;
  onLeave(): void;
}

/** A run from a formula with errors laid on it, for trying a method out: seen before it is made. */
export function MadeUpBench({ campaign, onMade, onLeave }: MadeUpBenchProps) {
  const { palette } = useTheme();
  const [draft, set] = useDraft<MadeUp>(`${campaign.id}.madeUp`);
  const madeUp = draft ?? firstMadeUp;
  const change = (part: Partial<MadeUp>): void => set({ ...madeUp, ...part });
  const tried = triedRecipe(madeUp);
  const make = useMutation({
    mutationFn: () =>
      ask<RunReply>(`/campaigns/${campaign.id}/made-up-runs`, {
        body: { name: madeUp.name.trim() || 'Run', recipe: recipeOf(madeUp) },
      }),
    onSuccess: (run) => {
      set(null);
      onMade(run.id);
    },
  });
  const axes = useWithAxes(campaign.id, 'made up', (size: Size) =>
    'problem' in tried ? {} : madeUpOption(tried.channels, palette, size),
  );
  return (
    <PlaceFrame
      title="Made-up run"
      context={<span className="soft">from a formula, with errors; no measurement</span>}
      heading={
        <>
          <b>{'problem' in tried ? 'Nothing to draw yet' : tried.words}</b>
          <span className="grow" />
          <AxesTool axes={axes} />
        </>
      }
      chart={
        <>
          {'problem' in tried && <p className="panel-pad doubt">{tried.problem}</p>}
          <Chart label={`${madeUp.y.name} over ${madeUp.x.name}, made up`} build={axes.build} />
        </>
      }
      panel={
        <>
          <PanelHead title="Make a run up" leave="To all runs" onLeave={onLeave} />
          <div className="panel-pad">
            <Field label="Name" hint="“(made up)” is put behind it, and stays there">
              <Input maxLength={100} value={madeUp.name} onChange={(e) => change({ name: e.target.value })} />
            </Field>
            <QuantityFields title="x" value={madeUp.x} onChange={(x) => change({ x: { ...madeUp.x, ...x } })}>
              <RangeOfX madeUp={madeUp} onChange={change} />
            </QuantityFields>
            <QuantityFields title="y" value={madeUp.y} onChange={(y) => change({ y: { ...madeUp.y, ...y } })}>
              <Field label="Formula">
                <Input
                  aria-label="Formula of y"
                  value={madeUp.y.formula}
                  onChange={(e) => change({ y: { ...madeUp.y, formula: e.target.value } })}
                />
              </Field>
            </QuantityFields>
            <NoiseFields madeUp={madeUp} onChange={change} />
            <Sentence error={make.error} />
            <div className="buttons">
              <Button type="primary" disabled={'problem' in tried || make.isPending} onClick={() => make.mutate()}>
                Make this run
              </Button>
            </div>
          </div>
        </>
      }
    />
  );
}

interface QuantityFieldsProps {
  title: string;
  value: { name: string; symbol: string; unit: string };
  onChange(part: { name?: string; symbol?: string; unit?: string }): void;
  children: ReactNode;
}

function QuantityFields({ title, value, onChange, children }: QuantityFieldsProps) {
  const text = (key: 'name' | 'symbol' | 'unit', label: string) => (
    <Input
      aria-label={`${label} of ${title}`}
      placeholder={label.toLowerCase()}
      value={value[key]}
      onChange={(e) => onChange({ [key]: e.target.value })}
    />
  );
  return (
    <section aria-label={title}>
      <Field label={title} group>
        <span className="sheet-line">
          {text('name', 'Name')}
          {text('symbol', 'Symbol')}
          {text('unit', 'Unit')}
        </span>
      </Field>
      {children}
    </section>
  );
}

interface PartProps {
  madeUp: MadeUp;
  onChange(part: Partial<MadeUp>): void;
}

function RangeOfX({ madeUp, onChange }: PartProps) {
  const number = (key: 'from' | 'to' | 'count', label: string) => (
    <InputNumber aria-label={label} value={madeUp[key]} onChange={(v) => v !== null && onChange({ [key]: v })} />
  );
  return (
    <>
      <Field label="From, to" group>
        <span className="sheet-line">
          {number('from', 'x from')}
          {number('to', 'x to')}
        </span>
      </Field>
      <Field label="Samples">{number('count', 'Samples')}</Field>
      <Field label="Or at these x" hint="numbers apart by blanks; they count instead of the range">
        <Input.TextArea
          aria-label="Typed x"
          autoSize={{ minRows: 1, maxRows: 4 }}
          value={madeUp.typedX}
          onChange={(e) => onChange({ typedX: e.target.value })}
        />
      </Field>
    </>
  );
}

function NoiseFields({ madeUp, onChange }: PartProps) {
  const { noise } = madeUp;
  const set = (part: Partial<MadeUp['noise']>): void => onChange({ noise: { ...noise, ...part } });
  const number = (label: string, value: number, put: (v: number) => Partial<MadeUp['noise']>, most?: number) => (
    <InputNumber
      aria-label={label}
      min={0}
      {...(most === undefined ? {} : { max: most })}
      value={value}
      onChange={(v) => v !== null && set(put(v))}
    />
  );
  return (
    <section aria-label="Errors">
      <Field label="Errors">
        <Select<MadeUp['noise']['distribution']>
          aria-label="Errors"
          value={noise.distribution}
          onChange={(distribution) => set({ distribution })}
          options={Object.entries(distributionWords).map(([value, label]) => ({
            value: value as MadeUp['noise']['distribution'],
            label,
          }))}
        />
      </Field>
      <Field label="Size" hint="one standard deviation" group>
        <span className="sheet-line">
          {number('Size', noise.size, (size) => ({ size }))}
          <Select<MadeUp['noise']['growth']>
            aria-label="Size means"
            value={noise.growth}
            onChange={(growth) => set({ growth })}
            options={Object.entries(growthWords(madeUp.y.unit)).map(([value, label]) => ({
              value: value as MadeUp['noise']['growth'],
              label,
            }))}
          />
        </span>
      </Field>
      <Field
        label="Outliers"
        hint={`% of the samples, off by so much${madeUp.y.unit ? ` ${madeUp.y.unit}` : ''}`}
        group
      >
        <span className="sheet-line">
          {number(
            'Outliers in per cent',
            noise.outliers.percent,
            (percent) => ({ outliers: { ...noise.outliers, percent } }),
            50,
          )}
          {number('Outliers off by', noise.outliers.by, (by) => ({ outliers: { ...noise.outliers, by } }))}
        </span>
      </Field>
      <Field label="Seed" hint="the same number gives the same errors">
        {number('Seed', noise.seed, (seed) => ({ seed: Math.round(seed) }), 4294967295)}
      </Field>
    </section>
  );
}
