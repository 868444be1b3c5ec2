import type { FigureContent, FigureDressing, FigurePanel } from '@undameter/contract';
import { textLine, type Box, type MathLine } from '@undameter/core';
import {
  equationPlaced,
  linesPlaced,
  marksPlaced,
  notesPlaced,
  pointsPlaced,
  type Board,
  type Placed,
} from './annotations';
import { arrange, namedOf, noteOf } from './arrange';
import { axisElements, gridElements } from './axisElements';
import { arrangementOf, placesInCharts, positionsOf } from './charts';
import { FAMILY, rule, typeAt, type Element } from './elements';
import { gapOf, scaleOf, type Frame, type LaidAxis, type PanelAxes } from './frames';
import { layLine, shrunk, type LaidLine, type Measure, type TypeFace } from './layLine';
import { keyElements, nameElements, type LaidKey, type PlacedName } from './names';
import { occupiedBy } from './occupied';
import { axesOf, looksOf, occupants, pixelsOf, shownOf, type Lay, type Looks } from './panelAxes';
import { mapMark, seriesMarks } from './seriesMarks';
import { idIn } from './together';
import { sheetOf, type Sheet } from './sheet';

export interface FigureDrawing {
  content: FigureContent;
  dressing: FigureDressing;
  measure: Measure;
  /** So many times the size of its print. */
  scale?: number;
}

/** Something of a figure that can be pointed at, and where it lies in pixels. */
export interface DrawnPart {
  id: string;
  box: Box;
  /** Number of the panel in shares of whose frame its place is kept; absent: it has none. */
  panel?: number;
}

export interface DrawnFigure {
  /** Option of the chart library, for a canvas of this size. */
  option: Record<string, unknown>;
  width: number;
  height: number;
  parts: DrawnPart[];
  frames: Frame[];
}

const INK = '#1d2b33';
const SOFT = '#5c6a70';

/**
 * A figure as an option of the chart library: the same for the screen, a picture and a page.
 * @throws {AppError} when the dressing cannot be, as `resolveAxis`
 */
export function figureOption({ content, dressing, measure, scale = 1 }: FigureDrawing): DrawnFigure {
  const sheet = sheetOf(dressing.look, scale);
  const face: TypeFace = { family: FAMILY, size: sheet.font, weight: 400 };
  const lay: Lay = (line: MathLine, weight = 400, size = 1) =>
    layLine(line, { ...face, weight, size: size * sheet.font }, measure);
  const looks = looksOf(content, dressing, sheet);
  const positions = positionsOf(content, arrangementOf(dressing));
  const panels = axesOf({ content, dressing, looks, sheet, lay, positions });
  const titled = dressing.title.trim() === '' ? undefined : lay(textLine(dressing.title), 600, 1.1);
  const title = titled && shrunk(titled, sheet.width - 3 * sheet.font);
  const said = dressing.noteShown ? noteOf(content, dressing, looks, lay) : undefined;
  const note = said && shrunk(said, sheet.width - 6 * sheet.font);
  const named = namedOf(content, dressing, looks, lay);

  const arranged = arrange({ panels, sheet, dressing, named, title, note, looks });
  const { frames, keys, names } = arranged;
  const taken = [...keys.map((k) => k.box), ...names.map((n) => n.box)];
  const boardOf = (i: number): Board => ({
    frame: frames[i]!,
    sheet,
    face,
    measure,
    toPixels: pixelsOf(panels[i]!, frames[i]!, 'left'),
    covered: arranged.covered.get(i) ?? occupiedBy(occupants(panels[i]!, frames[i]!, looks), dressing.look.barsFactor),
    taken,
  });
  const within = placesInCharts(positions);
  const annotated = panels.flatMap((axes, i) =>
    annotate(axes, { number: i, within: within[i]! }, dressing, looks, () => boardOf(i)),
  );
  const titleBox: Box | undefined = title && {
    x: frames[0]!.left,
    y: 0.6 * sheet.font,
    width: title.width,
    height: title.ascent + title.descent,
  };
  return {
    width: sheet.width,
    height: sheet.height,
    frames,
    parts: [
      ...axisParts(panels, frames),
      ...nameParts(names),
      ...annotated.map(({ id, box, panel }) => ({ id, box, panel })),
      ...(titleBox ? [{ id: 'title', box: titleBox }] : []),
      ...keys.flatMap(({ key, box }) => [{ id: 'key', box }, ...entryParts(key, box, sheet)]),
    ],
    option: {
      animation: false,
      ...(dressing.look.ground ? { backgroundColor: dressing.look.ground } : {}),
      textStyle: { fontFamily: FAMILY },
      tooltip: { show: false },
      grid: frames.map(({ left, top, width, height }) => ({ left, top, width, height, outerBoundsMode: 'none' })),
      xAxis: panels.map(({ x }, i) => hiddenAxis(x, i)),
      yAxis: [
        ...panels.map(({ y }, i) => hiddenAxis(y, i)),
        ...panels.flatMap(({ right }, i) => (right ? [hiddenAxis(right, i)] : [])),
      ],
      series: marksOf(panels, dressing, looks),
      graphic: [
        ...frameElements(panels, frames, dressing, sheet),
        ...panelTitles(panels, frames, sheet),
        ...(title && titleBox
          ? typeAt(title, { x: titleBox.x, y: titleBox.y + title.ascent, colour: INK, weight: 600 })
          : []),
        ...(note ? noteElements(note, frames, sheet) : []),
        ...nameElements(names),
        ...keys.flatMap(({ key, box }) => keyElements(key, box.x, box.y, sheet)),
        ...annotated.flatMap((a) => a.elements),
      ],
    },
  };
}

