import type { CurveReading, FitBody, FitReply } from '@undameter/contract';
import { formatWithUncertainty, printUnit } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { InputNumber, Select } from 'antd';
import { useState } from 'react';
import { queries } from '../../data/queries';
import { BudgetOf } from '../../parts/BudgetOf';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { DrawnWay } from './DrawnWay';
import { usePinFinding } from '../../data/usePinFinding';

interface ReadingsTabProps {
  campaignId: number;
  body: FitBody;
  fit: FitReply;
  index: number;
  /** The saved fit, when what is shown is what was saved: only that can carry a finding. */
  fitId: number | undefined;
}

/** The curve read at a typed x and back from a typed y, with its zeros, its optimum, and where it meets another series. */
export function ReadingsTab({ campaignId, body, fit, index, fitId }: ReadingsTabProps) {
  const [atX, setAtX] = useState<number | null>(null);
  const [atY, setAtY] = useState<number | null>(null);
  const [other, setOther] = useState<number | null>(null);
  const pin = usePinFinding(campaignId);
  const series = fit.series[index];
  const asked = {
    ...body,
    name: body.name.trim() || 'fit',
    campaignId,
    series: index,
    atX,
    atY,
    other: other === index ? null : other,
  };
  const { data, error } = useQuery(queries.readings(asked));
  const [x, y] = [printUnit(fit.x.unit), printUnit(fit.y.unit)];
  if (!series) return null;
  const pinned = (what: 'at' | 'back' | 'optimum', value: number | null) =>
    fitId !== undefined && value !== null
      ? () => pin.mutate({ kind: 'reading', fitId, conditionId: series.conditionId, what, at: value })
      : undefined;
  const met = other === null ? undefined : fit.series[other];
  const crossing = (which: number) =>
    fitId !== undefined && met
      ? () =>
          pin.mutate({
            kind: 'crossing',
            fitId,
            conditionId: series.conditionId,
            otherConditionId: met.conditionId,
            which,
          })
      : undefined;
  return (
    <>
      <div className="panel-pad">
        <Field label={`At ${fit.x.symbol}`}>
          <InputNumber aria-label="Read at x" value={atX} suffix={x} onChange={setAtX} />
        </Field>
      </div>
      <ReadingList readings={data?.at} unit={y} of="y" onPin={pinned('at', atX)} />
      <div className="panel-pad">
        <Field label={`Back from ${fit.y.symbol}`}>
          <InputNumber aria-label="Read back from y" value={atY} suffix={y} onChange={setAtY} />
        </Field>
      </div>
      <ReadingList
        readings={data?.back}
        unit={x}
        of="x"
        empty={atY === null ? undefined : 'The curve does not reach this value, also not one range beyond the points.'}
        onPin={pinned('back', atY)}
      />
      {fit.series.length > 1 && (
        <div className="panel-pad">
          <Field label="Meets">
            <Select
              aria-label="Other series"
              allowClear
              placeholder="another series"
              value={other}
              onChange={(v: number | undefined) => setOther(v ?? null)}
              options={fit.series.flatMap((s, i) => (i === index ? [] : [{ value: i, label: s.name }]))}
            />
          </Field>
        </div>
      )}
      <ReadingList
        readings={data?.crossings}
        unit={x}
        of="x"
        empty={other === null ? undefined : 'The two do not meet.'}
        onPinOne={crossing}
      />
      <header className="panel-head">
        <h2>Zeros and optimum</h2>
      </header>
      <ReadingList readings={data?.zeros} unit={x} of="x" label="zero" onPin={pinned('back', 0)} />
      <ReadingList
        readings={data?.optima}
        unit={x}
        of="both"
        yUnit={y}
        onPinOne={(k) => pinned('optimum', k)}
        empty={
          data && data.zeros.length + data.optima.length === 0
            ? 'None, also not one range beyond the points.'
            : undefined
        }
      />
      <Sentence error={error ?? pin.error} />
      {pin.data && <p className="panel-pad said">Pinned: {pin.data.sentence}</p>}
      <DrawnWay key={JSON.stringify(asked)} kind="reading" body={asked} />
      <p className="soft panel-pad">
        ± is of the curve, 95 %; in brackets for one further point of the same sensors, without what they share.
      </p>
    </>
  );
}

interface ReadingListProps {
  readings: readonly CurveReading[] | undefined;
  unit: string;
  yUnit?: string;
  /** What is read. */
  of: 'x' | 'y' | 'both';
  label?: string;
  empty?: string | undefined;
  onPin?: (() => void) | undefined;
  /** Where each is a finding of its own, by its number from 0. */
  onPinOne?: (which: number) => (() => void) | undefined;
}

function ReadingList({ readings, unit, yUnit = '', of, label, empty, onPin, onPinOne }: ReadingListProps) {
  if (!readings) return null;
  if (readings.length === 0) return empty ? <p className="soft panel-pad">{empty}</p> : null;
  return (
    <ul className="parameters readings">
      {readings.map((r, k) => {
        const [value, half, further] = of === 'y' ? [r.y, r.yHalf, r.yPrediction] : [r.x, r.xHalf, r.xPrediction];
        const said = formatWithUncertainty(value, half ?? NaN);
        const top = formatWithUncertainty(r.y, r.yHalf ?? NaN);
        const pin = onPinOne ? onPinOne(k) : onPin;
        return (
          <li key={`${r.x} ${r.y}`}>
            <b />
            <span className="number">
              {said.value} ± {said.uncertainty} {unit}
              {of !== 'both' && further !== null && (
                <span className="soft"> (± {formatWithUncertainty(value, further).uncertainty})</span>
              )}
            </span>
            <small>
              {[r.what, label, of === 'both' ? `${top.value} ± ${top.uncertainty} ${yUnit} there` : '']
                .filter(Boolean)
                .join(', ')}
              {r.isBent && (
                <span className="doubt block">
                  The curve bends within this ±, so that it may not hold: draw below to see.
                </span>
              )}
              {r.outside > 0 && (
                <span className="doubt">
                  {' '}
                  extrapolated: {Math.ceil(r.outside * 100)} % of the range beyond the points
                </span>
              )}
            </small>
            {pin && (
              <button className="quiet" onClick={pin}>
                Pin as finding
              </button>
            )}
            <BudgetOf
              of={`the reading at ${formatWithUncertainty(r.x, half ?? NaN).value}`}
              lines={r.budget}
              unit={unit}
            />
          </li>
        );
      })}
    </ul>
  );
}
