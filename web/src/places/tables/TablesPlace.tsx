import type { CampaignReply, TableRow } from '@undameter/contract';
import { formatValue, printUnit } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Checkbox, Segmented } from 'antd';
import { useCallback, useMemo, useState } from 'react';
import { useCommands } from '../../app/commands';
import { PlaceFrame } from '../../app/PlaceFrame';
import { useCampaign } from '../../app/useCampaign';
import { useOpenThing } from '../../app/useOpenThing';
import { Chart, type Size } from '../../chart/Chart';
import { queries } from '../../data/queries';
import { useKeeping } from '../../data/useKeeping';
import { download, fileName } from '../../parts/download';
import { Empty, NotThere } from '../../parts/Empty';
import { KeepButtons } from '../../parts/KeepButtons';
import { useTheme } from '../../theme/ThemeProvider';
import { curveOption } from './curveOption';
import { bodyOf, bodyOfRow, draftOf, emptyDraft, understand, type TableDraft, type Understood } from './state';
import { surfaceOption, type SurfaceView } from './surfaceOption';
import { TableBoards, type BoardView } from './TableBoards';
import { TableHistory } from './TableHistory';
import { TakeFrom } from './TakeFrom';
import { asCsv, asJson } from './tableFiles';
import { TableForm } from './TableForm';
import { TableLookUp } from './TableLookUp';

/** Property tables: chosen on the board, drawn with their knots, typed below the chart, described at the right. */
export function TablesPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: tables, error: tablesError } = useQuery(queries.tables(campaignId));
  const { row, missing, key, begin, open } = useOpenThing(campaignId, 'tables', tables ?? []);
  useCommands([{ id: 'new-table', label: 'New property table', run: begin }]);
  if (error ?? tablesError) return <Empty title={(error ?? tablesError)!.message} />;
  if (!campaign || !tables) return null;
  if (missing !== undefined) return <NotThere what="table" id={missing} />;
  return <TableInHand key={key} campaign={campaign} row={row} tables={tables} onOpen={open} onNew={begin} />;
}

interface TableInHandProps {
  campaign: CampaignReply;
  row: TableRow | undefined;
  tables: readonly TableRow[];
  onOpen(id: number | undefined): void;
  onNew(): void;
}

function TableInHand({ campaign, row, tables, onOpen, onNew }: TableInHandProps) {
  const [draft, setDraft] = useState<TableDraft>(() => (row ? draftOf(bodyOfRow(row)) : emptyDraft));
  const [problem, setProblem] = useState<string | null>(null);
  const { palette } = useTheme();
  const change = (part: Partial<TableDraft>) => {
    setProblem(null);
    setDraft({ ...draft, ...part });
  };
  const keeping = useKeeping('tables', campaign.id, row?.id, onOpen);
  const [board, setBoard] = useState<BoardView>(row ? 'tables' : 'knots');
  const [drawn, setDrawn] = useState({ others: true, rate: false, area: false });
  const [view, setView] = useState<SurfaceView>('x');
  const found = useMemo(() => understand(draft), [draft]);
  const understood = 'table' in found ? found : undefined;
  const build = useCallback(
    (size: Size) =>
      understood?.surface
        ? surfaceOption({ draft, understood, view, drawn, palette, size })
        : curveOption(draft, understood, drawn, palette, size),
    [draft, understood, view, drawn, palette],
  );
  const trySave = () => {
    const made = bodyOf(draft);
    if ('problem' in made) setProblem(made.problem);
    else keeping.save(made.body);
  };
  const isMap = draft.shape !== 'curve' && view === 'map';
  return (
    <PlaceFrame
      title={draft.name || 'New property table'}
      context={<span className="soft">{draft.source || 'source still to be given'}</span>}
      heading={
        <>
          <b>
            {draft.symbol
              ? `${draft.symbol}(${[draft.xName || 'x', ...(draft.shape === 'curve' ? [] : [draft.second.name || 'w'])].join(', ')})`
              : 'Knots'}
          </b>
          <span className="soft told" title={errorInWords(understood, draft)}>
            {errorInWords(understood, draft)}
          </span>
          {draft.shape !== 'curve' && (
            <Segmented<SurfaceView>
              size="small"
              aria-label="Drawn over"
              value={view}
              onChange={setView}
              options={[
                { value: 'x', label: draft.xName || 'the first' },
                { value: 'w', label: draft.second.name || 'the second' },
                { value: 'map', label: 'map' },
              ]}
            />
          )}
          <Checkbox
            disabled={isMap || draft.shape === 'scattered'}
            checked={drawn.others}
            onChange={(e) => setDrawn({ ...drawn, others: e.target.checked })}
          >
            other methods
          </Checkbox>
          <Checkbox
            disabled={isMap}
            checked={drawn.rate}
            onChange={(e) => setDrawn({ ...drawn, rate: e.target.checked })}
          >
            slope
          </Checkbox>
          {draft.shape === 'curve' && (
            <Checkbox checked={drawn.area} onChange={(e) => setDrawn({ ...drawn, area: e.target.checked })}>
              integral
            </Checkbox>
          )}
        </>
      }
      chart={<Chart label={`${draft.name} against ${draft.xName}`} build={build} />}
      boardHeight={230}
      board={
        <TableBoards
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
      panel={
        <>
          <header className="panel-head">
            <h2>{row ? 'Table' : 'New table'}</h2>
          </header>
          <TakeFrom campaign={campaign} onTake={change} />
          <TableLookUp draft={draft} understood={understood} others={tables.filter((t) => t.id !== row?.id)} />
          {'problem' in found && found.problem && <p className="panel-pad doubt">{found.problem}</p>}
          {understood?.doubts.map((d) => (
            <p key={d.sentence} className="panel-pad doubt">
              {d.knot === null ? '' : `Row ${understood.places[d.knot]![0] + 1}: `}
              {d.sentence}
            </p>
          ))}
          <TableForm draft={draft} canBeOwn={!row || row.campaignId === campaign.id} onChange={change} />
          <div className="panel-pad">
            <KeepButtons keeping={keeping} onSave={trySave} deletable={row !== undefined} problem={problem} />
            {row && (
              <div className="buttons">
                <button
                  className="quiet"
                  onClick={() => download(`${fileName(row.name)}.table.json`, asJson(bodyOfRow(row)))}
                >
                  Export as JSON
                </button>
                <button className="quiet" onClick={() => download(`${fileName(row.name)}.csv`, asCsv(row))}>
                  as CSV
                </button>
              </div>
            )}
          </div>
          {row && <TableHistory campaignId={campaign.id} tableId={row.id} onTake={(body) => change(draftOf(body))} />}
        </>
      }
    />
  );
}

/** How far the table can be trusted between its knots. */
function errorInWords(understood: Understood | undefined, { shape, yUnit }: TableDraft): string {
  const error = understood?.error;
  if (!error) return '';
  const u = printUnit(yUnit);
  const without = { curve: 'a knot', grid: 'a row or column', scattered: 'a point' }[shape];
  const at = error.at.map((v) => formatValue(v)).join(', ');
  return `without ${without} the others miss it by ${formatValue(error.rms, 2)} ${u} (rms), at most ${formatValue(error.largest, 2)} ${u} at ${at}`;
}