/** Ids of axes lie with the room that their numbers and titles take. */
function axisParts(panels: readonly PanelAxes[], frames: readonly Frame[]): DrawnPart[] {
  return panels.flatMap((axes, i) => {
    const { x, y, right, showsX, showsY } = axes;
    const { left, top, width, height } = frames[i]!;
    const besideY = y.room - y.labelRoom + Math.max(y.labelRoom, y.laidTitle ? roomOfNumbers(panels, axes) : 0);
    return [
      ...(showsX ? [{ id: `axis:${x.key}`, box: { x: left, y: top + height, width, height: x.room } }] : []),
      ...(showsY ? [{ id: `axis:${y.key}`, box: { x: left - besideY, y: top, width: besideY, height } }] : []),
      ...(right ? [{ id: `axis:${right.key}`, box: { x: left + width, y: top, width: right.room, height } }] : []),
    ];
  });
}

const nameParts = (names: readonly PlacedName[]): DrawnPart[] =>
  names.map(({ series, box }) => ({ id: `series:${series.id}`, box }));

/** Every entry of a key points at its series. */
const entryParts = (key: LaidKey, at: Box, sheet: Sheet): DrawnPart[] =>
  key.entries.map(({ named, x, y, width }) => ({
    id: `series:${named.series.id}`,
    box: { x: at.x + x, y: at.y + y, width, height: 1.4 * sheet.font },
  }));

interface Annotated extends Placed {
  id: string;
  panel: number;
}

interface OnChart {
  chart?: string;
  panel?: number;
}

/** What stands on a panel beside its data; `number` among all, `within` its chart. */
function annotate(
  axes: PanelAxes,
  { number, within }: { number: number; within: number },
  dressing: FigureDressing,
  looks: Looks,
  boardOf: () => Board,
): Annotated[] {
  const { panel } = axes;
  const isHere = (on: OnChart): boolean => (on.chart ?? '') === (panel.chart ?? '') && (on.panel ?? 0) === within;
  const ofPanel = <T extends OnChart>(
    kind: string,
    items: readonly T[],
    place: (items: readonly T[], board: Board) => Placed[],
    board: Board,
  ): Annotated[] =>
    items.flatMap((item, k) =>
      isHere(item) ? place([item], board).map((p) => ({ ...p, id: `${kind}:${k}`, panel: number })) : [],
    );
  const equated = panel.series.filter((s) => s.equation && dressing.equations[s.id]);
  const isBare = [...dressing.lines, ...dressing.points, ...dressing.notes].every((item) => !isHere(item));
  const marks = (panel.marks ?? []).filter((m) => looks.get(idOfMarked(panel, m.series))?.shown ?? true);
  if (isBare && equated.length === 0 && marks.length === 0) return [];
  const board = boardOf();
  const inUnits = { x: axes.x.shownOf, y: axes.y.shownOf, xFactor: axes.x.factor, yFactor: axes.y.factor };
  const lines = ofPanel('line', dressing.lines, linesPlaced, board);
  const points = ofPanel('point', dressing.points, (items, on) => pointsPlaced(items, on, inUnits), board);
  const found = marksPlaced(marks, board, inUnits).map((p, k) => ({ ...p, id: `mark:${k}`, panel: number }));
  board.taken.push(...[...points, ...found].map((p) => p.box));
  const isConverted = [axes.x, axes.y].some((a) => a.factor !== 1 || a.shownOf(0) !== 0);
  const equations = equated.flatMap((series): Annotated[] => {
    const wanted = dressing.equations[series.id]!;
    // Beside axes in other units a bare equation would be wrong.
    const said = isConverted ? { ...wanted, units: true } : wanted;
    const placed = equationPlaced(series, looks.get(series.id)!, said, board);
    return placed ? [{ ...placed, id: `equation:${series.id}`, panel: number }] : [];
  });
  return [...lines, ...points, ...found, ...equations, ...ofPanel('note', dressing.notes, notesPlaced, board)];
}

/** Marks name their series as the fit does; on a sheet of several charts its id has that of the chart before it. */
const idOfMarked = ({ chart = '' }: FigurePanel, series: string): string => idIn(chart, series);

