import type { RankedReply, RankingReply } from '@undameter/contract';
import { models, titleOf } from '@undameter/core';
import { Select } from 'antd';
import type { ReactNode } from 'react';
import { Board } from '../../board/Board';
import { Sentence } from '../../parts/Sentence';
import type { Candidate } from './fitWords';
import { rankingColumns } from './rankingColumns';
import { settingsOf } from './draft';

interface RankingBoardProps {
  ranking: RankingReply | undefined;
  rankingError: Error | null;
  candidates: readonly Candidate[];
  onCandidates(candidates: Candidate[]): void;
  onModel(candidate: Candidate): void;
  /** Of y. */
  unit: string;
  /** Makes a finding of what is said; undefined where the fit is not saved. */
  onPin: (() => void) | undefined;
  pinned: string | undefined;
  tools: ReactNode;
}

const all: Candidate[] = [
  ...[1, 2, 3, 4, 5].map((degree) => ({ kind: 'polynomial', settings: { degree } })),
  ...models
    .filter((m) => !['polynomial', 'own', 'multilinear'].includes(m.kind))
    .map((m) => ({ kind: m.kind, settings: settingsOf(m.kind) })),
];
const keyOf = (candidate: Candidate): string => JSON.stringify([candidate.kind, candidate.settings]);
/** Models on the points of the series in hand: how far off each is, by what measure, and which suffices. */
export function RankingBoard({
  ranking,
  rankingError,
  candidates,
  onCandidates,
  onModel,
  unit,
  onPin,
  pinned,
  tools,
}: RankingBoardProps) {
  const rows = ranking?.rows ?? [];
  const listed = [...all, ...candidates.filter((c) => !all.some((a) => keyOf(a) === keyOf(c)))];
  return (
    <Board<RankedReply>
      title="Other models"
      rows={rows}
      keyOf={(r) => keyOf(r)}
      inHand={ranking && ranking.suffices >= 0 ? keyOf(rows[ranking.suffices]!) : null}
      onTake={(r) => onModel({ kind: r.kind, settings: r.settings })}
      sortable
      tools={
        <>
          {ranking && (
            <span className="soft clip wide" title={ranking.sentence}>
              {ranking.sentence}
              {ranking.every > 1 ? ` On one point of ${ranking.every}.` : ''}
            </span>
          )}
          {ranking && (
            <button className="quiet" disabled={!onPin} title={onPin ? pinned : 'Save the fit first'} onClick={onPin}>
              {pinned ? 'Pinned' : 'Pin as finding'}
            </button>
          )}
          <Sentence error={rankingError} />
          <Select<string[]>
            size="small"
            mode="multiple"
            maxTagCount={0}
            maxTagPlaceholder={(left) => `${left.length} models`}
            aria-label="Models to compare"
            className="pick-models"
            value={candidates.map(keyOf)}
            onChange={(keys) => onCandidates(listed.filter((c) => keys.includes(keyOf(c))))}
            options={listed.map((c) => ({ value: keyOf(c), label: titleOf(c) }))}
          />
          {tools}
        </>
      }
      waiting={!ranking}
      columns={rankingColumns(rows, unit)}
    />
  );
}
