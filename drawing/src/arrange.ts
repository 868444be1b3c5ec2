import type { FigureContent, FigureDressing, FigureSeries } from '@undameter/contract';
import { formatValue, freePlace, textLine, type Box } from '@undameter/core';
import { framesOf, turnedBox, type Frame, type Margins, type PanelAxes } from './frames';
import type { LaidLine } from './layLine';
import { layKey, namesAtEnds, roomForNames, type LaidKey, type Named, type PlacedName } from './names';
import { occupiedBy } from './occupied';
import { occupants, pixelsOf, type Lay, type Looks } from './panelAxes';
import type { Sheet } from './sheet';
import { isExtrapolated, lineBeyond } from './seriesMarks';

/** Series with their names laid, in the order of the key; of one alone the name says nothing. */
export function namedOf(content: FigureContent, dressing: FigureDressing, looks: Looks, lay: Lay): Named[] {
  const all = new Map(
    content.panels
      .flatMap((p) => p.series)
      .reverse()
      .map((s) => [s.id, s]),
  );
  // The first panel that shows a series decides how it is sampled in the key.
  const ids = [...looks.keys()].filter((id) => looks.get(id)!.shown && looks.get(id)!.name !== '');
  const { order, place } = dressing.key;
  const rank = (id: string): number => (order.includes(id) ? order.indexOf(id) : order.length);
  const weight = place === 'ends' ? 600 : 400;
  return ids
    .sort((a, b) => rank(a) - rank(b))
    .map((id) => ({ series: all.get(id)!, look: looks.get(id)!, line: lay(textLine(looks.get(id)!.name), weight) }));
}

/** What bars, bands and kinds of lines mean, where there are any. */
export function noteOf(content: FigureContent, dressing: FigureDressing, looks: Looks, lay: Lay): LaidLine | undefined {
  const shown = content.panels.flatMap((p) => p.series).filter((s) => looks.get(s.id)!.shown);
  const has = (column: readonly (number | null)[] | undefined): boolean =>
    column?.some((v) => v !== null && v > 0) ?? false;
  const bars = shown.some((s) => looks.get(s.id)!.bars && (has(s.points?.xError) || has(s.points?.yError)));
  const bands = shown.some((s) => looks.get(s.id)!.band && (s.curve?.low.some((v) => v !== null) ?? false));
  const places = content.panels.some((p) => p.marks?.some((m) => has([m.xHalf, m.yHalf])));
  const factor = dressing.look.barsFactor;
  const looked = [...new Set(shown.map((s) => looks.get(s.id)!))];
  const words = [
    ...kindsOfLines(shown, looks),
    ...beyondWords(shown, looks),
    ...(bars ? [factor === 1 ? 'bars: standard uncertainty' : 'bars: U with k = 2'] : []),
    ...(bands ? ['bands: 95 % of the curve'] : []),
    ...(places ? ['± of places: 95 %'] : []),
    // A curve that does not stand where it was measured says so.
    ...looked.filter((l) => l.offset !== 0).map((l) => `${l.name} raised by ${formatValue(l.offset)}`),
  ].join('; ');
  return words === '' ? undefined : lay([{ kind: 'text', text: words }], 400, 0.85);
}

const lineWords = { none: '', solid: 'solid', dashed: 'dashed', dotted: 'dotted', dashDotted: 'dash, dot' } as const;

/** `dashed: extrapolated`, as it is drawn. */
function beyondWords(shown: readonly FigureSeries[], looks: Looks): string[] {
  const lines = shown.filter(isExtrapolated).map((s) => lineWords[lineBeyond(looks.get(s.id)!.line)]);
  const kinds = [...new Set(lines.filter((l) => l !== ''))];
  return kinds.length > 0 ? [`${kinds.join(' or ')}: extrapolated`] : [];
}

/** `symbols: Sweep`, `dashed: Simulated head curve`, as they are drawn; what is drawn in several ways is not told by it. */
function kindsOfLines(shown: readonly FigureSeries[], looks: Looks): string[] {
  const kinds = new Map<string, Set<string>>();
  for (const { id, of, curve } of shown.filter((s) => s.of !== '')) {
    const { line } = looks.get(id)!;
    kinds.set(of, (kinds.get(of) ?? new Set()).add(curve && line !== 'none' ? lineWords[line] : 'symbols'));
  }
  return [...kinds].flatMap(([of, words]) => (words.size === 1 ? [`${[...words][0]}: ${of}`] : []));
}

/** A key and the place that it takes. */
export interface PlacedKey {
  key: LaidKey;
  box: Box;
}

export interface Arrangement {
  frames: Frame[];
  /** Pixels that data cover, by the number of the panel in which the series of its chart are named. */
  covered: ReadonlyMap<number, Float64Array>;
  names: PlacedName[];
  keys: PlacedKey[];
}

