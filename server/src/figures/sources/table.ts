import type { FigureContent, FigureSeries, TableBody } from '@undameter/contract';
import {
  formatValue,
  inOrder,
  interpolatorOf,
  printUnit,
  standardAtKnots,
  surfaceOf,
  type TableInTwo,
} from '@undameter/core';
import { table as storedTable } from '../../store/tables';
import { bareSeries, named, emptyPanel, plainAxis, sourceKind } from './Source';

const PLACES = 400;
/** Curves of a table in two arguments: more would be no chart. */
const MOST_CURVES = 12;

/** A property table: its knots, and the curve that is drawn through them; one for each second argument. */
export const table = sourceKind({
  kind: 'table',
  async contentOf({ db }, { tableId }) {
    return contentOfTable(await storedTable(db, tableId));
  },
});

export function contentOfTable(body: TableBody): FigureContent {
  const { second } = body;
  return {
    panels: [
      {
        ...emptyPanel('main', 1),
        x: plainAxis({ name: body.xName, symbol: '', unit: body.xUnit }),
        y: plainAxis({ name: body.name, symbol: body.symbol, unit: body.yUnit }),
        series: second ? levelsOf(body, second) : [single(body)],
      },
    ],
    about: `from the table "${body.name}": ${body.source}`,
  };
}

const evenly = (low: number, high: number): Float64Array =>
  Float64Array.from({ length: PLACES + 1 }, (_, i) => (i === PLACES ? high : low + ((high - low) * i) / PLACES));

const known = (values: Float64Array): (number | null)[] => Array.from(values, (v) => (Number.isFinite(v) ? v : null));

const curveOf = (x: Float64Array, y: Float64Array): FigureSeries['curve'] => ({
  x: Array.from(x),
  y: known(y),
  low: [],
  high: [],
  held: false,
});

function pointsOf(
  x: readonly number[],
  y: readonly (number | null)[],
  errors: readonly number[] = [],
): FigureSeries['points'] {
  const known = y.flatMap((value, i) => (value === null ? [] : [{ x: x[i]!, y: value, error: errors[i] ?? null }]));
  return {
    x: known.map((p) => p.x),
    y: known.map((p) => p.y),
    xError: [],
    yError: errors.length > 0 ? known.map((p) => p.error) : [],
  };
}

/** What is stated at each knot, one standard uncertainty; empty where it is not. */
const errorsOf = ({ uncertainty }: Pick<TableBody, 'uncertainty'>): number[] =>
  uncertainty?.kind === 'perKnot' ? standardAtKnots(uncertainty) : [];

function single(body: TableBody): FigureSeries {
  const ordered = inOrder(body);
  const x = evenly(ordered.x[0]!, ordered.x.at(-1)!);
  return {
    ...bareSeries,
    id: 'table',
    ...named(body.name),
    nature: 'model',
    points: pointsOf(ordered.x, ordered.y, errorsOf(ordered)),
    curve: curveOf(x, interpolatorOf(ordered).at(x).values),
  };
}

/** A curve for each second argument of a grid; points anywhere in the plane have none. */
function levelsOf(body: TableBody, second: NonNullable<TableBody['second']>): FigureSeries[] {
  if (second.isScattered)
    return [
      {
        ...bareSeries,
        id: 'table',
        ...named(body.name),
        nature: 'measured',
        points: pointsOf(body.x, body.y, errorsOf(body)),
      },
    ];
  const ordered = inOrder({ ...body, second }) as TableBody & TableInTwo;
  const { w } = ordered.second;
  const [surface, errors] = [surfaceOf(ordered), errorsOf(ordered)];
  const x = evenly(ordered.x[0]!, ordered.x.at(-1)!);
  const every = Math.max(1, Math.ceil(w.length / MOST_CURVES));
  return w.flatMap((level, j) => {
    if (j % every !== 0) return [];
    const own = ordered.x.map((_, i) => ordered.y[i * w.length + j] ?? null);
    return [
      {
        ...bareSeries,
        id: `level ${level}`,
        ...named(`${second.name} ${formatValue(level, 4)} ${printUnit(second.unit)}`.trim()),
        nature: 'model' as const,
        points: pointsOf(ordered.x, own, errors.length > 0 ? ordered.x.map((_, i) => errors[i * w.length + j]!) : []),
        curve: curveOf(
          x,
          surface.at(
            x,
            x.map(() => level),
          ).values,
        ),
      },
    ];
  });
}
