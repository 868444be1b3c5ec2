import type { FindingOrigin, FitBody, FitReply, RankingReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { Segmented } from 'antd';
import { usePinFinding } from '../../data/usePinFinding';
import { AgainstBoard } from './AgainstBoard';
import { FitBoard } from './FitBoard';
import { RankingBoard } from './RankingBoard';

export type FitBoardView = 'parameters' | 'against' | 'ranking';

interface FitBoardsProps {
  view: FitBoardView;
  onView(view: FitBoardView): void;
  waiting: boolean;
  body: FitBody;
  fit: FitReply | undefined;
  /** The channel along which the run is ordered. */
  along: string | null;
  inHand: number;
  onTake(index: number): void;
  ranking: RankingReply | undefined;
  rankingError: Error | null;
  candidates: readonly Candidate[];
  onCandidates(candidates: Candidate[]): void;
  onModel(candidate: Candidate): void;
  campaignId: number;
  /** The saved fit, when what is shown is what was saved. */
  fitId: number | undefined;
}

export interface Candidate {
  kind: string;
  settings: FitBody['settings'];
}

/** Below the chart: parameters of each series, a parameter against what its condition is, or models side by side. */
export function FitBoards(props: FitBoardsProps) {
  const { view, onView, fit, fitId, inHand, candidates, campaignId } = props;
  const pin = usePinFinding(campaignId);
  const series = fit?.series[inHand];
  const origin: FindingOrigin | undefined =
    fitId !== undefined && series
      ? { kind: 'ranking', fitId, conditionId: series.conditionId, candidates: [...candidates] }
      : undefined;
  // What was pinned may have been another series, or other models.
  const pinned = JSON.stringify(pin.variables) === JSON.stringify(origin) ? pin.data?.sentence : undefined;
  const tools = (
    <Segmented<FitBoardView>
      size="small"
      aria-label="Board"
      value={view}
      onChange={onView}
      options={[
        { value: 'parameters', label: 'parameters' },
        { value: 'against', label: 'against conditions', disabled: (fit?.series.length ?? 0) < 2 },
        { value: 'ranking', label: 'other models' },
      ]}
    />
  );
  if (view === 'ranking')
    return (
      <RankingBoard
        {...props}
        unit={printUnit(fit?.y.unit ?? '')}
        onPin={origin && (() => pin.mutate(origin))}
        pinned={pinned}
        tools={tools}
      />
    );
  if (view === 'against' && fit && fit.series.length > 1)
    return <AgainstBoard fit={fit} along={props.along} tools={tools} />;
  return <FitBoard {...props} tools={tools} />;
}
