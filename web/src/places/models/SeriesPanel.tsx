import {
  seriesAddress,
  type FindingOrigin,
  type FitReply,
  type FitResults,
  type ParameterRow,
} from '@undameter/contract';
import { formatWithUncertainty } from '@undameter/core';
import { Sentence } from '../../parts/Sentence';
import { usePinFinding } from '../../data/usePinFinding';
import { BudgetOf } from '../../parts/BudgetOf';
import { heldWords } from './heldWords';
import { Goodness } from './Goodness';

interface SeriesPanelProps {
  campaignId: number;
  fit: FitReply;
  index: number;
  /** The saved fit, when what is shown is what was saved: only that can carry a finding. */
  fitId: number | undefined;
  /** Of the saved fit, as they were when it was saved. */
  results: FitResults | undefined;
}

/** A thousandth of its standard error is rounding. */
const MOVED = 1e-3;

function movedSince(p: ParameterRow, saved: readonly [number, number | null] | undefined) {
  if (!saved || p.value === null) return null;
  const size = Math.abs(p.value - saved[0]) / (p.standardError || Math.abs(p.value) || 1);
  if (!(size > MOVED)) return null;
  const was = formatWithUncertainty(saved[0], saved[1] ?? NaN);
  return (
    <span className="doubt block">
      was {was.value} when saved: it moved by {size.toPrecision(2)} standard errors, since its data changed
    </span>
  );
}

/** The series in hand: each parameter in words, how well the curve holds, and the way to a finding. */
export function SeriesPanel({ campaignId, fit, index, fitId, results }: SeriesPanelProps) {
  const pin = usePinFinding(campaignId);
  const series = fit.series[index];
  if (!series || series.problem) return <Sentence error={series?.problem} />;
  const origin = (p: ParameterRow): FindingOrigin => ({
    kind: 'parameter',
    fitId: fitId!,
    ...seriesAddress(series),
    parameter: p.symbol,
  });
  return (
    <>
      <header className="panel-head">
        <h2>{series.name}</h2>
        <span className="grow" />
        <span className="soft">{heldWords(series)}</span>
      </header>
      {series.isOwnModel && <p className="soft panel-pad">{series.model}, a model of its own.</p>}
      <ul className="parameters">
        {series.parameters.map((p) => {
          const said = formatWithUncertainty(p.value ?? NaN, p.halfWidth ?? NaN);
          return (
            <li key={p.symbol}>
              <b>{p.symbol}</b>
              <span className="number">
                {p.state === 'fixed'
                  ? `${said.value} ${p.unit}, fixed`
                  : `${said.value} ± ${said.uncertainty} ${p.unit}`}
              </span>
              <small>
                {p.meaning}
                {movedSince(p, results?.[series.name]?.[p.symbol])}
              </small>
              <button
                className="quiet"
                disabled={fitId === undefined || pin.isPending}
                title={fitId === undefined ? 'Save the fit first' : undefined}
                onClick={() => pin.mutate(origin(p))}
              >
                Pin as finding
              </button>
              {p.state !== 'fixed' && <BudgetOf of={p.symbol} lines={p.budget} unit={p.unit} />}
            </li>
          );
        })}
      </ul>
      <Goodness
        series={series}
        onPin={
          fitId === undefined ? undefined : () => pin.mutate({ kind: 'goodness', fitId, ...seriesAddress(series) })
        }
      />
      <Sentence error={pin.error} />
      {pin.data && <p className="panel-pad said">Pinned: {pin.data.sentence}</p>}
    </>
  );
}
