import type { FitBody, FitReply, ParameterRow as ParameterRowReply, SeriesReply } from '@undameter/contract';
import { AppError, formatValue, formatWithUncertainty, modelOf, plain, type Parameter } from '@undameter/core';
import { Input, InputNumber, Select, Slider, Switch } from 'antd';
import { memo, useState, type Dispatch, type SetStateAction } from 'react';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { tidy, without, withState, type ParameterState } from './draft';
import { nudged, rangeWithin, type Nudge } from './nudge';

interface ParametersTabProps {
  body: FitBody;
  fit: FitReply;
  series: SeriesReply;
  /** Values that the start curve is drawn with, by symbol; undefined: no start curve. */
  start: Readonly<Record<string, number>> | undefined;
  nudge: Nudge | null;
  onChange(body: FitBody): void;
  onStart: Dispatch<SetStateAction<Readonly<Record<string, number>> | undefined>>;
  onNudge(nudge: Nudge | null): void;
}

const states: { value: ParameterState; label: string }[] = [
  { value: 'found', label: 'found' },
  { value: 'fixed', label: 'fixed' },
  { value: 'tied', label: 'tied to others' },
  { value: 'shared', label: 'one for all series' },
];
const nudges = [-0.1, -0.01, -0.001, 0.001, 0.01, 0.1];

/** As they were found; where the fit failed, those of the model as they are treated, so that the hand can mend it. */
function rowsOf({ model, settings, choices }: FitBody, series: SeriesReply): readonly ParameterRowReply[] {
  if (series.parameters.length > 0) return series.parameters;
  const { fixed = {}, tied = {}, shared = [], start = {} } = choices;
  return parametersOrNone(model, settings).map(({ symbol, meaning }) => ({
    symbol,
    meaning,
    unit: '',
    value: fixed[symbol] ?? null,
    standardError: null,
    halfWidth: null,
    factor: null,
    systematic: null,
    budget: [],
    start: start[symbol] ?? null,
    state: symbol in fixed ? 'fixed' : symbol in tied ? 'tied' : shared.includes(symbol) ? 'shared' : 'found',
  }));
}

/** A formula that is half typed has none. */
function parametersOrNone(model: string, settings: FitBody['settings']): Parameter[] {
  try {
    return modelOf(model).parameters(settings as never, plain, plain);
  } catch (error) {
    if (error instanceof AppError) return [];
    throw error;
  }
}

/** Each parameter: how it is treated, where the search begins, its bounds, and what a nudge of it does. */
export function ParametersTab(props: ParametersTabProps) {
  const { body, series, start, fit, nudge, onStart, onChange, onNudge } = props;
  const rows = rowsOf(body, series);
  const onStartValue = (symbol: string, v: number) => onStart((old) => ({ ...old, [symbol]: v }));
  const values = Object.fromEntries(rows.map((p) => [p.symbol, p.start ?? p.value ?? 1]));
  return (
    <>
      <Sentence error={series.problem} />
      <div className="panel-pad">
        <Field
          label="Start curve"
          group
          hint={start ? 'dotted on the chart; drag a handle, a slider, or type' : undefined}
        >
          <Switch
            aria-label="Start curve"
            size="small"
            checked={start !== undefined}
            onChange={(on) => onStart(on ? { ...values, ...body.choices.start } : undefined)}
          />
          {start && (
            <button
              className="quiet"
              onClick={() => onChange({ ...body, choices: tidy({ ...body.choices, start: { ...start } }) })}
            >
              Search from here
            </button>
          )}
          {body.choices.start && (
            <button
              className="quiet"
              onClick={() => onChange({ ...body, choices: tidy({ ...body.choices, start: {} }) })}
            >
              Forget mine
            </button>
          )}
        </Field>
      </div>
      <ul className="parameters tall">
        {rows.map((p) => (
          <ParameterRow
            key={p.symbol}
            row={p}
            startValue={start && (start[p.symbol] ?? 0)}
            {...{ body, series, fit, nudge, onChange, onNudge, onStartValue }}
          />
        ))}
      </ul>
      <p className="soft panel-pad">
        Nudge one to feel how sure it is: the curve moves, dashed, and the misfit of the points grows.
        {fit.series.length > 1
          ? ' A parameter that is one for all series is found from all their points together.'
          : ''}
      </p>
    </>
  );
}

