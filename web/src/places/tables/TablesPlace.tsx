import type { CampaignReply, TableRow } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommands } from '../../app/commands';
import { PlaceFrame } from '../../app/PlaceFrame';
import { useCampaign } from '../../app/useCampaign';
import { useOpenThing } from '../../app/useOpenThing';
import { AxesTool } from '../../axes/AxesTool';
import { useWithAxes } from '../../axes/useWithAxes';
import { Chart, type Size } from '../../chart/Chart';
import { queries } from '../../data/queries';
import { useFormDraft } from '../../data/useDraft';
import { useKeeping } from '../../data/useKeeping';
import { Empty, NotThere } from '../../parts/Empty';
import { KeepFigure } from '../../figure/KeepFigure';
import { KeepButtons } from '../../parts/KeepButtons';
import { useTheme } from '../../theme/ThemeProvider';
import { curveOption } from './curveOption';
import { filledGrid, holesInWords, holesOf } from './holes';
import { bodyOf, bodyOfRow, draftOf, emptyDraft, understand, type TableDraft } from './state';
import { surfaceOption, type SurfaceView } from './surfaceOption';
import { TableBoards, type BoardView } from './TableBoards';
import { TableHistory } from './TableHistory';
import { TakeFrom } from './TakeFrom';
import { TableExport } from './TableExport';
import { untestedInWords } from './tableWords';
import { TableForm } from './TableForm';
import { TableHeading, type DrawnBeside } from './TableHeading';
import { TableLookUp } from './TableLookUp';
import { unitProblems } from './unitProblems';
import { useRemoval } from './useRemoval';
import './tables.css';

/** Property tables: chosen on the board, drawn with their knots, typed below the chart, described at the right. */
export function TablesPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: tables, error: tablesError } = useQuery(queries.tables(campaignId));
  const { row, missing, key, begin, open } = useOpenThing(campaignId, 'tables', tables ?? []);
  useCommands([{ id: 'new-table', label: 'New property table', run: begin }]);
  if (error ?? tablesError) return <Empty title={(error ?? tablesError)!.message} />;
  if (!campaign || !tables) return null;
  if (missing !== undefined) return <NotThere what="table" id={missing} />;
  return <TableInHand key={key} name={key} campaign={campaign} row={row} tables={tables} onOpen={open} onNew={begin} />;
}

interface TableInHandProps {
  campaign: CampaignReply;
  row: TableRow | undefined;
  tables: readonly TableRow[];
  /** Names what is in hand, and its draft. */
  name: string;
  onOpen(id: number | undefined): void;
  onNew(): void;
}

const sameDraft = (a: TableDraft, b: TableDraft): boolean => JSON.stringify(a) === JSON.stringify(b);

/** A table in hand: as it is typed, what can be understood of it, and how it is kept. */
function useTableInHand({ campaign, row, name, onOpen }: TableInHandProps) {
  const start = row ? draftOf(bodyOfRow(row)) : emptyDraft;
  const [draft, setDraft] = useFormDraft(`${campaign.id}.${name}`, start, sameDraft);
  const [problem, setProblem] = useState<string | null>(null);
  const found = understand(draft);
  const keeping = useKeeping('tables', campaign.id, row?.id, (id) => {
    setDraft(start);
    onOpen(id);
  });
  return {
    draft,
    change: (part: Partial<TableDraft>) => {
      setProblem(null);
      setDraft({ ...draft, ...part });
    },
    understood: 'table' in found ? found : undefined,
    /** Why it cannot be drawn, and why it cannot be saved. */
    notYet: 'problem' in found ? found.problem : null,
    problem,
    keeping,
    save: () => {
      const made = bodyOf(draft);
      if ('problem' in made) setProblem(made.problem);
      else keeping.save(made.body);
    },
  };
}
type TableHeld = ReturnType<typeof useTableInHand>;

