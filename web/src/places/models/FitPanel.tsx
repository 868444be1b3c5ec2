import { Button, Segmented } from 'antd';
import { KeepButtons } from '../../parts/KeepButtons';
import { withRange } from './draft';
import { DrawnWay } from './DrawnWay';
import { FitForm } from './FitForm';
import { ParametersTab } from './ParametersTab';
import { ReadingsTab } from './ReadingsTab';
import { SeriesPanel } from './SeriesPanel';
import { hasWholeSources } from './seriesOfFit';
import { TrustPanel } from './TrustPanel';
import type { FitHeld, FitTab } from './useFitInHand';

const tabs: { value: FitTab; label: string }[] = [
  { value: 'fit', label: 'Fit' },
  { value: 'parameters', label: 'Parameters' },
  { value: 'readings', label: 'Readings' },
];

interface FitPanelProps {
  held: FitHeld;
  onNew(): void;
}

/** The form of the fit with what it came to, its parameters, or what is read off its curve. */
export function FitPanel({ held, onNew }: FitPanelProps) {
  const { body, fit, series, isFitted, inHand, tab, setTab } = held;
  return (
    <>
      <header className="panel-head">
        <h2>Model</h2>
        <Segmented<FitTab> size="small" aria-label="Of the fit" value={tab} onChange={setTab} options={tabs} />
        <span className="grow" />
        <button className="quiet" onClick={onNew}>
          + Fit
        </button>
      </header>
      {tab === 'fit' && <FitOfPanel held={held} />}
      {tab === 'parameters' && fit && series && (
        <ParametersTab
          body={body}
          fit={fit}
          series={series}
          start={held.startCurve}
          nudge={held.nudge}
          onChange={held.change}
          onStart={held.setStartCurve}
          onNudge={held.setNudge}
        />
      )}
      {tab === 'readings' && fit && isFitted && (
        <ReadingsTab
          fit={fit}
          index={inHand}
          readings={held.readings}
          onReach={held.reachFor}
          onRange={(range) => held.change(withRange(body, [fit.series[inHand]!.name], range))}
        />
      )}
      {tab !== 'fit' && !fit && <p className="soft panel-pad">Choose x and y at Fit first.</p>}
    </>
  );
}

function FitOfPanel({ held }: { held: FitHeld }) {
  const { campaign, row, body, change, bench, conditions, fit, isFitted, inHand, fitId, asked, judgement } = held;
  return (
    <>
      <FitForm
        campaignId={campaign.id}
        body={body}
        runs={campaign.runRows}
        channels={bench.data?.channels ?? []}
        conditions={conditions}
        onChange={change}
      />
      <KeepFit held={held} />
      {fit?.sharing && (
        <p className={fit.sharing.p < 0.01 ? 'doubt panel-pad' : 'panel-pad said'}>{fit.sharing.text}</p>
      )}
      {fit && (
        <SeriesPanel
          campaignId={campaign.id}
          fit={fit}
          index={inHand}
          fitId={fitId}
          results={fitId === undefined ? undefined : row?.results}
        />
      )}
      {isFitted && (
        <>
          <TrustPanel
            judgement={judgement.data}
            error={judgement.error}
            straight={held.straight}
            onStraight={held.setStraight}
            onAction={held.onAction}
          />
          <DrawnWay
            key={JSON.stringify([asked, inHand])}
            kind="parameter"
            campaignId={held.campaign.id}
            body={{ ...asked, series: inHand, atX: null, atY: null, other: null }}
          />
        </>
      )}
    </>
  );
}

function KeepFit({ held: { keeping, isSaved, fit, body, row, start, change } }: { held: FitHeld }) {
  return (
    <div className="panel-pad">
      <KeepButtons
        keeping={keeping}
        label={isSaved ? 'Saved' : 'Save'}
        disabled={isSaved || !fit || body.name.trim() === '' || !hasWholeSources(body)}
        onSave={() => keeping.save(body)}
        deletable={row !== undefined}
      >
        {row && !isSaved && <Button onClick={() => change(start)}>As saved</Button>}
        {row && isSaved && <Button onClick={() => keeping.copy({ ...body, name: `${body.name}, copy` })}>Copy</Button>}
      </KeepButtons>
    </div>
  );
}
