import { Select } from 'antd';
import { AxesTool } from '../../axes/AxesTool';
import { residualViews, type ResidualView } from '../../chart/seriesMarks';
import { KeepFigure } from '../../figure/KeepFigure';
import { drawnInWords } from './fitWords';
import { StopFit } from './StopFit';
import type { FitHeld } from './useFitInHand';

/** The formula, what is drawn or what can be done with a range, and how the residuals are looked at. */
export function FitHeading({ held }: { held: FitHeld }) {
  const { campaign, body, fitId, fit, series, selection, trial, stop, view, setView } = held;
  return (
    <>
      <b className="clip wide">{fit ? <code>{series?.formula ?? fit.formula}</code> : 'Choose x and y'}</b>
      {selection ? <RangeBar held={held} /> : <span className="soft clip wide">{drawnInWords(fit)}</span>}
      <span className="grow" />
      {trial.isFetching && <StopFit key={trial.dataUpdatedAt} onStop={stop} />}
      <KeepFigure
        campaignId={campaign.id}
        name={body.name}
        why="Save the fit first"
        source={
          fitId === undefined
            ? undefined
            : { kind: 'fit', fitId, residuals: view, ...(held.marked.length > 0 ? { marks: held.marked } : {}) }
        }
      />
      <Select<ResidualView>
        size="small"
        aria-label="Residuals"
        value={view}
        onChange={setView}
        popupMatchSelectWidth={false}
        options={Object.entries(residualViews).map(([value, label]) => ({
          value: value as ResidualView,
          label: `residuals ${label}`,
        }))}
      />
      {fit && <AxesTool axes={held.chart.axes} />}
    </>
  );
}

function RangeBar({ held: { fit, onlyRange, select } }: { held: FitHeld }) {
  return (
    <span role="toolbar" aria-label="Selection">
      <button className="quiet" onClick={() => onlyRange(false)}>
        Fit only this range
      </button>
      {(fit?.series.length ?? 0) > 1 && (
        <button className="quiet" onClick={() => onlyRange(true)}>
          of all series
        </button>
      )}
      <button className="quiet" onClick={() => select(null)}>
        Let go
      </button>
    </span>
  );
}
