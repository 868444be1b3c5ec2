import type { RunReply } from '@undameter/contract';
import { Button, Input, Select } from 'antd';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { addressOf } from '../../../app/places';
import { Field } from '../../../parts/Field';
import { PanelHead } from '../../../parts/PanelHead';
import { Sentence } from '../../../parts/Sentence';
import { ColumnFields, ComputedFields } from './ColumnFields';
import { PlanFields } from './PlanFields';
import { SheetHistory } from './SheetHistory';
import { sheetOf, valuesOf, withPlan, type Sheet } from './typedSheet';
import type { TypedHeld, useLineFit } from './useTypedRun';

interface SheetPanelProps {
  campaignId: number;
  held: TypedHeld;
  run: RunReply | undefined;
  /** Number of the row in hand. */
  row: number | null;
  /** What a straight line would be fitted to. */
  line: { x: string; y: string; fit: ReturnType<typeof useLineFit> };
  /** Symbols of columns that belong to instruments. */
  bound: ReadonlySet<string>;
  /** Where rows are taken from instruments. */
  readings: ReactNode;
  /** The curve through the rows so far. */
  live: ReactNode;
  onLeave(): void;
}

/** What the run is called, its columns, the row in hand, and what is saved. */
export function SheetPanel({ campaignId, held, run, row, line, bound, readings, live, onLeave }: SheetPanelProps) {
  const { sheet, setSheet, isSaved, problem, save, busy, error, start } = held;
  const [isTried, setTried] = useState(false);
  return (
    <>
      {readings}
      <PanelHead title={readings ? 'Run' : 'Typed run'} leave="To all runs" onLeave={onLeave} />
      <div className="panel-pad">
        <Field label="Name">
          <Input maxLength={120} value={sheet.name} onChange={(e) => setSheet({ ...sheet, name: e.target.value })} />
        </Field>
        {!run && (
          <Field label="Kind">
            <Select<Sheet['kind']>
              aria-label="Kind"
              value={sheet.kind}
              onChange={(kind) => setSheet({ ...sheet, kind })}
              options={[
                { value: 'measured', label: 'measured' },
                { value: 'simulated', label: 'simulated' },
              ]}
            />
          </Field>
        )}
        <Sentence error={isTried && problem ? { message: problem } : error} />
        <div className="buttons">
          <Button
            type="primary"
            disabled={busy || isSaved}
            onClick={() => {
              setTried(true);
              save();
            }}
          >
            {run ? (isSaved ? 'Saved' : 'Save changes') : 'Save as run'}
          </Button>
          {run && !isSaved && <Button onClick={() => setSheet(start)}>As saved</Button>}
        </div>
        {run && isSaved && <AndNow campaignId={campaignId} runId={run.id} line={line} />}
      </div>
      {run && row !== null && <RowInHand key={row} row={row} held={held} isSaved={isSaved} />}
      {live}
      <header className="panel-head">
        <h2>Columns</h2>
      </header>
      <ColumnFields sheet={sheet} bound={bound} onChange={setSheet} />
      <ComputedFields sheet={sheet} computed={valuesOf(sheet).computed} onChange={setSheet} />
      <PlanFields columns={sheet.columns} onPlan={(column, settings) => setSheet(withPlan(sheet, column, settings))} />
      {run && <SheetHistory runId={run.id} onTake={(version) => setSheet(sheetOf(version, sheet))} />}
    </>
  );
}

/** What a saved run is good for next. */
function AndNow({
  campaignId,
  runId,
  line: { x, y, fit },
}: Pick<SheetPanelProps, 'campaignId' | 'line'> & { runId: number }) {
  return (
    <>
      <p className="sheet-next">
        <button className="quiet" disabled={x === y || fit.isPending} onClick={() => fit.mutate({ x, y })}>
          Fit a straight line: {y} over {x}
        </button>
        <Link to={addressOf(campaignId, 'signals', runId)}>Look at its signals</Link>
      </p>
      <Sentence error={fit.error} />
    </>
  );
}

/** The row in hand: left out with a reason, or brought back. */
function RowInHand({ row, held, isSaved }: { row: number; held: TypedHeld; isSaved: boolean }) {
  const { leftOut, leaveOut, bringBack, busy } = held;
  const [reason, setReason] = useState('');
  const why = leftOut.get(row);
  return (
    <section aria-label={`Row ${row}`}>
      <header className="panel-head">
        <h2>Row {row}</h2>
      </header>
      <div className="panel-pad">
        {why === undefined ? (
          <Input.Search
            aria-label={`Why row ${row} is left out`}
            placeholder="reason"
            enterButton="Leave out"
            maxLength={200}
            disabled={busy || !isSaved}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            onSearch={(said) => said.trim() !== '' && leaveOut(row, said.trim())}
          />
        ) : (
          <p>
            Left out: {why}{' '}
            <button className="quiet" disabled={busy} onClick={() => bringBack(row)}>
              Bring back
            </button>
          </p>
        )}
        {!isSaved && why === undefined && <p className="soft">Save the changes first.</p>}
      </div>
    </section>
  );
}
