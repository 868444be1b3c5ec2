import type { CampaignReply } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Segmented, Select, Upload } from 'antd';
import { useState } from 'react';
import { queries } from '../../data/queries';
import { Sentence } from '../../parts/Sentence';
import { fromColumns, fromGrid, proposedColumns, type Taken } from './fromColumns';
import { columnsFrom, knotSources, type KnotColumns, type KnotSource } from './knotSources';
import { fromJson } from './tableFiles';
import type { TableDraft } from './state';

interface TakeFromProps {
  campaign: CampaignReply;
  /** What is said of a second argument so far; a file that says nothing of it leaves it. */
  second: TableDraft['second'];
  onTake(change: Partial<TableDraft>): void;
}

const atFirst: Taken = { x: 0, w: null, y: 1, u: null };

/** Takes columns as the knots, of a file, a run or a fit; or a whole table from a JSON file. */
export function TakeFrom({ campaign, second, onTake }: TakeFromProps) {
  const { data: fits = [] } = useQuery(queries.fits(campaign.id));
  const [taken, setTaken] = useState<Taken>(atFirst);
  const [chosen, setChosen] = useState<string>();
  const [problem, setProblem] = useState<string | null>(null);
  const [asGrid, setAsGrid] = useState(false);
  const read = useMutation({ mutationFn: columnsFrom, onSuccess: (found) => takeFirst(found) });
  const take = ({ columns, source }: KnotColumns, which: Taken) => {
    setTaken(which);
    setAsGrid(false);
    const change = fromColumns(columns, which);
    if (change) onTake(source === undefined ? change : { ...change, source });
  };
  const takeGrid = ({ grid, source }: KnotColumns) => {
    setAsGrid(true);
    if (grid) onTake({ ...fromGrid(grid, second), ...(source === undefined ? {} : { source }) });
  };
  const takeFirst = (found: KnotColumns) =>
    found.grid?.doubt === ''
      ? takeGrid(found)
      : take(found, proposedColumns(found.columns, found.source !== undefined));
  const begin = (source: KnotSource, value: string | undefined) => {
    setProblem(null);
    setChosen(value);
    read.mutate(source);
  };
  const readJson = async (file: File) => {
    const text = await file.text();
    const found = fromJson(text, file.name);
    // What is no table of ours may still be records, which the server reads.
    if ('draft' in found) onTake(found.draft);
    else if (/^\s*\[/.test(text)) begin({ kind: 'file', file }, undefined);
    else setProblem(found.problem);
  };
  const groups = knotSources(campaign, fits);
  const found = read.data;
  return (
    <div className="panel-pad">
      <div className="take-from">
        <Select
          aria-label="Take knots from"
          placeholder="Take knots from …"
          popupMatchSelectWidth={false}
          value={chosen}
          options={groups}
          onChange={(value) => begin(groups.flatMap((g) => g.options).find((o) => o.value === value)!.source, value)}
        />
        <Upload
          hasControlInside
          showUploadList={false}
          beforeUpload={(file) => {
            setProblem(null);
            setChosen(undefined);
            if (/\.json$/i.test(file.name)) void readJson(file);
            else begin({ kind: 'file', file }, undefined);
            return false;
          }}
        >
          <button className="quiet">or a file</button>
        </Upload>
      </div>
      <Sentence error={problem === null ? read.error : { message: problem }} />
      {found && found.columns.length < 2 && (
        <p className="doubt">There are fewer than two columns of numbers; a table needs two.</p>
      )}
      {found?.grid && (
        <GridOrColumns
          doubt={found.grid.doubt}
          isGrid={asGrid}
          onGrid={(on) => (on ? takeGrid(found) : take(found, atFirst))}
        />
      )}
      {found && found.columns.length > 2 && !asGrid && (
        <ColumnPair found={found} taken={taken} onTake={(which) => take(found, which)} />
      )}
      {found?.doubts.map((d) => (
        <p key={d} className="doubt">
          {d}
        </p>
      ))}
    </div>
  );
}

interface GridOrColumnsProps {
  doubt: string;
  isGrid: boolean;
  onGrid(on: boolean): void;
}

/** A file that can be taken both ways is asked about; what was taken can be taken the other way. */
const GridOrColumns = ({ doubt, isGrid, onGrid }: GridOrColumnsProps) => (
  <>
    {doubt !== '' && <p className="doubt">{doubt}</p>}
    <Segmented<boolean>
      size="small"
      aria-label="Taken as"
      value={isGrid}
      onChange={onGrid}
      options={[
        { value: true, label: 'a grid' },
        { value: false, label: 'columns' },
      ]}
    />
  </>
);

interface ColumnPairProps {
  found: KnotColumns;
  taken: Taken;
  onTake(which: Taken): void;
}

/** Which of several columns are the arguments and the value. */
function ColumnPair({ found, taken, onTake }: ColumnPairProps) {
  const options = found.columns.map((c, i) => ({ value: i, label: `${c.name} ${c.unit && `(${c.unit})`}` }));
  return (
    <div className="column-pair">
      <Select
        aria-label="Column of the argument"
        value={taken.x}
        options={options}
        onChange={(x) => onTake({ ...taken, x })}
      />
      <Select
        aria-label="Column of the second argument"
        value={taken.w ?? -1}
        options={[{ value: -1, label: 'no second argument' }, ...options]}
        onChange={(w) => onTake({ ...taken, w: w === -1 ? null : w })}
      />
      <Select
        aria-label="Column of the value"
        value={taken.y}
        options={options}
        onChange={(y) => onTake({ ...taken, y })}
      />
      <Select
        aria-label="Column of the ±"
        value={taken.u ?? -1}
        options={[{ value: -1, label: 'no ± of each knot' }, ...options]}
        onChange={(u) => onTake({ ...taken, u: u === -1 ? null : u })}
      />
    </div>
  );
}