interface ToArrange {
  panels: PanelAxes[];
  sheet: Sheet;
  dressing: FigureDressing;
  named: Named[];
  title: LaidLine | undefined;
  note: LaidLine | undefined;
  looks: Looks;
}

/** Series of one chart with the number of the panel in which they are named: the one that has all of them, else its first. */
interface ChartNames {
  home: number;
  column: number;
  named: Named[];
}

/** Frames, and names or keys that cover nothing: at the ends of the curves, else in a free place, else below. */
export function arrange(to: ToArrange): Arrangement {
  const { panels, sheet, dressing, named } = to;
  const { place, corner } = dressing.key;
  const charts = chartsOf(panels, named);
  const plain = settled(to, charts, framesOf(panels, sheet, margins(to)));
  if (place === 'off' || named.length === 0) return plain;
  if (place === 'ends') {
    // The title of its axis names a curve that is alone.
    const several = charts.filter((c) => c.named.length > 1);
    if (several.length === 0) return plain;
    return atEnds(to, charts, several) ?? inside(to, several, plain, 'free') ?? below(to, charts);
  }
  if (place === 'inside') return inside(to, charts, plain, corner) ?? below(to, charts);
  return place === 'right' ? atRight(to, charts) : below(to, charts);
}

function chartsOf(panels: readonly PanelAxes[], named: readonly Named[]): ChartNames[] {
  return [...new Set(panels.map((p) => p.position.chart))].map((chart) => {
    const members = panels.map((_, i) => i).filter((i) => panels[i]!.position.chart === chart);
    const shows = (i: number, { series }: Named): boolean => panels[i]!.panel.series.some((s) => s.id === series.id);
    const own = named.filter((n) => members.some((i) => shows(i, n)));
    const home = members.find((i) => own.every((n) => shows(i, n))) ?? members[0]!;
    return { home, column: panels[home]!.position.column, named: own };
  });
}

/** An arrangement without names. */
function settled({ panels, looks, dressing }: ToArrange, charts: readonly ChartNames[], frames: Frame[]): Arrangement {
  const covered = new Map(
    charts.map(({ home }) => [
      home,
      occupiedBy(occupants(panels[home]!, frames[home]!, looks), dressing.look.barsFactor),
    ]),
  );
  return { frames, covered, names: [], keys: [] };
}

const sizeOf = ({ width, height }: LaidKey): { width: number; height: number } => ({ width, height });

interface Beyond {
  right?: number;
  bottom?: number;
  /** For names at the right of each column. */
  beside?: readonly number[];
}

function margins(
  { title, note, panels, sheet }: ToArrange,
  { right = 0, bottom = 0, beside = [] }: Beyond = {},
): Margins {
  const columns = 1 + panels.reduce((most, p) => Math.max(most, p.position.column), 0);
  return {
    top: title ? title.ascent + title.descent + 0.5 * sheet.font : 0,
    bottom: bottom + (note ? note.ascent + note.descent + 0.3 * sheet.font : 0),
    right,
    beside: Array.from({ length: columns }, (_, column) => Math.max(beside[column] ?? 0, halfNumber(panels, column))),
  };
}

/** The last number below an axis reaches half its width beyond the frame. */
const halfNumber = (panels: readonly PanelAxes[], column: number): number =>
  panels.reduce((most, { x, showsX, position }) => {
    const line = showsX && x.labelsShown && position.column === column ? x.laid.at(-1) : undefined;
    return line ? Math.max(most, turnedBox(line, x.turned).width / 2) : most;
  }, 0);

/** Of a frame no more than this share may go to names at its right. */
const MOST_FOR_NAMES = 0.45;

function atEnds(to: ToArrange, charts: readonly ChartNames[], several: readonly ChartNames[]): Arrangement | undefined {
  const { panels, sheet } = to;
  const isNameable = ({ home, named }: ChartNames): boolean =>
    named.every(({ series }) => panels[home]!.panel.series.some((s) => s.id === series.id));
  if (!several.every(isNameable)) return undefined;
  const least = margins(to).beside;
  const plain = framesOf(panels, sheet, margins(to));
  // What names take in one column makes the frames of all narrower, and moves the ends at which they stand.
  const widths = least.length > 1 ? widened(to, several, widened(to, several, least)) : widened(to, several, least);
  if (several.some(({ home, column }) => widths[column]! - least[column]! > MOST_FOR_NAMES * plain[home]!.width))
    return undefined;
  const found = settled(to, charts, framesOf(panels, sheet, margins(to, { beside: widths })));
  const names = several.reduce<PlacedName[] | undefined>((placed, chart) => {
    const own = placed && namesOf(to, chart, found, widths[chart.column]!);
    return own && [...placed, ...own];
  }, []);
  return names && { ...found, names };
}

