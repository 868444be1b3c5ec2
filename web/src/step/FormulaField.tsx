import type { FormulaReply } from '@undameter/contract';
import {
  builtIns,
  constants,
  formatValue,
  formatWithUncertainty,
  functions,
  readingFunctions,
  printUnit,
  wholeValues,
} from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { useParams } from 'react-router';
import { queries } from '../data/queries';
import { MonteCarloCheck } from './MonteCarloCheck';
import type { StepFormProps } from './stepFields';

/** The editor is loaded where a formula is, not with the bench. */
const FormulaEditor = lazy(() => import('./FormulaEditor'));

interface FormulaFieldProps extends Pick<StepFormProps, 'runId' | 'before' | 'channels'> {
  value: string;
  unit: string;
  onChange(formula: string): void;
}

const argumentInWords = ({ name, unit }: { name: string; unit: string }): string =>
  unit ? `${name.toLowerCase()} in ${printUnit(unit)}` : name.toLowerCase();

/** A formula with the unit that it gives and its first values, or what is wrong with it and where. */
export function FormulaField({ runId, before, channels, value, unit, onChange }: FormulaFieldProps) {
  const campaignId = Number(useParams()['campaignId']);
  const { data: tables } = useQuery(queries.tables(campaignId));
  const { data: check } = useQuery(queries.formula(runId, { formula: value, unit, before }));
  // An empty field is not wrong, it waits.
  const problem = value.trim() === '' ? null : check?.problem;
  const at = problem?.facts['at'];
  const words = [
    ...channels.map((c) => ({
      text: c.symbol,
      kind: 'channel',
      explanation: `${c.name}${c.unit ? `, ${printUnit(c.unit)}` : ''}`,
    })),
    ...(tables ?? []).map((t) => ({
      text: `${t.symbol}(`,
      kind: 'table',
      explanation: `${t.name} in ${printUnit(t.yUnit)} against ${[{ name: t.xName, unit: t.xUnit }, ...(t.second ? [t.second] : [])].map(argumentInWords).join(' and ')}`,
    })),
    ...builtIns.map((b) => ({
      text: `${b.symbol}(`,
      kind: 'built in',
      explanation: `${b.name} in ${printUnit(b.unit)} against ${b.arguments.map(argumentInWords).join(' and ')}`,
    })),
    ...Object.entries(functions).map(([name, f]) => ({
      text: `${name}(`,
      kind: 'function',
      explanation: f.explanation,
    })),
    ...Object.entries(readingFunctions).map(([name, f]) => ({
      text: `${name}(`,
      kind: 'function',
      explanation: f.description,
    })),
    { text: 'if(', kind: 'function', explanation: 'one of two: if(comparison, then, otherwise)' },
    ...wholeValues.map((name) => ({
      text: `${name} of `,
      kind: 'whole channel',
      explanation: `one value, over what is kept: ${name}`,
    })),
    ...Object.entries(constants).map(([name, c]) => ({
      text: name,
      kind: 'constant',
      explanation: `${c.explanation}, ${c.value} ${printUnit(c.unit)}`,
    })),
    ...['and', 'or', 'not'].map((name) => ({ text: `${name} `, kind: 'logic', explanation: 'joins comparisons' })),
  ];
  return (
    <span className="formula">
      <Suspense fallback={<code className="formula-editor">{value}</code>}>
        <FormulaEditor
          value={value}
          words={words}
          problem={problem ? { at: typeof at === 'number' ? at : 0, message: problem.message } : null}
          onChange={onChange}
        />
      </Suspense>
      <span className={problem ? 'refusal' : 'soft'} role="status">
        {problem?.message ??
          (value.trim() === ''
            ? 'A unit in square brackets belongs to the number before it: 9.81 [m/s^2].'
            : check
              ? givesInWords(check)
              : '')}
      </span>
      {check && !check.problem && value.trim() !== '' && (
        <MonteCarloCheck key={`${value} ${unit} ${before}`} runId={runId} formula={value} unit={unit} before={before} />
      )}
    </span>
  );
}

/** The unit that comes out, and the first values with their ±. */
function givesInWords({ unit, first }: FormulaReply): string {
  const said = first.map(({ value, uncertainty }) => {
    if (value === null) return 'missing';
    if (!uncertainty) return formatValue(value);
    const both = formatWithUncertainty(value, uncertainty);
    return `${both.value} ± ${both.uncertainty}`;
  });
  return `gives ${unit || 'a plain number'}${said.length > 0 ? `: ${said.join(', ')} …` : ''}`;
}
