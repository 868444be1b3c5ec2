import { seriesAddress, type FindingOrigin } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { Segmented } from 'antd';
import { usePinFinding } from '../../data/usePinFinding';
import { AgainstBoard } from './AgainstBoard';
import { FitBoard } from './FitBoard';
import { RankingBoard } from './RankingBoard';
import type { FitBoardView, FitHeld } from './useFitInHand';

/** Below the chart: parameters of each series, a parameter against what its condition is, or models side by side. */
export function FitBoards({ held }: { held: FitHeld }) {
  const { boardView, setBoardView, fit, fitId, series, candidates, campaign, ranking } = held;
  const pin = usePinFinding(campaign.id);
  const origin: FindingOrigin | undefined =
    fitId !== undefined && series
      ? { kind: 'ranking', fitId, ...seriesAddress(series), candidates: [...candidates] }
      : undefined;
  // What was pinned may have been another series, or other models.
  const pinned = JSON.stringify(pin.variables) === JSON.stringify(origin) ? pin.data?.sentence : undefined;
  const tools = (
    <Segmented<FitBoardView>
      size="small"
      aria-label="Board"
      value={boardView}
      onChange={setBoardView}
      options={[
        { value: 'parameters', label: 'parameters' },
        { value: 'against', label: 'against conditions', disabled: (fit?.series.length ?? 0) < 2 },
        { value: 'ranking', label: 'other models' },
      ]}
    />
  );
  if (boardView === 'ranking')
    return (
      <RankingBoard
        ranking={ranking.data}
        rankingError={ranking.error}
        candidates={candidates}
        onCandidates={held.setOthers}
        onModel={held.onModel}
        unit={printUnit(fit?.y.unit ?? '')}
        onPin={origin && (() => pin.mutate(origin))}
        pinned={pinned}
        tools={tools}
      />
    );
  if (boardView === 'against' && fit && fit.series.length > 1)
    return <AgainstBoard campaignId={campaign.id} fit={fit} along={held.bench.data?.along ?? null} tools={tools} />;
  return (
    <FitBoard
      fit={fit}
      waiting={held.trial.isFetching && !held.trial.data}
      inHand={held.inHand}
      onTake={held.take}
      tools={tools}
    />
  );
}
