import type { TableRow } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Popover, Segmented } from 'antd';
import { useState } from 'react';
import { queries } from '../../data/queries';
import { download, fileName } from '../../parts/download';
import { asCsv, asJson } from './tableFiles';
import { bodyOfRow } from './state';

/** Takes a table out: whole as JSON, or its knots in any format; each comes in again. */
export function TableExport({ row }: { row: TableRow }) {
  return (
    <Popover trigger="click" placement="topRight" destroyOnHidden content={<Formats row={row} />}>
      <button className="quiet">Export …</button>
    </Popover>
  );
}

function Formats({ row }: { row: TableRow }) {
  const [form, setForm] = useState<'grid' | 'long'>('grid');
  const { data: about } = useQuery(queries.about());
  const name = fileName(row.name);
  const isGrid = row.second !== null && !row.second.isScattered;
  return (
    <div className="declare">
      {isGrid && row.second && (
        <Segmented<'grid' | 'long'>
          aria-label="Form"
          size="small"
          value={form}
          onChange={setForm}
          options={[
            { value: 'grid', label: `${row.second.name} across` },
            { value: 'long', label: 'a row for each knot' },
          ]}
        />
      )}
      {form === 'grid' && isGrid && row.uncertainty?.kind === 'perKnot' && (
        <p className="soft">The ± of each knot goes with the whole table and with a row for each knot.</p>
      )}
      <ul className="formats">
        <li>
          <button className="quiet" onClick={() => download(`${name}.table.json`, asJson(bodyOfRow(row)))}>
            The whole table (.json)
          </button>
        </li>
        <li>
          <button className="quiet" onClick={() => download(`${name}.csv`, asCsv(row, form))}>
            Knots with their source (.csv)
          </button>
        </li>
        {about?.writes
          .filter((w) => w.kind !== 'csv')
          .map((w) => (
            <li key={w.kind}>
              <a className="quiet" href={`/api/tables/${row.id}/export?format=${w.kind}&form=${form}`} download>
                Knots, {w.title} (.{w.extension})
              </a>
            </li>
          ))}
      </ul>
    </div>
  );
}
