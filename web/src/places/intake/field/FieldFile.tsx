import type { FieldUploadReply } from '@undameter/contract';
import { formatCount, formatValue, joinPlanes, type JoinPlane } from '@undameter/core';
import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import { PlaceFrame } from '../../../app/PlaceFrame';
import { Board } from '../../../board/Board';
import { Field } from '../../../parts/Field';
import { PanelHead } from '../../../parts/PanelHead';
import { Sentence } from '../../../parts/Sentence';
import { counted } from '../../../parts/counted';
import {
  beginField,
  fieldBodyOf,
  fieldProblem,
  remarksOf,
  unitProblem,
  withVariable,
  type FieldDraft,
} from './fieldDraft';
import type { FieldFileHeld } from './useFieldFile';

interface FieldFileProps {
  sent: FieldUploadReply;
  work: FieldFileHeld;
}

/** A file of a simulated field: what it holds, which unit each quantity has, and the run that it becomes. */
export function FieldFile({ sent, work }: FieldFileProps) {
  const [draft, setDraft] = useState(() => beginField(sent));
  return (
    <PlaceFrame
      title={sent.fileName}
      context={<span className="soft">simulated field, not taken yet</span>}
      heading={
        <>
          <b>{formatCount(sent.nodes)} nodes</b>
          <span className="soft">
            joined by {formatCount(sent.cells)} cells in {counted(sent.zones.length, 'zone')}
          </span>
        </>
      }
      chart={<ZoneBoard sent={sent} />}
      boardHeight={340}
      board={<VariableBoard sent={sent} draft={draft} onDraft={setDraft} />}
      panel={<FieldPanel sent={sent} draft={draft} onDraft={setDraft} work={work} />}
    />
  );
}

type Zone = FieldUploadReply['zones'][number];
const ZoneBoard = ({ sent }: { sent: FieldUploadReply }) => (
  <Board<Zone>
    title="Zones"
    rows={sent.zones}
    keyOf={(z) => z.name}
    columns={[
      { key: 'name', title: 'Zone', value: (z) => z.name, cell: (z) => z.name },
      { key: 'nodes', title: 'Nodes', numeric: true, value: (z) => z.nodes, cell: (z) => formatCount(z.nodes) },
      { key: 'cells', title: 'Cells', numeric: true, value: (z) => z.cells, cell: (z) => formatCount(z.cells) },
    ]}
  />
);

interface DraftProps {
  sent: FieldUploadReply;
  draft: FieldDraft;
  onDraft(draft: FieldDraft): void;
}

type Row = FieldUploadReply['variables'][number] & { now: FieldDraft['variables'][number] };

interface NameCellProps {
  row: Row;
  what: 'name' | 'symbol';
  change(row: Row, to: Partial<Row['now']>): void;
}

const NameCell = ({ row, what, change }: NameCellProps) => (
  <Input
    size="small"
    aria-label={`${what === 'name' ? 'Name' : 'Symbol'} of ${row.variable}`}
    value={row.now[what]}
    maxLength={120}
    onChange={(e) => change(row, { [what]: e.target.value })}
  />
);

function VariableBoard({ sent, draft, onDraft }: DraftProps) {
  const rows = sent.variables.map((v, k): Row => ({ ...v, now: draft.variables[k]! }));
  const change = (row: Row, to: Partial<Row['now']>) => onDraft(withVariable(draft, row.variable, to));
  const number = (v: number | null) => (v === null ? '' : formatValue(v, 5));
  return (
    <Board<Row>
      title="Variables"
      rows={rows}
      keyOf={(r) => r.variable}
      dim={(r) => !r.now.isTaken}
      empty="The file holds no variables: its surface alone becomes the run."
      columns={[
        {
          key: 'taken',
          title: '',
          width: 32,
          cell: (r) => (
            <Checkbox
              aria-label={`Take ${r.variable}`}
              checked={r.now.isTaken}
              onChange={(e) => change(r, { isTaken: e.target.checked })}
            />
          ),
        },
        { key: 'variable', title: 'In the file', value: (r) => r.variable, cell: (r) => <code>{r.variable}</code> },
        {
          key: 'name',
          title: 'Name',
          cell: (r) => <NameCell row={r} what="name" change={change} />,
        },
        {
          key: 'symbol',
          title: 'Symbol',
          width: 110,
          cell: (r) => <NameCell row={r} what="symbol" change={change} />,
        },
        {
          key: 'unit',
          title: 'Unit',
          width: 110,
          cell: (r) => (
            <Input
              size="small"
              aria-label={`Unit of ${r.variable}`}
              placeholder="no unit"
              status={unitProblem(r.now.unit) ? 'error' : ''}
              value={r.now.unit}
              onChange={(e) => change(r, { unit: e.target.value })}
            />
          ),
        },
        { key: 'lowest', title: 'Lowest', numeric: true, value: (r) => r.lowest, cell: (r) => number(r.lowest) },
        { key: 'highest', title: 'Highest', numeric: true, value: (r) => r.highest, cell: (r) => number(r.highest) },
        {
          key: 'missing',
          title: 'Without a value',
          numeric: true,
          value: (r) => r.missing,
          cell: (r) => (r.missing === 0 ? '' : formatCount(r.missing)),
        },
        {
          key: 'remembered',
          title: '',
          cell: (r) => (r.isRemembered ? <span className="soft">unit as in the last field</span> : null),
        },
      ]}
    />
  );
}

function FieldPanel({ sent, draft, onDraft, work }: DraftProps & { work: FieldFileHeld }) {
  const problem = fieldProblem(draft);
  return (
    <>
      <PanelHead title="Run" leave="Discard" onLeave={work.letGo} />
      <div className="panel-pad">
        <Field label="Name">
          <Input value={draft.name} maxLength={120} onChange={(e) => onDraft({ ...draft, name: e.target.value })} />
        </Field>
        <Field
          label="Unit of x, y, z"
          hint="Most files of fields have no units. What is said here is proposed for the next one."
        >
          <Input
            aria-label="Unit of x, y, z"
            placeholder="mm, m …"
            value={draft.coordinateUnit}
            status={unitProblem(draft.coordinateUnit) ? 'error' : ''}
            onChange={(e) => onDraft({ ...draft, coordinateUnit: e.target.value })}
          />
        </Field>
        {draft.plane !== null && (
          <Field label="Plane" hint="Its nodes have no cells and are joined as they lie in it.">
            <Select<JoinPlane>
              aria-label="Joined in the plane"
              value={draft.plane}
              onChange={(plane) => onDraft({ ...draft, plane })}
              options={joinPlanes.map((plane) => ({ value: plane, label: [...plane].join(' and ') }))}
            />
          </Field>
        )}
        {draft.time !== null && (
          <Field
            label="Time"
            hint="The file is a series, in its own unit of time. Lowest and highest are those of the last one."
          >
            <Select<number>
              aria-label="Time of the series"
              value={draft.time}
              onChange={(time) => onDraft({ ...draft, time })}
              options={sent.times.map((time, k) => ({
                value: k,
                label: `${formatValue(time, 6)}, ${k + 1} of ${sent.times.length}`,
              }))}
            />
          </Field>
        )}
        {remarksOf(sent, draft).map((remark) => (
          <p key={remark} className="doubt">
            {remark}
          </p>
        ))}
        <Sentence error={problem === null ? work.takeError : { message: problem }} />
        <div className="buttons">
          <Button
            type="primary"
            loading={work.isTaking}
            disabled={problem !== null}
            onClick={() => work.take(fieldBodyOf(draft, sent.uploadId))}
          >
            Take the field
          </Button>
        </div>
      </div>
    </>
  );
}
