import type { CurveReading } from '@undameter/contract';
import { formatWithUncertainty } from '@undameter/core';
import { BudgetOf } from '../../parts/BudgetOf';

interface ReadingListProps {
  readings: readonly CurveReading[] | undefined;
  unit: string;
  yUnit?: string;
  /** What is read. */
  of: 'x' | 'y' | 'both';
  label?: string;
  empty?: string | undefined;
  onPin?: (() => void) | undefined;
  /** Draws the curve to an x beyond its points; nothing where it goes there already. */
  reachTo?: (x: number) => (() => void) | undefined;
  /** Where each is a finding of its own, by its number from 0. */
  onPinOne?: (which: number) => (() => void) | undefined;
}

/** Numbers read off a curve, each with its ±, how far it is extrapolated, and its budget. */
export function ReadingList({
  readings,
  unit,
  yUnit = '',
  of,
  label,
  empty,
  onPin,
  onPinOne,
  reachTo,
}: ReadingListProps) {
  if (!readings) return null;
  if (readings.length === 0) return empty ? <p className="soft panel-pad">{empty}</p> : null;
  return (
    <ul className="parameters readings">
      {readings.map((r, k) => {
        const [value, half, further] = of === 'y' ? [r.y, r.yHalf, r.yPrediction] : [r.x, r.xHalf, r.xPrediction];
        const said = formatWithUncertainty(value, half ?? NaN);
        const top = formatWithUncertainty(r.y, r.yHalf ?? NaN);
        const reach = reachTo?.(r.x);
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
                  extrapolated: {Math.ceil(r.outside * 100)} % of the range beyond the points{' '}
                  {reach && (
                    <button className="quiet" onClick={reach}>
                      Draw the curve to there
                    </button>
                  )}
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
