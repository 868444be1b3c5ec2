import type { FitBody } from '@undameter/contract';
import { AppError, functions, modelOf, parseUnit, plain, printUnit, type Parameter } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Input, Popover } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import type { FormChannel } from '../../step/stepFields';

/** The editor is loaded where a formula is, not with the bench. */
const FormulaEditor = lazy(() => import('../../step/FormulaEditor'));

/** One and the same, so that nothing is computed anew for it. */
const NONE: Record<string, string> = {};

const words = [
  { text: 'x', kind: 'variable', explanation: 'the channel that is x' },
  ...Object.entries(functions).map(([name, f]) => ({ text: `${name}(`, kind: 'function', explanation: f.explanation })),
  { text: 'if(', kind: 'function', explanation: 'one of two: if(comparison, then, otherwise)' },
];

/** The parameters of a formula with their units, or what is wrong with it. */
function understood(
  formula: string,
  meanings: Record<string, string>,
  x: string,
  y: string,
): { parameters: Parameter[]; problem?: AppError } {
  const settings = { formula, meanings } as never;
  try {
    return { parameters: modelOf('own').parameters(settings, parseUnit(x), parseUnit(y)) };
  } catch (problem) {
    if (!(problem instanceof AppError)) throw problem;
    return { parameters: [], problem };
  }
}

/** Parameters that are called as channels of the run are. */
const alsoChannelsInWords = (symbols: readonly string[]): string =>
  symbols.length > 1
    ? `${symbols.join(', ')} are channels of the run too; here they are parameters that the fit looks for.`
    : `${symbols[0]} is a channel of the run too; here it is a parameter that the fit looks for.`;

interface OwnFormulaProps {
  campaignId: number;
  body: FitBody;
  channels: readonly FormChannel[];
  onChange(settings: FitBody['settings']): void;
}

/** A formula of one's own in x: its parameters with the units that follow, their meanings, and its place in the campaign. */
export function OwnFormula({ campaignId, body, channels, onChange }: OwnFormulaProps) {
  const formula = String(body.settings['formula'] ?? '');
  const meanings = (body.settings['meanings'] ?? NONE) as Record<string, string>;
  const unitOf = (symbol: string): string => channels.find((c) => c.symbol === symbol)?.unit ?? '';
  const [x, y] = [unitOf(body.x), unitOf(body.y)];
  const { parameters, problem } = understood(formula, { ...meanings }, x, y);
  const alsoChannels = parameters.filter((p) => channels.some((c) => c.symbol === p.symbol)).map((p) => p.symbol);
  return (
    <>
      <FormulaInput
        formula={formula}
        problem={formula === '' ? undefined : problem}
        onChange={(next) => onChange({ ...body.settings, formula: next })}
      />
      {alsoChannels.length > 0 && <p className="doubt">{alsoChannelsInWords(alsoChannels)}</p>}
      {parameters.map((p) => (
        <Field
          key={p.symbol}
          label={`${p.symbol}${p.unit === plain || !p.unit.text ? '' : ` (${printUnit(p.unit.text)})`}`}
        >
          <Input
            aria-label={`Meaning of ${p.symbol}`}
            placeholder="what it means"
            maxLength={200}
            value={meanings[p.symbol] ?? ''}
            onChange={(e) => onChange({ ...body.settings, meanings: { ...meanings, [p.symbol]: e.target.value } })}
          />
        </Field>
      ))}
      <div className="buttons">
        <KeepFormula campaignId={campaignId} formula={formula} meanings={meanings} disabled={!!problem} />
      </div>
    </>
  );
}

interface FormulaInputProps {
  formula: string;
  problem: AppError | undefined;
  onChange(formula: string): void;
}

/** The formula with what is wrong with it below, at its character. */
function FormulaInput({ formula, problem, onChange }: FormulaInputProps) {
  const fact = problem?.facts['at' as never] as unknown;
  const at = typeof fact === 'number' ? fact : undefined;
  return (
    <Field label="Formula" group hint="in x; every other name is a parameter">
      <span className="formula">
        <Suspense fallback={<code className="formula-editor">{formula}</code>}>
          <FormulaEditor
            value={formula}
            words={words}
            problem={problem ? { at: at ?? 0, message: problem.message } : null}
            onChange={onChange}
          />
        </Suspense>
        {problem && (
          <span className="refusal" role="status">
            {at === undefined ? '' : `At character ${at + 1}: `}
            {problem.message}
          </span>
        )}
      </span>
    </Field>
  );
}

interface KeepFormulaProps {
  campaignId: number;
  formula: string;
  meanings: Record<string, string>;
  disabled: boolean;
}

/** Keeps the formula under a name, and forgets others. */
function KeepFormula({ campaignId, formula, meanings, disabled }: KeepFormulaProps) {
  const [name, setName] = useState('');
  const { data: kept = [] } = useQuery(queries.ownModels(campaignId));
  const keep = useMutation({
    mutationFn: () => ask(`/campaigns/${campaignId}/models`, { body: { name: name.trim(), formula, meanings } }),
  });
  const forget = useMutation({
    mutationFn: (id: number) => ask(`/models/${id}`, { method: 'DELETE' }),
  });
  const content = (
    <div className="keep-model">
      <Input
        aria-label="Name of the formula"
        placeholder="name"
        value={name}
        maxLength={120}
        onChange={(e) => setName(e.target.value)}
      />
      <button className="quiet" disabled={name.trim() === '' || keep.isPending} onClick={() => keep.mutate()}>
        Keep in the campaign
      </button>
      <Sentence error={keep.error} />
      {kept.map((m) => (
        <p key={m.id}>
          {m.name} <code>{m.formula}</code>{' '}
          <button className="quiet" onClick={() => forget.mutate(m.id)}>
            Forget
          </button>
        </p>
      ))}
    </div>
  );
  return (
    <Popover trigger="click" content={content}>
      <button className="quiet" disabled={disabled}>
        Keep this formula …
      </button>
    </Popover>
  );
}
