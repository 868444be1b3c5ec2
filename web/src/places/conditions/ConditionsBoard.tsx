import type { ConditionRow } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { Segmented, Select } from 'antd';
import { Board } from '../../board/Board';
import { SeriesMark } from '../../board/SeriesMark';
import { inWords } from './limits';
import { PointsBoard } from './PointsBoard';
import { SeveralConditions } from './SeveralConditions';
import type { ConditionsData } from './useConditionsData';

export type BoardName = 'conditions' | 'points';

interface ConditionsBoardProps {
  campaignId: number;
  data: ConditionsData;
  board: BoardName;
  onBoard(board: BoardName): void;
  /** Id of the one in hand. */
  inHand: number | null;
  onTake(row: ConditionRow): void;
}

/** The conditions of the campaign, or their operating points on the run. */
export function ConditionsBoard(props: ConditionsBoardProps) {
  const { data, board, onBoard } = props;
  const tabs = (
    <Segmented
      size="small"
      value={board}
      onChange={onBoard}
      options={[
        { value: 'conditions', label: 'Conditions' },
        { value: 'points', label: `Operating points ${data.points ? data.points.points.length : ''}` },
      ]}
    />
  );
  if (board === 'conditions') return <Conditions {...props} tabs={tabs} />;
  return (
    <PointsBoard
      conditions={data.rows}
      points={data.points}
      shown={data.shownPoints}
      along={data.along}
      waiting={data.pointsWait}
      tools={
        <>
          <Select
            mode="multiple"
            size="small"
            className="columns"
            aria-label="Channels of the operating points"
            maxTagCount="responsive"
            popupMatchSelectWidth={false}
            value={data.shownPoints}
            onChange={(s: string[]) => data.setPicked(s)}
            options={data.numbers.map((c) => ({ value: c.symbol, label: c.symbol, title: c.name }))}
          />
          {tabs}
        </>
      }
    />
  );
}

function Conditions({ campaignId, data, inHand, onTake, tabs }: ConditionsBoardProps & { tabs: React.ReactNode }) {
  const { rows, points } = data;
  const counted = new Map(data.bench?.conditions.map((c) => [c.id, c]));
  const pointsOf = (id: number): number | null => points?.points.filter((p) => p.conditionId === id).length ?? null;
  const problemOf = (id: number): string =>
    counted.get(id)?.problem?.message ?? (counted.get(id)?.samples === 0 ? 'picks no sample of this run' : '');
  return (
    <Board<ConditionRow>
      title="Conditions"
      tools={
        <>
          {rows.length > 1 && <SeveralConditions campaignId={campaignId} rows={rows} />}
          {tabs}
        </>
      }
      rows={rows}
      keyOf={(r) => r.id}
      inHand={inHand}
      onTake={onTake}
      empty="None yet. Let the set points be proposed at the right, or drag across a chart."
      columns={[
        {
          key: 'name',
          title: 'Condition',
          value: (r) => r.name,
          cell: (r) => <SeriesMark series={rows.indexOf(r)} name={r.name} />,
        },
        ...(rows.some((r) => r.group !== '')
          ? [{ key: 'group', title: 'Group', value: (r: ConditionRow) => r.group, cell: (r: ConditionRow) => r.group }]
          : []),
        ...(rows.some((r) => r.runId !== null)
          ? [{ key: 'run', title: 'Offered on', cell: (r: ConditionRow) => (r.runId === null ? '' : 'this run only') }]
          : []),
        {
          key: 'limits',
          title: 'Limits',
          value: (r) => inWords(r.limits),
          cell: (r) => <code>{inWords(r.limits)}</code>,
        },
        {
          key: 'samples',
          title: 'Samples',
          numeric: true,
          value: (r) => counted.get(r.id)?.samples ?? null,
          cell: (r) => formatCount(counted.get(r.id)?.samples ?? 0),
        },
        {
          key: 'points',
          title: 'Points',
          numeric: true,
          value: (r) => pointsOf(r.id),
          cell: (r) => pointsOf(r.id) ?? '–',
        },
        { key: 'problem', title: '', cell: (r) => <span className="doubt">{problemOf(r.id)}</span> },
      ]}
    />
  );
}
