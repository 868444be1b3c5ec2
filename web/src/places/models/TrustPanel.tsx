import type { ActionReply, JudgementReply } from '@undameter/contract';
import { formatValue, formatWithUncertainty } from '@undameter/core';
import { Switch } from 'antd';
import { Sentence } from '../../parts/Sentence';

interface TrustPanelProps {
  judgement: JudgementReply | undefined;
  error: Error | null;
  straight: boolean;
  onAction(action: ActionReply): void;
  /** The line through logarithms beside the curve. */
  onStraight(on: boolean): void;
}

type Straight = NonNullable<JudgementReply['straight']>['parameters'][number];

/** `2.31 ± 0.12 s`; without a ± where none is known. */
export function straightText({ value, halfWidth, unit }: Straight): string {
  if (value === null) return '–';
  if (halfWidth === null) return `${formatValue(value, 4)} ${unit}`.trim();
  const said = formatWithUncertainty(value, halfWidth);
  return `${said.value} ± ${said.uncertainty} ${unit}`.trim();
}

/** The ladder in the order in which experts look, tests of the residuals, and the fit through logarithms beside it. */
export function TrustPanel({ judgement, error, straight, onAction, onStraight }: TrustPanelProps) {
  if (!judgement) return error ? <Sentence error={error} /> : <p className="soft panel-pad">Judging …</p>;
  return (
    <>
      <header className="panel-head">
        <h2>Can it be trusted?</h2>
      </header>
      <ol className="ladder">
        {judgement.rungs.map(({ title, state, text, action }) => (
          <li key={title} className={state}>
            <b>
              {title} <span className="state">{state === 'notTested' ? 'not tested' : state}</span>
            </b>
            <span>{text}</span>
            {action && (
              <button className="quiet" onClick={() => onAction(action)}>
                {action.title}
              </button>
            )}
          </li>
        ))}
      </ol>
      <header className="panel-head">
        <h2>Tests of the residuals</h2>
      </header>
      <ul className="ladder small">
        {judgement.tests.map(({ name, state, text }) => (
          <li key={name} className={state}>
            <b>{name}</b>
            <span>{text}</span>
          </li>
        ))}
      </ul>
      {judgement.straight && (
        <>
          <header className="panel-head">
            <h2>Through logarithms</h2>
            <span className="grow" />
            <Switch size="small" aria-label="Fit through logarithms" checked={straight} onChange={onStraight} />
          </header>
          {straight && (
            <p className="panel-pad">
              {judgement.straight.parameters.map((p) => (
                <span key={p.symbol} className="number block">
                  {p.symbol} = {straightText(p)}
                </span>
              ))}
              <span className="soft">
                {judgement.straight.explanation}. ± are 95 % intervals by the scatter about the line alone.
              </span>
            </p>
          )}
        </>
      )}
    </>
  );
}
