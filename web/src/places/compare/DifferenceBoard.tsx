import type { ComparisonReply } from '@undameter/contract';
import { Board } from '../../board/Board';
import { differenceColumns } from './differenceColumns';
import type { DifferenceRow } from './differenceRows';

interface BoardProps {
  reply: ComparisonReply | undefined;
  rows: readonly DifferenceRow[];
  waiting: boolean;
  inHand: string | null;
  onTake(key: string): void;
}

/** How each candidate differs from the reference in each condition. */
export function DifferenceBoard({ reply, rows, waiting, inHand, onTake }: BoardProps) {
  return (
    <Board<DifferenceRow>
      title="Differences"
      rows={rows}
      waiting={waiting}
      keyOf={(r) => r.key}
      inHand={inHand}
      onTake={(r) => onTake(r.key)}
      tools={<span className="soft">candidate − reference, at the reference’s points</span>}
      columns={differenceColumns(reply, rows)}
    />
  );
}