/** An axis that only places the data; what is seen of it is drawn by hand. */
const hiddenAxis = ({ ticks, log, reversed }: LaidAxis, gridIndex: number) => ({
  gridIndex,
  show: false,
  type: log ? 'log' : 'value',
  min: ticks.low,
  max: ticks.high,
  inverse: reversed,
});

/** The marks of all series, each against the axes of its panel and side. */
function marksOf(panels: readonly PanelAxes[], { look }: FigureDressing, looks: Looks): Record<string, unknown>[] {
  let seconds = panels.length;
  return panels.flatMap((axes, i) => {
    const { panel } = axes;
    const second = axes.right ? seconds++ : i;
    const place = (mark: Record<string, unknown>, side: 'left' | 'right') => ({
      ...mark,
      xAxisIndex: i,
      yAxisIndex: side === 'right' ? second : i,
    });
    const map = panel.map ? [place(mapMark(panel.map, look.colours[0]!, shownOf(axes, 'left')), 'left')] : [];
    return [
      ...map,
      ...panel.series
        .filter((s) => looks.get(s.id)!.shown)
        .flatMap((s) =>
          seriesMarks(s, looks.get(s.id)!, shownOf(axes, s.side), look.barsFactor).map((m) => place(m, s.side)),
        ),
    ];
  });
}

/** Grids, levels, axes and frames. */
function frameElements(
  panels: readonly PanelAxes[],
  frames: readonly Frame[],
  { look }: FigureDressing,
  sheet: Sheet,
): Element[] {
  return panels.flatMap((axes, i) => {
    const { x, y, right, showsX, showsY, panel } = axes;
    const frame = frames[i]!;
    const edges = { left: frame.left, right: frame.left + frame.width, bottom: frame.top + frame.height };
    const crossing = (axis: LaidAxis, other: LaidAxis, side: 'x' | 'y', edge: number): number => {
      if (axis.crossesAt === undefined) return edge;
      const at = scaleOf(other, side, frame)(other.shownOf(axis.crossesAt));
      const [low, high] = side === 'x' ? [edges.left, edges.right] : [frame.top, edges.bottom];
      return Math.min(Math.max(Number.isFinite(at) ? at : edge, low), high);
    };
    const common = { frame, sheet, isWritten: true };
    const box = look.frame === 'box' ? boxElements(frame, sheet) : [];
    const grid = look.grid
      ? [...gridElements({ axis: x, side: 'x', frame, sheet }), ...gridElements({ axis: y, side: 'y', frame, sheet })]
      : [];
    const zero = panel.levels.map((level) => {
      const at = scaleOf(y, 'y', frame)(y.shownOf(level));
      return rule(edges.left, at, edges.right, at, { colour: SOFT, width: sheet.axis, z: 5 });
    });
    return [
      ...grid,
      ...zero,
      ...box,
      ...axisElements({
        axis: x,
        side: 'x',
        ...common,
        isWritten: showsX,
        labelRoom: x.labelRoom,
        at: crossing(x, y, 'y', edges.bottom),
      }),
      ...axisElements({
        axis: y,
        side: 'y',
        ...common,
        isWritten: showsY,
        labelRoom: roomOfNumbers(panels, axes),
        at: crossing(y, x, 'x', edges.left),
      }),
      ...(right
        ? axisElements({ axis: right, side: 'right', ...common, labelRoom: right.labelRoom, at: edges.right })
        : []),
    ];
  });
}

/** Titles along the y axes of a column stand in one line: outside of the widest numbers. */
const roomOfNumbers = (panels: readonly PanelAxes[], { position }: PanelAxes): number =>
  panels
    .filter((p) => p.showsY && p.position.column === position.column)
    .reduce((most, { y }) => Math.max(most, y.laidTitle ? y.labelRoom : 0), 0);

function boxElements({ left, top, width, height }: Frame, sheet: Sheet): Element[] {
  const look = { colour: INK, width: sheet.axis, z: 10 };
  return [
    rule(left, top, left + width, top, look),
    rule(left + width, top, left + width, top + height, look),
    rule(left, top + height, left + width, top + height, look),
    rule(left, top, left, top + height, look),
  ];
}

/** Letters and titles of panels stand above them, never on the data. */
const panelTitles = (panels: readonly PanelAxes[], frames: readonly Frame[], sheet: Sheet): Element[] =>
  panels.flatMap(({ letter, title }, i) => {
    const { left, top } = frames[i]!;
    const at = (line: LaidLine, x: number, weight: 400 | 600): Element[] =>
      typeAt(line, { x, y: top - gapOf(sheet) - line.descent, colour: INK, weight });
    return [
      ...(letter ? at(letter, left, 600) : []),
      ...(title ? at(title, left + (letter ? letter.width + 0.7 * sheet.font : 0), 400) : []),
    ];
  });

const noteElements = (note: LaidLine, frames: readonly Frame[], sheet: Sheet): Element[] =>
  typeAt(note, { x: frames[0]!.left, y: sheet.height - 0.6 * sheet.font - note.descent, colour: SOFT });
