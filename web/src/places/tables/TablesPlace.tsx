import type { TableRow } from '@undameter/contract';
import { formatValue, interpolateLinear, printUnit } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Input, Segmented } from 'antd';
import { useCallback, useState } from 'react';
import { useCommands } from '../../app/commands';
import { PlaceFrame } from '../../app/PlaceFrame';
import { useCampaign } from '../../app/useCampaign';
import { useOpenThing } from '../../app/useOpenThing';
import { Board } from '../../board/Board';
import { Chart, type Size } from '../../chart/Chart';
import { knots, line } from '../../chart/marks';
import { axisTitle, stackOption } from '../../chart/panes';
import { queries } from '../../data/queries';
import { useKeeping } from '../../data/useKeeping';
import { Empty, NotThere } from '../../parts/Empty';
import { Field } from '../../parts/Field';
import { KeepButtons } from '../../parts/KeepButtons';
import { useTheme } from '../../theme/ThemeProvider';
import { KnotGrid } from './KnotGrid';
import { TableFile } from './TableFile';
import { bodyOf, draftOf, drawable, emptyDraft, typedNumber, type TableDraft } from './state';

/** Property tables of one variable: chosen on the board, drawn with their knots, typed at the right. */
export function TablesPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: tables, error: tablesError } = useQuery(queries.tables(campaignId));
  const { row, missing, key, begin, open } = useOpenThing(campaignId, 'tables', tables ?? []);
  useCommands([{ id: 'new-table', label: 'New property table', run: begin }]);
  if (error ?? tablesError) return <Empty title={(error ?? tablesError)!.message} />;
  if (!campaign || !tables) return null;
  if (missing !== undefined) return <NotThere what="table" id={missing} />;
  return <TableInHand key={key} campaignId={campaignId} row={row} tables={tables} onOpen={open} onNew={begin} />;
}

interface TableInHandProps {
  campaignId: number;
  row: TableRow | undefined;
  tables: readonly TableRow[];
  onOpen(id: number | undefined): void;
  onNew(): void;
}

