import type { ReactNode } from 'react';
import { Ledger } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { Chart } from '../../chart/Chart';
import { Sentence } from '../../parts/Sentence';
import { FitBoards } from './FitBoards';
import { FitHeading } from './FitHeading';
import { FitPanel } from './FitPanel';
import { isWholeFit } from './fitWords';
import { useFitInHand, type FitHeld, type FitToHold } from './useFitInHand';

interface FitInHandProps extends FitToHold {
  picker: ReactNode;
  onNew(): void;
}

/** A fit as it is being made or as it was saved: its form, its parameters, what it says, and whether it can be trusted. */
export function FitInHand({ picker, onNew, ...toHold }: FitInHandProps) {
  const held = useFitInHand(toHold);
  const { campaign, body, counts } = held;
  const fitted = counts.fitted === undefined ? {} : { fitted: counts.fitted };
  return (
    <PlaceFrame
      title={body.name || 'Fit'}
      context={picker}
      ledger={<Ledger campaignId={campaign.id} runId={body.runId} {...fitted} />}
      heading={<FitHeading held={held} />}
      chart={<FitChart held={held} />}
      boardHeight={196}
      board={<FitBoards held={held} />}
      panel={<FitPanel held={held} onNew={onNew} />}
    />
  );
}

function FitChart({ held: { bench, body, trial, isStopped, fit, chart, selection } }: { held: FitHeld }) {
  return (
    <>
      <Sentence error={bench.error ?? (isWholeFit(body) ? trial.error : null)} />
      {isStopped && (
        <p className="refusal" role="alert">
          This fit was stopped before its end{fit ? '; what is shown is the last one that ended' : ''}.{' '}
          <button className="quiet" onClick={() => void trial.refetch()}>
            Fit again
          </button>
        </p>
      )}
      <Chart
        label={
          fit ? `${fit.y.name || fit.y.symbol} against ${fit.x.name || fit.x.symbol}, with residuals` : 'No fit yet'
        }
        build={chart.build}
        gestures={chart.gestures}
        selection={selection}
        overlay={chart.overlay}
      />
    </>
  );
}
