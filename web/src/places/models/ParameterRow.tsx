import type { FitBody, ParameterRow as ParameterRowReply } from '@undameter/contract';
import { formatValue, formatWithUncertainty } from '@undameter/core';
import { Input, InputNumber, Select, Slider } from 'antd';
import { memo, useState } from 'react';
import { tidy, withBounds, withState, type ParameterState } from './draft';
import { nudged, rangeWithin } from './nudge';
import { boundInWords } from './parameterRows';
import type { ParametersTabProps } from './parametersTabProps';

const states: { value: ParameterState; label: string }[] = [
  { value: 'found', label: 'found' },
  { value: 'fixed', label: 'fixed' },
  { value: 'tied', label: 'tied to others' },
  { value: 'shared', label: 'one for all series' },
];
const nudges = [-0.1, -0.01, -0.001, 0.001, 0.01, 0.1];

interface ParameterRowProps extends Omit<ParametersTabProps, 'start' | 'onStart'> {
  row: ParameterRowReply;
  startValue: number | undefined;
  onStartValue(symbol: string, value: number): void;
}

/** Kept while its own values stay: a slider of another moves many times a second. */
export const ParameterRow = memo(function ParameterRow(props: ParameterRowProps) {
  const { body, series, row: p, startValue, onStartValue } = props;
  const said = formatWithUncertainty(p.value ?? NaN, p.standardError ?? NaN);
  const isSearched = p.state === 'found' || p.state === 'shared';
  const [lower, upper] = body.choices.bounds?.[p.symbol] ?? [null, null];
  const place = p.value === null ? '' : boundInWords(p.value, lower, upper);
  return (
    <li className="parameter">
      <b>{p.symbol}</b>
      <span className="number">
        {said.value}
        {p.state === 'fixed' ? '' : ` ± ${said.uncertainty}`} {p.unit}
      </span>
      <small>{p.meaning}</small>
      <Treatment {...props} />
      {isSearched && (
        <>
          <Bounds {...props} lower={lower} upper={upper} />
          {place && <small>{place}</small>}
          {startValue !== undefined && (
            <StartValue symbol={p.symbol} value={startValue} onChange={(v) => onStartValue(p.symbol, v)} />
          )}
          <Nudges {...props} isFound={!series.problem} />
        </>
      )}
    </li>
  );
});

/** How a parameter is treated, and at what it is fixed or to what it is tied. */
function Treatment({ body, fit, row: { symbol, state, value }, onChange }: ParameterRowProps) {
  const { choices } = body;
  const setChoices = (change: Partial<FitBody['choices']>) =>
    onChange({ ...body, choices: tidy({ ...choices, ...change }) });
  return (
    <div className="parameter-controls">
      <Select<ParameterState>
        size="small"
        aria-label={`How ${symbol} is treated`}
        value={state}
        onChange={(next) => onChange({ ...body, choices: withState(choices, symbol, next, value ?? 0) })}
        options={states.filter((s) => s.value !== 'shared' || fit.series.length > 1)}
      />
      {state === 'fixed' && (
        <InputNumber
          size="small"
          aria-label={`${symbol} is fixed at`}
          value={choices.fixed?.[symbol] ?? null}
          onChange={(v) => v !== null && setChoices({ fixed: { ...choices.fixed, [symbol]: v } })}
        />
      )}
      {state === 'tied' && (
        <Input
          size="small"
          aria-label={`${symbol} is tied to`}
          prefix="="
          defaultValue={choices.tied?.[symbol] ?? ''}
          onBlur={(e) => setChoices({ tied: { ...choices.tied, [symbol]: e.target.value } })}
          onPressEnter={(e) => e.currentTarget.blur()}
        />
      )}
    </div>
  );
}

type BoundsProps = ParameterRowProps & { lower: number | null; upper: number | null };

function Bounds({ body, row: { symbol }, lower, upper, onChange }: BoundsProps) {
  const set = (low: number | null, high: number | null) =>
    onChange({ ...body, choices: withBounds(body.choices, symbol, [low, high]) });
  return (
    <div className="parameter-controls">
      <InputNumber
        size="small"
        aria-label={`Lowest ${symbol}`}
        placeholder="no lower"
        value={lower}
        onChange={(v) => set(v, upper)}
      />
      <span className="soft">to</span>
      <InputNumber
        size="small"
        aria-label={`Highest ${symbol}`}
        placeholder="no upper"
        value={upper}
        onChange={(v) => set(lower, v)}
      />
    </div>
  );
}

/** Nudges of a parameter, what the one in hand does to the misfit, and how far it can be moved alone. */
function Nudges({ series, row: { symbol, state }, nudge, isFound, onNudge }: ParameterRowProps & { isFound: boolean }) {
  const mine = nudge?.symbol === symbol ? nudge : null;
  const moved = isFound && mine ? nudged(series, mine) : null;
  const within = !isFound || state === 'fixed' ? null : rangeWithin(series, symbol);
  return (
    <>
      <div className="parameter-controls nudges" role="group" aria-label={`Nudge ${symbol}`}>
        {nudges.map((share) => (
          <button
            key={share}
            className={`quiet ${mine?.share === share ? 'on' : ''}`}
            onClick={() => onNudge(mine?.share === share ? null : { symbol, share })}
          >
            {share > 0 ? '+' : '−'}
            {Math.abs(share) * 100} %
          </button>
        ))}
      </div>
      {moved && <small className="said">misfit × {moved.growth.toPrecision(3)}</small>}
      {within && (
        <small>
          alone, between {formatValue(within[0], 4)} and {formatValue(within[1], 4)} the curve stays within the scatter
        </small>
      )}
    </>
  );
}

/** A typed start value and a slider about it: up to three times its power of ten. */
function StartValue({ symbol, value, onChange }: { symbol: string; value: number; onChange(value: number): void }) {
  // One scale while it is in hand, so that the slider does not jump under it.
  const [base] = useState(() => 10 ** Math.ceil(Math.log10(Math.abs(value) || 1)));
  return (
    <div className="parameter-controls">
      <InputNumber
        size="small"
        aria-label={`Start value of ${symbol}`}
        value={Number(value.toPrecision(6))}
        onChange={(v) => v !== null && onChange(v)}
      />
      <Slider
        className="grow"
        aria-label={`Slider of ${symbol}`}
        min={-3}
        max={3}
        step={0.001}
        value={value / base}
        tooltip={{ open: false }}
        onChange={(v) => onChange(v * base)}
      />
    </div>
  );
}