/** How much room names need at the right of each column, when they have so much. */
function widened(to: ToArrange, charts: readonly ChartNames[], beside: readonly number[]): number[] {
  const { panels, sheet } = to;
  const frames = framesOf(panels, sheet, margins(to, { beside }));
  const neededBy = ({ home, named }: ChartNames, room: number): number => {
    const [axes, frame] = [panels[home]!, frames[home]!];
    const edge = frame.left + frame.width + room;
    return Math.max(
      0,
      ...named.map((one) => roomForNames([one], frame, pixelsOf(axes, frame, one.series.side), sheet, edge)),
    );
  };
  return beside.map((room, column) => {
    const own = charts.filter((c) => c.column === column);
    return room + Math.max(0, ...own.map((c) => neededBy(c, room)));
  });
}

/** The names of a chart at the ends of its curves; undefined where one has no place. */
function namesOf(
  { panels, sheet }: ToArrange,
  { home, named }: ChartNames,
  { frames, covered }: Arrangement,
  beside: number,
): PlacedName[] | undefined {
  const [axes, frame] = [panels[home]!, frames[home]!];
  const within: Box = {
    x: 0,
    y: frame.top - sheet.font,
    width: frame.left + frame.width + (axes.right?.room ?? 0) + beside + 0.6 * sheet.font,
    height: frame.height + 2 * sheet.font,
  };
  return named.reduce<PlacedName[] | undefined>((placed, one) => {
    const place = pixelsOf(axes, frame, one.series.side);
    const found = placed && namesAtEnds([...placed, one], place, covered.get(home)!, sheet, within);
    return found && [...placed, found.at(-1)!];
  }, []);
}

/** A key within the frame of each chart. */
function inside(
  { sheet }: ToArrange,
  charts: readonly ChartNames[],
  plain: Arrangement,
  corner: FigureDressing['key']['corner'],
): Arrangement | undefined {
  const keys = charts
    .filter((c) => c.named.length > 0)
    .map(({ home, named }) => keyInside(named, plain.frames[home]!, plain.covered.get(home)!, sheet, corner));
  return keys.every((k) => k !== undefined) ? { ...plain, keys } : undefined;
}

function keyInside(
  named: readonly Named[],
  frame: Frame,
  covered: Float64Array,
  sheet: Sheet,
  corner: FigureDressing['key']['corner'],
): PlacedKey | undefined {
  const key = layKey(named, sheet, 0);
  const inset = 0.6 * sheet.font;
  const size = sizeOf(key);
  if (size.width > frame.width - 2 * inset || size.height > frame.height - 2 * inset) return undefined;
  const room: Box = {
    x: frame.left + inset,
    y: frame.top + inset,
    width: frame.width - 2 * inset,
    height: frame.height - 2 * inset,
  };
  if (corner !== 'free') {
    const x = corner.endsWith('Left') ? room.x : room.x + room.width - size.width;
    const y = corner.startsWith('upper') ? room.y : room.y + room.height - size.height;
    return { key, box: { x, y, ...size } };
  }
  const free = freePlace(room, size, covered);
  return free && { key, box: { ...free, ...size } };
}

/** One key for all charts at the right of them. */
function atRight(to: ToArrange, charts: readonly ChartNames[]): Arrangement {
  const { panels, sheet } = to;
  const key = layKey(eachOnce(to.named), sheet, 0);
  const found = settled(to, charts, framesOf(panels, sheet, margins(to, { right: key.width + sheet.font })));
  const x = sheet.width - 0.6 * sheet.font - key.width;
  return { ...found, keys: [{ key, box: { x, y: found.frames[0]!.top, ...sizeOf(key) } }] };
}

/** One key for all charts below them. */
function below(to: ToArrange, charts: readonly ChartNames[]): Arrangement {
  const { panels, sheet, note } = to;
  const plain = framesOf(panels, sheet, margins(to));
  const left = Math.min(...plain.map((f) => f.left));
  const right = Math.max(...plain.map((f) => f.left + f.width));
  const key = layKey(eachOnce(to.named), sheet, right - left);
  const found = settled(to, charts, framesOf(panels, sheet, margins(to, { bottom: key.height + 0.4 * sheet.font })));
  const x = left + Math.max(0, (right - left - key.width) / 2);
  const noteRoom = note ? note.ascent + note.descent + 0.3 * sheet.font : 0;
  const y = sheet.height - 0.6 * sheet.font - noteRoom - key.height;
  return { ...found, keys: [{ key, box: { x, y, ...sizeOf(key) } }] };
}

/** Series of several charts that look and read alike have one entry. */
function eachOnce(named: readonly Named[]): Named[] {
  const looked = ({ look: { name, colour, symbol, line, filled, pointsShown } }: Named): string =>
    JSON.stringify([name, colour, symbol, line, filled, pointsShown]);
  return [...new Map(named.map((n) => [looked(n), n] as const).reverse()).values()].reverse();
}
