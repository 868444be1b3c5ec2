import { argumentsAt, formatValue, interpolationMethods, isInTwo, printUnit, surfaceOf } from '@undameter/core';
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

function familyOption({ draft, understood, drawn, palette, size }: SurfaceDrawing, over: 'x' | 'w') {
  const { lookable, table } = understood;
  if (!isInTwo(table)) return stackOption({ size, palette, panes: [], x: { title: '' } });
  const { along, across } = argumentsOf(draft, understood, over);
  const levels = levelsOf(across.knots, table.second.isScattered);
  const colours = levels.map((_, i) => shade(palette, levels.length === 1 ? 0 : i / (levels.length - 1)));
  const reach = table.outside === 'refuse' ? 0 : BEYOND * (along.high - along.low);
  const x = evenly(along.low - reach, along.high + reach, PLACES);
  const columns = (level: number): Float64Array[] => {
    const fixed = new Float64Array(x.length).fill(level);
    return over === 'x' ? [x, fixed] : [fixed, x];
  };
  const points = (y: Float64Array) => ({ x: Array.from(x), y: Array.from(y, (v) => (Number.isFinite(v) ? v : null)) });
  // Steps would cover the curves that they are to be compared with.
  const others =
    drawn.others && !table.second.isScattered
      ? interpolationMethods.filter((m) => !m.isStep && m.kind !== (over === 'x' ? table.method : table.second.method))
      : [];
  const faint = others.flatMap((m) => {
    const other = surfaceOf(
      over === 'x' ? { ...table, method: m.kind } : { ...table, second: { ...table.second, method: m.kind } },
    );
    return levels.map((level) =>
      line(points(other.at(columns(level)[0]!, columns(level)[1]!).values), {
        name: '',
        colour: palette.faint,
        width: 0.7,
      }),
    );
  });
  const curves = levels.flatMap((level, i) => {
    const { values, outside } = lookable.at(columns(level));
    const inside = Float64Array.from(values);
    for (const k of outside) inside[k] = NaN;
    const label = `${formatValue(level, 4)} ${printUnit(across.unit)}`;
    const drawn = line(points(inside), { name: label, colour: colours[i]!, width: 1.5, endLabel: label });
    return outside.length === 0
      ? [drawn]
      : [line(points(values), { name: '', colour: palette.doubt, width: 1 }), drawn];
  });
  const at = levels.map((level, i) => {
    const own = table.y
      .map((y, k) => ({ y, at: argumentsAt(table, k) }))
      .filter((k) => k.at[over === 'x' ? 1 : 0] === level);
    return knots(
      { x: own.map((k) => k.at[over === 'x' ? 0 : 1]!), y: own.map((k) => k.y) },
      { name: '', colour: colours[i]!, size: 5 },
    );
  });
  const odd = likelyWrong(understood).map((k) => ({
    y: table.y[k]!,
    at: argumentsAt(table, k)[over === 'x' ? 0 : 1]!,
  }));
  const scale: Partial<Pane> =
    table.yScale === 'log'
      ? { look: { log: true }, yRange: [Math.min(...table.y) / 1.15, Math.max(...table.y) * 1.15] }
      : {};
  const title = axisTitle({ name: draft.name || 'Value', symbol: draft.symbol, unit: draft.yUnit });
  const panes: Pane[] = [
    {
      title,
      weight: 2,
      ...scale,
      marks: [
        ...faint,
        ...curves,
        ...at,
        knots(
          { x: odd.map((o) => o.at), y: odd.map((o) => o.y) },
          { name: 'a typing error?', colour: palette.doubt, size: 10 },
        ),
      ],
    },
  ];
  if (drawn.rate)
    panes.push({
      title: axisTitle({ name: `its slope over ${along.name}`, unit: slopeUnit(draft.yUnit, along.unit) }),
      weight: 1,
      marks: levels.map((level, i) =>
        line(points(lookable.slopes(columns(level), over === 'x' ? 0 : 1)), {
          name: `${formatValue(level, 4)} ${printUnit(across.unit)}`,
          colour: colours[i]!,
          width: 1.1,
        }),
      ),
    });
  return stackOption({ size, palette, panes, x: { title: axisTitle(along) } });
}

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
  const all = table.y.map((_, k) => argumentsAt(table, k));
  const odd = likelyWrong(understood).map((k) => all[k]!);
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
          dots(all, { name: 'knots', colour: palette.soft, size: 4 }),
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
