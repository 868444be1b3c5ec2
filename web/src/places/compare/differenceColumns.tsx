import type { ComparisonReply } from '@undameter/contract';
import { formatCount, formatValue, formatWithUncertainty, printUnit } from '@undameter/core';
import type { BoardColumn } from '../../board/Board';
import { SeriesMark } from '../../board/SeriesMark';
import type { DifferenceRow } from './differenceRows';

type Columns = BoardColumn<DifferenceRow>[];

const said = (v: number | null | undefined, digits = 3): string =>
  v === null || v === undefined ? '–' : formatValue(v, digits);
const share = (v: number | null | undefined): string =>
  v === null || v === undefined ? '–' : `${formatValue(100 * v, 3)} %`;

/** What would be rounded to one is told to be less. */
const correlation = (v: number | null | undefined): string =>
  typeof v === 'number' && v > 0.99999 && v < 1 ? '> 0.99999' : said(v, 5);

/** What the board of differences says of each candidate in each condition. */
export function differenceColumns(reply: ComparisonReply | undefined, rows: readonly DifferenceRow[]): Columns {
  const units = { x: printUnit(reply?.x.unit ?? ''), y: printUnit(reply?.y.unit ?? '') };
  return [...nameColumns(rows), ...meanColumns(units), ...sizeColumns(units, reply?.x.symbol ?? 'x')];
}

const nameColumns = (rows: readonly DifferenceRow[]): Columns => [
  {
    key: 'name',
    title: 'Series',
    value: (r) => r.name,
    cell: (r) => <SeriesMark series={r.series} name={r.name} />,
  },
  {
    key: 'candidate',
    title: 'Candidate',
    value: (r) => r.candidateName,
    cell: (r) => <span className="clip">{r.candidateName}</span>,
  },
  ...(rows.some((r) => r.problem)
    ? [
        {
          key: 'problem',
          title: '',
          cell: (r: DifferenceRow) => r.problem && <span className="doubt">{r.problem}</span>,
        },
      ]
    : []),
];

const mean = (r: DifferenceRow) => formatWithUncertainty(r.candidate?.mean ?? NaN, r.candidate?.meanHalfWidth ?? NaN);

const meanColumns = (units: { y: string }): Columns => [
  {
    key: 'points',
    title: 'Points',
    numeric: true,
    value: (r) => r.candidate?.points ?? null,
    cell: (r) => (r.candidate ? formatCount(r.candidate.points) : '–'),
  },
  {
    key: 'mean',
    title: 'Mean',
    unit: units.y,
    numeric: true,
    value: (r) => r.candidate?.mean ?? null,
    cell: (r) => (r.candidate ? mean(r).value : '–'),
  },
  {
    key: 'half',
    title: 'scatter (95 %)',
    unit: units.y,
    numeric: true,
    value: (r) => r.candidate?.meanHalfWidth ?? null,
    cell: (r) => (r.candidate ? mean(r).uncertainty : '–'),
  },
  {
    key: 'uVal',
    title: 'u_val',
    unit: units.y,
    numeric: true,
    value: (r) => r.candidate?.uVal ?? null,
    cell: (r) => said(r.candidate?.uVal, 2),
  },
  {
    key: 'within',
    title: 'Within ±',
    numeric: true,
    value: (r) => r.candidate?.within ?? null,
    cell: (r) => share(r.candidate?.within),
  },
];

const sizeColumns = (units: { x: string; y: string }, x: string): Columns => [
  {
    key: 'rms',
    title: 'rms',
    unit: units.y,
    numeric: true,
    value: (r) => r.candidate?.rms ?? null,
    cell: (r) => said(r.candidate?.rms),
  },
  {
    key: 'scaled',
    title: 'of range',
    numeric: true,
    value: (r) => r.candidate?.scaled ?? null,
    cell: (r) => share(r.candidate?.scaled),
  },
  {
    key: 'largest',
    title: 'Largest',
    unit: units.y,
    numeric: true,
    value: (r) => r.candidate?.largest ?? null,
    cell: (r) => said(r.candidate?.largest),
  },
  {
    key: 'at',
    title: `at ${x}`,
    unit: units.x,
    numeric: true,
    value: (r) => r.candidate?.largestAt ?? null,
    cell: (r) => said(r.candidate?.largestAt),
  },
  {
    key: 'correlation',
    title: 'Correlation',
    numeric: true,
    value: (r) => r.candidate?.correlation ?? null,
    cell: (r) => correlation(r.candidate?.correlation),
  },
  {
    key: 'outside',
    title: 'Outside',
    numeric: true,
    value: (r) => r.candidate?.outside ?? null,
    cell: (r) => (r.candidate ? formatCount(r.candidate.outside) : '–'),
  },
];
