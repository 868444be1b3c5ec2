import type { TableFileReply } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { Select, Upload } from 'antd';
import { useState } from 'react';
import { ask, withFile } from '../../data/api';
import { Sentence } from '../../parts/Sentence';
import type { TableDraft } from './state';

type FileColumn = TableFileReply['columns'][number];

/** Takes two columns of a delimited file as the knots. */
export function TableFile({ onTake }: { onTake(change: Partial<TableDraft>): void }) {
  const [chosen, setChosen] = useState<[number, number]>([0, 1]);
  const read = useMutation({
    mutationFn: (file: File) => ask<TableFileReply>(withFile('/table-files', file), { body: file }),
    onSuccess: ({ columns }) => take(columns, [0, 1]),
  });
  const take = (columns: readonly FileColumn[], [x, y]: [number, number]) => {
    setChosen([x, y]);
    const [a, b] = [columns[x], columns[y]];
    if (!a || !b) return;
    const cell = (v: number | null | undefined) => (v === null || v === undefined ? '' : String(v));
    onTake({
      xName: a.name, xUnit: a.unit, name: b.name, yUnit: b.unit,
      knots: a.values.map((v, i) => ({ x: cell(v), y: cell(b.values[i]) })),
    }); // prettier-ignore
  };
  const columns = read.data?.columns ?? [];
  const options = columns.map((c, i) => ({ value: i, label: `${c.name} ${c.unit && `(${c.unit})`}` }));
  return (
    <div>
      <Upload
        showUploadList={false}
        accept=".csv,.txt,.tsv,.dat,text/*"
        beforeUpload={(file) => {
          read.mutate(file);
          return false;
        }}
      >
        <button className="quiet">Take the knots from a file</button>
      </Upload>
      <Sentence error={read.error} />
      {columns.length === 1 && <p className="doubt">The file has one column of numbers only; a table needs two.</p>}
      {columns.length > 2 && (
        <div className="column-pair">
          <Select aria-label="Column of the argument" value={chosen[0]} options={options} onChange={(x) => take(columns, [x, chosen[1]])} />
          <Select aria-label="Column of the value" value={chosen[1]} options={options} onChange={(y) => take(columns, [chosen[0], y])} />
        </div>
      )}
      {read.data?.doubts.map((d) => (
        <p key={d} className="doubt">
          {d}
        </p>
      ))}
    </div>
  );
} // prettier-ignore
