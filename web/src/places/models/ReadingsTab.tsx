import type { FitReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { InputNumber, Select } from 'antd';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { breakWords, linearWords, NOT_TESTED } from './courseWords';
import { DrawnWay } from './DrawnWay';
import { ReadingList } from './ReadingList';
import { isDrawnAt } from './readingMarks';
import type { Readings } from './useReadings';

interface ReadingsTabProps {
  fit: FitReply;
  index: number;
  readings: Readings;
  /** Fits only points of this range of x. */
  onRange(range: [number, number]): void;
  /** Draws the curve so far that a place beyond its points is seen. */
  onReach(x: number): void;
}

/** The curve read at a typed x and back from a typed y, with its zeros, its optimum, and where it meets another series. */
export function ReadingsTab({ fit, index, readings, onRange, onReach }: ReadingsTabProps) {
  const { pin, error, asked } = readings;
  const series = fit.series[index];
  if (!series) return null;
  const reachTo = (x: number) => (isDrawnAt(x, series) ? undefined : () => onReach(x));
  return (
    <>
      <TypedReadings fit={fit} readings={readings} />
      {fit.series.length > 1 && <MeetsField fit={fit} index={index} readings={readings} />}
      <FoundReadings fit={fit} readings={readings} reachTo={reachTo} />
      <Course fit={fit} readings={readings} onRange={onRange} />
      <Sentence error={error} />
      {pin.data && <p className="panel-pad said">Pinned: {pin.data.sentence}</p>}
      <DrawnWay key={JSON.stringify(asked)} campaignId={readings.asked.campaignId} kind="reading" body={asked} />
      <p className="soft panel-pad">
        ± is of the curve, 95 %; in brackets for one further point of the same sensors, without what they share.
      </p>
    </>
  );
}

interface PartProps {
  fit: FitReply;
  readings: Readings;
}

function TypedReadings({ fit, readings: { atX, setAtX, called, atY, setAtY, data, pinned, hand } }: PartProps) {
  const [x, y] = [printUnit(fit.x.unit), printUnit(fit.y.unit)];
  return (
    <>
      <div className="panel-pad">
        <Field label={`At ${hand?.x.symbol ?? fit.x.symbol}`}>
          <InputNumber aria-label="Read at x" value={atX} suffix={x} onChange={setAtX} />
        </Field>
      </div>
      <ReadingList
        readings={data?.at}
        unit={y}
        of="y"
        label={called === '' ? 'marked on the chart' : `${called}, set by hand`}
        onPin={pinned('at', atX)}
      />
      <div className="panel-pad">
        <Field label={`Back from ${hand?.y.symbol ?? fit.y.symbol}`}>
          <InputNumber aria-label="Read back from y" value={atY} suffix={y} onChange={setAtY} />
        </Field>
      </div>
      <ReadingList
        readings={data?.back}
        unit={x}
        of="x"
        empty={
          atY === null
            ? undefined
            : 'The curve does not reach this value, also not a thousand ranges beyond the points.'
        }
        onPin={pinned('back', atY)}
      />
    </>
  );
}

function Course({ fit, readings: { data, moveByHand }, onRange }: PartProps & Pick<ReadingsTabProps, 'onRange'>) {
  const [x, y] = [printUnit(fit.x.unit), printUnit(fit.y.unit)];
  if (!data) return null;
  const { isCourseTested, linearPart, breakPoint } = data;
  return (
    <section aria-label="Linear part and break">
      <header className="panel-head">
        <h2>Linear part and break</h2>
      </header>
      {!isCourseTested && <p className="panel-pad soft">{NOT_TESTED}</p>}
      {isCourseTested && (
        <p className="panel-pad">
          {linearWords(linearPart, x)}{' '}
          {linearPart && (linearPart.before !== null || linearPart.after !== null) && (
            <button className="quiet" onClick={() => onRange([linearPart.from, linearPart.to])}>
              Fit only this part
            </button>
          )}{' '}
          {endsOf(linearPart).map((end, k, ends) => (
            <button key={end} className="quiet" onClick={() => moveByHand(end, 'end of the linear part')}>
              Move {ends.length > 1 ? ['the lower end', 'the upper end'][k] : 'its end'} by hand
            </button>
          ))}
        </p>
      )}
      {isCourseTested && (
        <p className="panel-pad">
          {breakWords(breakPoint, x, y)}{' '}
          {breakPoint && (
            <button className="quiet" onClick={() => moveByHand(breakPoint.x, 'break')}>
              Move it by hand
            </button>
          )}
        </p>
      )}
    </section>
  );
}

/** The ends at which points go on; x as the field above shows it. */
const endsOf = (part: NonNullable<Readings['data']>['linearPart']): number[] =>
  part
    ? [part.before === null ? [] : part.from, part.after === null ? [] : part.to]
        .flat()
        .map((v) => Number(v.toPrecision(6)))
    : [];

function MeetsField({ fit, index, readings: { other, setOther } }: PartProps & { index: number }) {
  return (
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
  );
}

function FoundReadings({
  fit,
  readings: { other, data, pinned, pinnedCrossing },
  reachTo,
}: PartProps & { reachTo: (x: number) => (() => void) | undefined }) {
  const [x, y] = [printUnit(fit.x.unit), printUnit(fit.y.unit)];
  const isNone = data && data.zeros.length + data.optima.length === 0;
  return (
    <>
      <ReadingList
        readings={data?.crossings}
        unit={x}
        of="x"
        empty={other === null ? undefined : 'The two do not meet.'}
        onPinOne={pinnedCrossing}
        reachTo={reachTo}
      />
      <header className="panel-head">
        <h2>Zeros and optimum</h2>
      </header>
      <ReadingList readings={data?.zeros} unit={x} of="x" label="zero" onPin={pinned('back', 0)} reachTo={reachTo} />
      <ReadingList
        readings={data?.optima}
        unit={x}
        of="both"
        yUnit={y}
        onPinOne={(k) => pinned('optimum', k)}
        reachTo={reachTo}
        empty={isNone ? 'None, also not a thousand ranges beyond the points.' : undefined}
      />
    </>
  );
}
