import type { TableRow } from '@undameter/contract';
import { formatValue, methodOf, printUnit } from '@undameter/core';
import { Segmented } from 'antd';
import { useState } from 'react';
import { Board } from '../../board/Board';
import { axisTitle } from '../../chart/panes';
import { BuiltInBoard } from './BuiltInBoard';
import { SheetRoom } from '../../sheet/SheetRoom';
import { changedInSheet, sheetOf } from './errorCells';
import { holesOf } from './holes';
import { KnotGrid } from './KnotGrid';
import { RemovedTables } from './RemovedTables';
import { likelyWrong, type TableDraft, type Understood } from './state';

export type BoardView = 'tables' | 'knots' | 'builtIn';

interface TableBoardsProps {
  campaignId: number;
  view: BoardView;
  onView(view: BoardView): void;
  tables: readonly TableRow[];
  inHand: number | null;
  draft: TableDraft;
  understood: Understood | undefined;
  onOpen(id: number): void;
  onNew(): void;
  onChange(part: Partial<TableDraft>): void;
}

/** Below the chart: the tables, the knots of the one in hand, or what is built in. */
export function TableBoards(props: TableBoardsProps) {
  const { campaignId, view, onView, onNew, onOpen } = props;
  const tools = (
    <>
      <Segmented<BoardView>
        size="small"
        aria-label="Board"
        value={view}
        onChange={onView}
        options={[
          { value: 'tables', label: 'tables' },
          { value: 'knots', label: 'knots' },
          { value: 'builtIn', label: 'built in' },
        ]}
      />
      <button className="quiet" onClick={onNew}>
        + Table
      </button>
      <RemovedTables campaignId={campaignId} onRestored={onOpen} />
    </>
  );
  if (view === 'builtIn') return <BuiltInBoard tools={tools} />;
  if (view === 'knots') return <KnotBoard {...props} tools={tools} />;
  return <TableList {...props} tools={tools} />;
}

function TableList({ tables, inHand, onOpen, tools }: TableBoardsProps & { tools: React.ReactNode }) {
  return (
    <Board<TableRow>
      title="Property tables"
      rows={tables}
      keyOf={(t) => t.id}
      inHand={inHand}
      onTake={(t) => onOpen(t.id)}
      tools={tools}
      empty="No table yet. Type one, or take it from a file."
      columns={[
        { key: 'symbol', title: 'Symbol', value: (t) => t.symbol, cell: (t) => <code>{t.symbol}</code> },
        { key: 'name', title: 'Quantity', value: (t) => t.name, cell: (t) => t.name },
        {
          key: 'unit',
          title: 'Unit',
          value: (t) => printUnit(t.yUnit),
          cell: (t) => <code>{printUnit(t.yUnit)}</code>,
        },
        { key: 'x', title: 'Against', value: against, cell: against },
        {
          key: 'range',
          title: 'From – to',
          numeric: true,
          cell: (t) => [t.x, ...(t.second ? [t.second.w] : [])].map(range).join('; '),
        },
        { key: 'method', title: 'Between knots', value: between, cell: between },
        { key: 'knots', title: 'Knots', numeric: true, value: knotsIn, cell: knotsIn },
        { key: 'where', title: 'Used in', value: usedIn, cell: usedIn },
        {
          key: 'source',
          title: 'Source',
          value: (t) => t.source,
          cell: (t) => <span className="clip wide">{t.source}</span>,
        },
      ]}
    />
  );
}

const knotsIn = ({ y }: TableRow): number => y.filter((v) => v !== null).length;
const usedIn = ({ isShared }: TableRow): string => (isShared ? 'all campaigns' : 'this campaign');
const against = ({ xName, xUnit, second }: TableRow): string =>
  [axisTitle({ name: xName, unit: xUnit }), ...(second ? [axisTitle(second)] : [])].join(', ');
const range = (at: readonly number[]): string => `${formatValue(Math.min(...at))} – ${formatValue(Math.max(...at))}`;
const between = ({ method, second }: TableRow): string => {
  if (second?.isScattered) return second.between === 'thinPlate' ? 'Thin plate' : 'Triangles';
  const [own, other] = [methodOf(method), methodOf(second?.method ?? method)];
  return own === other ? own.title : `${own.title}, ${other.title.toLowerCase()}`;
};

function KnotBoard({ draft, understood, onChange, tools }: TableBoardsProps & { tools: React.ReactNode }) {
  const { shape, name, yUnit, xName, xUnit, second } = draft;
  const x = axisTitle({ name: xName || 'Argument', unit: xUnit });
  const w = axisTitle({ name: second.name || 'Second argument', unit: second.unit });
  const y = axisTitle({ name: name || 'Value', unit: yUnit });
  const [ofErrors, setOfErrors] = useState(false);
  const canTurn = shape === 'grid' && draft.knotErrors !== null;
  const sheet = sheetOf(draft, canTurn && ofErrors);
  const error = axisTitle({ name: '±', unit: yUnit });
  const titles = [...(shape === 'curve' ? [x, y] : [x, w, y]), error];
  const odd = [
    ...(understood ? likelyWrong(understood).map((knot) => understood.places[knot]!) : []),
    ...holesOf(shape, draft.cells),
  ];
  return (
    <section className="board sheet-board" aria-label="Knots">
      <header className="board-head">
        <h3>Knots</h3>
        <span className="soft">typed, or pasted from a spreadsheet</span>
        <span className="grow" />
        {canTurn && (
          <Segmented<boolean>
            size="small"
            aria-label="In the cells"
            value={ofErrors}
            options={[
              { value: false, label: 'values' },
              { value: true, label: '±' },
            ]}
            onChange={setOfErrors}
          />
        )}
        {tools}
      </header>
      <SheetRoom>
        {(height) => (
          <KnotGrid
            shape={shape}
            cells={sheet.rows}
            further={sheet.further}
            titles={titles}
            odd={odd}
            height={height}
            onChange={(rows) => onChange(changedInSheet(draft, rows, canTurn && ofErrors))}
          />
        )}
      </SheetRoom>
    </section>
  );
}