function TableInHand(props: TableInHandProps) {
  const { row, tables, onOpen, onNew } = props;
  const held = useTableInHand(props);
  const { draft, change, understood } = held;
  const { palette } = useTheme();
  const [board, setBoard] = useState<BoardView>(row ? 'tables' : 'knots');
  const [drawn, setDrawn] = useState<DrawnBeside>({ others: true, rate: false, area: false });
  const [view, setView] = useState<SurfaceView>('x');
  const draw = (size: Size) =>
    understood?.surface
      ? surfaceOption({ draft, understood, view, drawn, palette, size })
      : curveOption(draft, understood, drawn, palette, size);
  const axes = useWithAxes(
    props.campaign.id,
    `table ${row?.id ?? 'new'} ${understood?.surface ? view : ''}`.trim(),
    draw,
  );
  return (
    <PlaceFrame
      title={draft.name || 'New property table'}
      context={<span className="soft">{draft.source || 'source still to be given'}</span>}
      heading={
        <TableHeading
          draft={draft}
          understood={understood}
          view={view}
          onView={setView}
          drawn={drawn}
          onDrawn={setDrawn}
        >
          <KeepFigure
            campaignId={props.campaign.id}
            name={draft.name}
            why="Save the table first"
            source={row ? { kind: 'table', tableId: row.id } : undefined}
          />
          <AxesTool axes={axes} />
        </TableHeading>
      }
      chart={<Chart label={`${draft.name} against ${draft.xName}`} build={axes.build} />}
      boardHeight={230}
      board={
        <TableBoards
          campaignId={props.campaign.id}
          view={board}
          onView={setBoard}
          tables={tables}
          inHand={row?.id ?? null}
          draft={draft}
          understood={understood}
          onOpen={onOpen}
          onNew={onNew}
          onChange={change}
        />
      }
      panel={<TablePanel {...props} held={held} />}
    />
  );
}

/** Where it can be taken from, asked, described, kept; and what speaks against it. */
function TablePanel({ campaign, row, tables, held, onOpen }: TableInHandProps & { held: TableHeld }) {
  const { draft, change, understood, notYet, problem, keeping, save } = held;
  const remove = useRemoval(row, keeping.remove, onOpen);
  const untested = understood ? untestedInWords(understood.table) : '';
  return (
    <>
      <header className="panel-head">
        <h2>{row ? 'Table' : 'New table'}</h2>
      </header>
      <TakeFrom campaign={campaign} second={draft.second} onTake={change} />
      <TableLookUp draft={draft} understood={understood} others={tables.filter((t) => t.id !== row?.id)} />
      {notYet && <p className="panel-pad doubt">{notYet}</p>}
      {unitProblems(draft).map((sentence) => (
        <p key={sentence} className="panel-pad doubt">
          {sentence}
        </p>
      ))}
      {understood?.doubts.map((d) => (
        <p key={d.sentence} className="panel-pad doubt">
          {d.knot === null ? '' : `Row ${understood.places[d.knot]![0] + 1}: `}
          {d.sentence}
        </p>
      ))}
      <Holes draft={draft} onChange={change} />
      {untested !== '' && <p className="panel-pad soft">{untested}</p>}
      <TableForm draft={draft} canBeOwn={!row || row.campaignId === campaign.id} onChange={change} />
      <div className="panel-pad">
        <KeepButtons keeping={{ ...keeping, remove }} onSave={save} deletable={row !== undefined} problem={problem} />
        {row && <TableExport row={row} />}
      </div>
      {row && <TableHistory campaignId={campaign.id} tableId={row.id} onTake={(body) => change(draftOf(body))} />}
    </>
  );
}

/** What is missing among the knots; of a grid it can be filled. */
function Holes({ draft, onChange }: { draft: TableDraft; onChange(part: Partial<TableDraft>): void }) {
  const words = holesInWords(draft.shape, holesOf(draft.shape, draft.cells));
  const filled = draft.shape === 'grid' ? filledGrid(draft.cells) : undefined;
  if (words === '' && !filled) return null;
  return (
    <p className="panel-pad doubt">
      {words || 'A hole can be left, or filled between its neighbours in row and column:'}{' '}
      {filled && (
        <button
          className="quiet"
          onClick={() =>
            onChange({ cells: filled.cells, notes: [draft.notes, filled.note].filter(Boolean).join('\n') })
          }
        >
          Fill by straight lines
        </button>
      )}
    </p>
  );
}
