import { Switch } from 'antd';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { tidy } from './draft';
import { ParameterRow } from './ParameterRow';
import { rowsOf } from './parameterRows';
import type { ParametersTabProps } from './parametersTabProps';

/** Each parameter: how it is treated, where the search begins, its bounds, and what a nudge of it does. */
export function ParametersTab(props: ParametersTabProps) {
  const { body, series, start, fit, nudge, onStart, onChange, onNudge } = props;
  if (series.isOwnModel)
    return (
      <p className="panel-pad soft">
        {series.name} has a model of its own ({series.model}), whose parameters are all found. Start values, bounds,
        fixed and shared parameters belong to the model of the fit.
      </p>
    );
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