interface ParameterRowProps extends Omit<ParametersTabProps, 'start' | 'onStart'> {
  row: ParameterRowReply;
  startValue: number | undefined;
  onStartValue(symbol: string, value: number): void;
}

/** Kept while its own values stay: a slider of another moves many times a second. */
const ParameterRow = memo(function ParameterRow({
  body,
  fit,
  series,
  startValue,
  nudge,
  onChange,
  onStartValue,
  onNudge,
  row: p,
}: ParameterRowProps) {
  const { symbol } = p;
  const { choices } = body;
  const said = formatWithUncertainty(p.value ?? NaN, p.standardError ?? NaN);
  const [lower, upper] = choices.bounds?.[symbol] ?? [null, null];
  const setChoices = (change: Partial<FitBody['choices']>) =>
    onChange({ ...body, choices: tidy({ ...choices, ...change }) });
  const bound = (ends: [number | null, number | null]) =>
    setChoices({
      bounds: {
        ...without(choices.bounds, symbol),
        ...(ends[0] === null && ends[1] === null ? {} : { [symbol]: ends }),
      },
    });
  const isFound = !series.problem;
  const moved = isFound && nudge?.symbol === symbol ? nudged(series, nudge) : null;
  const place = p.value === null ? '' : withinBounds(p.value, lower, upper);
  const within = !isFound || p.state === 'fixed' ? null : rangeWithin(series, symbol);
  return (
    <li className="parameter">
      <b>{symbol}</b>
      <span className="number">
        {said.value}
        {p.state === 'fixed' ? '' : ` ± ${said.uncertainty}`} {p.unit}
      </span>
      <small>{p.meaning}</small>
      <div className="parameter-controls">
        <Select<ParameterState>
          size="small"
          aria-label={`How ${symbol} is treated`}
          value={p.state}
          onChange={(state) => onChange({ ...body, choices: withState(choices, symbol, state, p.value ?? 0) })}
          options={states.filter((s) => s.value !== 'shared' || fit.series.length > 1)}
        />
        {p.state === 'fixed' && (
          <InputNumber
            size="small"
            aria-label={`${symbol} is fixed at`}
            value={choices.fixed?.[symbol] ?? null}
            onChange={(v) => v !== null && setChoices({ fixed: { ...choices.fixed, [symbol]: v } })}
          />
        )}
        {p.state === 'tied' && (
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
      {(p.state === 'found' || p.state === 'shared') && (
        <>
          <div className="parameter-controls">
            <InputNumber
              size="small"
              aria-label={`Lowest ${symbol}`}
              placeholder="no lower"
              value={lower}
              onChange={(v) => bound([v, upper])}
            />
            <span className="soft">to</span>
            <InputNumber
              size="small"
              aria-label={`Highest ${symbol}`}
              placeholder="no upper"
              value={upper}
              onChange={(v) => bound([lower, v])}
            />
          </div>
          {place && <small>{place}</small>}
          {startValue !== undefined && (
            <StartValue symbol={symbol} value={startValue} onChange={(v) => onStartValue(symbol, v)} />
          )}
          <div className="parameter-controls nudges" role="group" aria-label={`Nudge ${symbol}`}>
            {nudges.map((share) => (
              <button
                key={share}
                className={`quiet ${nudge?.symbol === symbol && nudge.share === share ? 'on' : ''}`}
                onClick={() => onNudge(nudge?.symbol === symbol && nudge.share === share ? null : { symbol, share })}
              >
                {share > 0 ? '+' : '−'}
                {Math.abs(share) * 100} %
              </button>
            ))}
          </div>
          {moved && <small className="said">misfit × {moved.growth.toPrecision(3)}</small>}
          {within && (
            <small>
              alone, between {formatValue(within[0], 4)} and {formatValue(within[1], 4)} the curve stays within the
              scatter
            </small>
          )}
        </>
      )}
    </li>
  );
});

/** Where between its bounds a parameter ended. */
function withinBounds(value: number, lower: number | null, upper: number | null): string {
  const isAt = (bound: number | null): boolean =>
    bound !== null && Math.abs(value - bound) <= 1e-9 * Math.abs(bound || 1);
  if (isAt(lower) || isAt(upper)) return `at its ${isAt(lower) ? 'lower' : 'upper'} bound: its ± says nothing`;
  if (lower === null || upper === null) return '';
  return `at ${formatValue((100 * (value - lower)) / (upper - lower), 3)} % of the way from its lower to its upper bound`;
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