function TableInHand({ campaignId, row, tables, onOpen, onNew }: TableInHandProps) {
  const [draft, setDraft] = useState<TableDraft>(() => (row ? draftOf(row) : emptyDraft));
  const [problem, setProblem] = useState<string | null>(null);
  const { palette } = useTheme();
  const change = (part: Partial<TableDraft>) => {
    setProblem(null);
    setDraft({ ...draft, ...part });
  };
  const keeping = useKeeping('tables', campaignId, row?.id, onOpen);
  const build = useCallback(
    (size: Size) => {
      const at = drawable(draft);
      return stackOption({
        size,
        palette,
        panes: [
          {
            title: axisTitle({ name: draft.name || 'Value', symbol: draft.symbol, unit: draft.yUnit }),
            weight: 1,
            marks: [
              line(at, { name: draft.symbol || 'value', colour: palette.series[0]!, width: 1.4 }),
              knots(at, { name: 'knots', colour: palette.series[0]! }),
            ],
          },
        ],
        x: { title: axisTitle({ name: draft.xName || 'Argument', unit: draft.xUnit }) },
      });
    },
    [draft, palette],
  );
  const trySave = () => {
    const made = bodyOf(draft);
    if ('problem' in made) setProblem(made.problem);
    else keeping.save(made.body);
  };
  const text = (label: string, field: 'symbol' | 'name' | 'xName' | 'xUnit' | 'yUnit', hint?: string) => (
    <Field label={label} hint={hint}>
      <Input value={draft[field]} onChange={(e) => change({ [field]: e.target.value })} />
    </Field>
  );
  return (
    <PlaceFrame
      title={draft.name || 'New property table'}
      context={<span className="soft">{draft.source || 'source still to be given'}</span>}
      heading={
        <>
          <b>{draft.symbol ? `${draft.symbol}(${draft.xName || 'x'})` : 'Knots'}</b>
          <span className="soft">linear between the knots, {draft.outside === 'hold' ? 'the end value held outside' : 'missing outside'}</span>
          <span className="grow" />
          <LookUpValue draft={draft} />
        </>
      }
      chart={<Chart label={`${draft.name} against ${draft.xName}`} build={build} />}
      boardHeight={180}
      board={
        <Board<TableRow>
          title="Property tables"
          rows={tables}
          keyOf={(t) => t.id}
          inHand={row?.id ?? null}
          onTake={(t) => onOpen(t.id)}
          tools={
            <button className="quiet" onClick={onNew}>
              + Table
            </button>
          }
          empty="No table yet. Type one at the right, or take it from a file."
          columns={[
            { key: 'symbol', title: 'Symbol', value: (t) => t.symbol, cell: (t) => <code>{t.symbol}</code> },
            { key: 'name', title: 'Quantity', value: (t) => t.name, cell: (t) => t.name },
            { key: 'unit', title: 'Unit', value: (t) => printUnit(t.yUnit), cell: (t) => <code>{printUnit(t.yUnit)}</code> },
            { key: 'x', title: 'Against', value: (t) => t.xName, cell: (t) => `${t.xName} ${t.xUnit && `(${printUnit(t.xUnit)})`}` },
            { key: 'range', title: 'From – to', numeric: true, cell: (t) => `${formatValue(t.x[0]!)} – ${formatValue(t.x.at(-1)!)}` },
            { key: 'knots', title: 'Knots', numeric: true, value: (t) => t.x.length, cell: (t) => t.x.length },
            { key: 'source', title: 'Source', value: (t) => t.source, cell: (t) => <span className="clip wide">{t.source}</span> },
          ]}
        />
      }
      panel={
        <>
          <header className="panel-head">
            <h2>{row ? 'Table' : 'New table'}</h2>
            <span className="grow" />
            <TableFile onTake={change} />
          </header>
          <div className="panel-pad">
            {text('Quantity', 'name')}
            {text('Symbol', 'symbol', draft.symbol ? `called in formulas as ${draft.symbol}(…)` : 'the name of the function in formulas')}
            {text('Unit', 'yUnit')}
            {text('Argument', 'xName')}
            {text('Its unit', 'xUnit')}
            <Field label="Source">
              <Input.TextArea autoSize value={draft.source} onChange={(e) => change({ source: e.target.value })} placeholder="a standard's number, a handbook, a certificate" />
            </Field>
            <Field label="Outside">
              <Segmented<TableDraft['outside']>
                value={draft.outside}
                onChange={(outside) => change({ outside })}
                options={[{ value: 'refuse', label: 'missing' }, { value: 'hold', label: 'hold the end' }]}
              />
            </Field>
            <KeepButtons keeping={keeping} onSave={trySave} deletable={row !== undefined} problem={problem} />
          </div>
          <KnotGrid draft={draft} onChange={(next) => change({ knots: next })} />
        </>
      }
    />
  );
} // prettier-ignore

/** One value from the table in hand: type the argument, read the quantity. */
function LookUpValue({ draft }: { draft: TableDraft }) {
  const [typed, setTyped] = useState('');
  const at = typedNumber(typed);
  const { x, y } = drawable(draft);
  const usable = at !== null && x.length >= 2 && x.every((v, i) => i === 0 || v > x[i - 1]!);
  const found = usable
    ? interpolateLinear(Float64Array.from(x), Float64Array.from(y), Float64Array.of(at), draft.outside)
    : undefined;
  const value = found?.values[0];
  return (
    <label className="look-up">
      <span className="soft">Look up</span>
      <Input aria-label="Argument to look up" style={{ width: 90 }} value={typed} onChange={(e) => setTyped(e.target.value)} />
      <span className="soft">{printUnit(draft.xUnit)}</span>
      <output className="number">
        {found && (Number.isNaN(value) ? 'outside the table' : `${formatValue(value!, 6)} ${printUnit(draft.yUnit)}${found.outside ? ' (held)' : ''}`)}
      </output>
    </label>
  );
} // prettier-ignore
