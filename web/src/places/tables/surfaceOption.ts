import {
  argumentsAt,
  formatValue,
  interpolationMethods,
  isInTwo,
  printUnit,
  surfaceOf,
  type Lookable,
  type PropertyTable,
} from '@undameter/core';
import { contours } from 'd3-contour';
import type { Size } from '../../chart/Chart';
import { knots, line, region } from '../../chart/marks';
import { axisTitle, stackOption, type Pane } from '../../chart/panes';
import { echarts } from '../../chart/echarts';
import type { Palette } from '../../theme/palette';
import { slopeUnit } from './derivedUnits';
import { likelyWrong, type TableDraft, type Understood } from './state';

/** Over which argument the curves run; or both as a map with lines of one value. */
export type SurfaceView = 'x' | 'w' | 'map';

const PLACES = 200;
/** More curves than this cannot be told apart. */
const MOST_CURVES = 12;
/** A scattered table is cut so many times. */
const CUTS = 6;
const MAP_CELLS = { columns: 120, rows: 90 };
const LEVELS = 9;
const BEYOND = 0.06;

interface SurfaceDrawing {
  draft: TableDraft;
  understood: Understood;
  view: SurfaceView;
  drawn: { others: boolean; rate: boolean; area: boolean };
  palette: Palette;
  size: Size;
}

/** A table in two arguments as curves over one of them, each at a value of the other; or as a map of both. */
export function surfaceOption(drawing: SurfaceDrawing) {
  return drawing.view === 'map' ? mapOption(drawing) : familyOption(drawing, drawing.view);
}

/** What the curves of a family have in common. */
interface Family {
  over: 'x' | 'w';
  table: PropertyTable & { second: NonNullable<PropertyTable['second']> };
  lookable: Lookable;
  along: Axis;
  across: Axis;
  /** Values of the other argument, each with the colour of its curve. */
  levels: number[];
  colours: string[];
  x: Float64Array;
  palette: Palette;
}

function familyOption({ draft, understood, drawn, palette, size }: SurfaceDrawing, over: 'x' | 'w') {
  const { lookable, table } = understood;
  if (!isInTwo(table)) return stackOption({ size, palette, panes: [], x: { title: '' } });
  const { along, across } = argumentsOf(draft, understood, over);
  const levels = levelsOf(across.knots, table.second.isScattered);
  const colours = levels.map((_, i) => shade(palette, levels.length === 1 ? 0 : i / (levels.length - 1)));
  const reach = table.outside === 'refuse' ? 0 : BEYOND * (along.high - along.low);
  const x = evenly(along.low - reach, along.high + reach, PLACES);
  const family: Family = { over, table, lookable, along, across, levels, colours, x, palette };
  const scale: Partial<Pane> = table.yScale === 'log' ? { look: { log: true }, yRange: yRangeOfLog(table) } : {};
  const values: Pane = {
    title: axisTitle({ name: draft.name || 'Value', symbol: draft.symbol, unit: draft.yUnit }),
    weight: 2,
    ...scale,
    marks: [
      ...(drawn.others ? otherMethods(family) : []),
      ...curvesOf(family),
      ...knotsOfLevels(family),
      oddKnots(family, likelyWrong(understood)),
    ],
  };
  const panes = drawn.rate ? [values, slopePane(family, draft.yUnit)] : [values];
  return stackOption({ size, palette, panes, x: { title: axisTitle(along) } });
}

function yRangeOfLog({ y }: PropertyTable): [number, number] {
  const known = y.filter((v) => v !== null);
  return [Math.min(...known) / 1.15, Math.max(...known) * 1.15];
}

/** The arguments of the places of a curve, in the order in which the table takes them. */
function columnsAt({ over, x }: Family, level: number): [Float64Array, Float64Array] {
  const fixed = new Float64Array(x.length).fill(level);
  return over === 'x' ? [x, fixed] : [fixed, x];
}

const pointsOf = ({ x }: Family, y: Float64Array) => ({
  x: Array.from(x),
  y: Array.from(y, (v) => (Number.isFinite(v) ? v : null)),
});

const labelOf = ({ across }: Family, level: number): string => `${formatValue(level, 4)} ${printUnit(across.unit)}`;

/** What other methods would draw, faintly; steps would cover the curves that they are to be compared with. */
function otherMethods(family: Family) {
  const { table, over, levels, palette } = family;
  if (table.second.isScattered) return [];
  const now = over === 'x' ? table.method : table.second.method;
  return interpolationMethods
    .filter((m) => !m.isStep && m.kind !== now)
    .flatMap(({ kind: method }) => {
      const other = surfaceOf(over === 'x' ? { ...table, method } : { ...table, second: { ...table.second, method } });
      return levels.map((level) => {
        const { values } = other.at(...columnsAt(family, level));
        return line(pointsOf(family, values), { name: '', colour: palette.faint, width: 0.7 });
      });
    });
}

/** A curve at each value of the other argument; where it goes on beyond the table, doubtful. */
const curvesOf = (family: Family) =>
  family.levels.flatMap((level, i) => {
    const { values, outside } = family.lookable.at(columnsAt(family, level));
    const inside = Float64Array.from(values);
    for (const k of outside) inside[k] = NaN;
    const name = labelOf(family, level);
    const own = line(pointsOf(family, inside), { name, colour: family.colours[i]!, width: 1.5, endLabel: name });
    if (outside.length === 0) return [own];
    return [line(pointsOf(family, values), { name: '', colour: family.palette.doubt, width: 1 }), own];
  });

