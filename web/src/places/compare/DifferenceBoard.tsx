import type { ComparisonReply } from '@undameter/contract';
import { Segmented } from 'antd';
import { useState } from 'react';
import { Board } from '../../board/Board';
import { differenceColumns } from './differenceColumns';
import type { DifferenceRow } from './differenceRows';
import { GroupBoard } from './GroupBoard';

interface BoardProps {
  reply: ComparisonReply | undefined;
  rows: readonly DifferenceRow[];
  waiting: boolean;
  inHand: string | null;
  onTake(key: string): void;
}

/** How each candidate differs from the reference in each condition, or in each group of them. */
export function DifferenceBoard({ reply, rows, waiting, inHand, onTake }: BoardProps) {
  const [by, setBy] = useState<'group' | 'series'>('group');
  const isGrouped = reply !== undefined && reply.groups.length > 0;
  const tools = (
    <>
      {isGrouped && (
        <Segmented<'group' | 'series'>
          size="small"
          aria-label="A line for each"
          value={by}
          onChange={setBy}
          options={[
            { value: 'group', label: 'groups' },
            { value: 'series', label: 'series' },
          ]}
        />
      )}
      <span className="soft">candidate − reference, at the reference’s points</span>
    </>
  );
  if (isGrouped && by === 'group') return <GroupBoard reply={reply} tools={tools} />;
  return (
    <Board<DifferenceRow>
      title="Differences"
      rows={rows}
      waiting={waiting}
      keyOf={(r) => r.key}
      inHand={inHand}
      onTake={(r) => onTake(r.key)}
      tools={tools}
      columns={differenceColumns(reply, rows)}
    />
  );
}