/** The knots that lie on the curves. */
const knotsOfLevels = ({ table, over, levels, colours }: Family) =>
  levels.map((level, i) => {
    const [own, other] = over === 'x' ? [0, 1] : [1, 0];
    const at = table.y.flatMap((y, k) => {
      const place = argumentsAt(table, k);
      return y !== null && place[other] === level ? [{ x: place[own]!, y }] : [];
    });
    return knots({ x: at.map((k) => k.x), y: at.map((k) => k.y) }, { name: '', colour: colours[i]!, size: 5 });
  });

const oddKnots = ({ table, over, palette }: Family, odd: readonly number[]) =>
  knots(
    { x: odd.map((k) => argumentsAt(table, k)[over === 'x' ? 0 : 1]!), y: odd.map((k) => table.y[k]!) },
    { name: 'a typing error?', colour: palette.doubt, size: 10 },
  );

const slopePane = (family: Family, yUnit: string): Pane => ({
  title: axisTitle({ name: `its slope over ${family.along.name}`, unit: slopeUnit(yUnit, family.along.unit) }),
  weight: 1,
  marks: family.levels.map((level, i) => {
    const slopes = family.lookable.slopes(columnsAt(family, level), family.over === 'x' ? 0 : 1);
    return line(pointsOf(family, slopes), { name: labelOf(family, level), colour: family.colours[i]!, width: 1.1 });
  }),
});

function mapOption({ draft, understood, palette, size }: SurfaceDrawing) {
  const { lookable, table } = understood;
  const { along, across } = argumentsOf(draft, understood, 'x');
  const { columns, rows } = MAP_CELLS;
  const [x, w] = [evenly(along.low, along.high, columns - 1), evenly(across.low, across.high, rows - 1)];
  const values = new Float64Array(columns * rows);
  w.forEach((at, j) => values.set(lookable.at([x, new Float64Array(columns).fill(at)]).values, j * columns));
  const levels = valueLevels(values, table.yScale === 'log');
  // The contours are counted in cells with their centres at a half.
  const place = ([i, j]: number[]): [number, number] => [
    along.low + ((i! - 0.5) / (columns - 1)) * (along.high - along.low),
    across.low + ((j! - 0.5) / (rows - 1)) * (across.high - across.low),
  ];
  const areas = contours().size([columns, rows]).thresholds(levels)(Array.from(values));
  const regions = areas.map(({ value, coordinates }) =>
    region(
      coordinates.map((polygon) => polygon.map((ring) => ring.map(place))),
      { colour: palette.series[0]!, label: formatValue(value, 3), ink: palette.ink },
    ),
  );
  const known = table.y.flatMap((y, k) => (y === null ? [] : [argumentsAt(table, k)]));
  const odd = likelyWrong(understood).map((k) => argumentsAt(table, k));
  const dots = (at: number[][], look: { name: string; colour: string; size: number }) =>
    knots({ x: at.map((a) => a[0]!), y: at.map((a) => a[1]!) }, look);
  const range = (a: { low: number; high: number }) => [a.low, a.high] as const;
  return stackOption({
    size,
    palette,
    tooltip: false,
    panes: [
      {
        title: `${axisTitle({ name: draft.name || 'Value', unit: draft.yUnit })}: lines of one value over ${axisTitle(across)}`,
        weight: 1,
        yRange: range(across),
        marks: [
          ...regions,
          dots(known, { name: 'knots', colour: palette.soft, size: 4 }),
          dots(odd, { name: 'a typing error?', colour: palette.doubt, size: 10 }),
        ],
      },
    ],
    x: { title: axisTitle(along), range: range(along) },
  });
}

interface Axis {
  name: string;
  unit: string;
  knots: number[];
  low: number;
  high: number;
}

function argumentsOf(
  { xName, xUnit, second }: TableDraft,
  { table }: Understood,
  over: 'x' | 'w',
): { along: Axis; across: Axis } {
  const axis = (name: string, unit: string, at: number[]): Axis => ({
    name,
    unit,
    knots: at,
    low: Math.min(...at),
    high: Math.max(...at),
  });
  const x = axis(xName || 'Argument', xUnit, table.x);
  const w = axis(second.name || 'Second argument', second.unit, table.second?.w ?? []);
  return over === 'x' ? { along: x, across: w } : { along: w, across: x };
}

/** At which values of the other argument a curve is drawn. */
function levelsOf(at: readonly number[], isScattered: boolean): number[] {
  if (!isScattered) {
    const stride = Math.ceil(at.length / MOST_CURVES);
    return at.filter((_, k) => k % stride === 0);
  }
  const [low, high] = [Math.min(...at), Math.max(...at)];
  return Array.from({ length: CUTS }, (_, k) => low + ((high - low) * (k + 0.5)) / CUTS);
}

const shade = (palette: Palette, share: number): string => {
  const mixed: unknown = echarts.color.lerp(share, [palette.series[0]!, palette.series[2]!, palette.series[1]!]);
  return typeof mixed === 'string' ? mixed : palette.series[0]!;
};

const evenly = (from: number, to: number, parts: number): Float64Array =>
  Float64Array.from({ length: parts + 1 }, (_, i) => (i === parts ? to : from + ((to - from) * i) / parts));

/** Values for the lines of a map: even steps, or even ratios of a logarithmic value. */
function valueLevels(values: Float64Array, isLog: boolean): number[] {
  const present = values.filter((v) => v === v);
  const [low, high] = [
    present.reduce((a, b) => Math.min(a, b), Infinity),
    present.reduce((a, b) => Math.max(a, b), -Infinity),
  ];
  return Array.from({ length: LEVELS }, (_, k) => {
    const share = (k + 0.5) / LEVELS;
    return isLog && low > 0 ? low * (high / low) ** share : low + (high - low) * share;
  });
}
