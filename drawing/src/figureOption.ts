import type { FigureContent, FigureDressing } from '@undameter/contract';
import { textLine, type Box, type MathLine } from '@undameter/core';
import { equationPlaced, linesPlaced, notesPlaced, pointsPlaced, type Board, type Placed } from './annotations';
import { arrange, namedOf, noteOf } from './arrange';
import { axisElements, gridElements } from './axisElements';
import { FAMILY, rule, typeAt, type Element } from './elements';
import { gapOf, scaleOf, type Frame, type LaidAxis, type PanelAxes } from './frames';
import { layLine, shrunk, type LaidLine, type Measure, type TypeFace } from './layLine';
import { keyElements, nameElements, type LaidKey, type PlacedName } from './names';
import { occupiedBy } from './occupied';
import { axesOf, looksOf, occupants, pixelsOf, shownOf, type Lay, type Looks } from './panelAxes';
import { mapMark, seriesMarks } from './seriesMarks';
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
 * @throws {AppError} when the dressing cannot be: AXIS_ENDS, AXIS_LOG, TICK_DISTANCE, UNIT_UNKNOWN, UNIT_MISFIT
 */
export function figureOption({ content, dressing, measure, scale = 1 }: FigureDrawing): DrawnFigure {
  const sheet = sheetOf(dressing.look, scale);
  const face: TypeFace = { family: FAMILY, size: sheet.font, weight: 400 };
  const lay: Lay = (line: MathLine, weight = 400, size = 1) =>
    layLine(line, { ...face, weight, size: size * sheet.font }, measure);
  const looks = looksOf(content, dressing, sheet);
  const panels = axesOf(content, dressing, looks, sheet, lay);
  const titled = dressing.title.trim() === '' ? undefined : lay(textLine(dressing.title), 600, 1.1);
  const title = titled && shrunk(titled, sheet.width - 3 * sheet.font);
  const said = dressing.noteShown ? noteOf(content, dressing, looks, lay) : undefined;
  const note = said && shrunk(said, sheet.width - 6 * sheet.font);
  const named = namedOf(content, dressing, looks, lay);

  const arranged = arrange({ panels, sheet, dressing, named, title, note, looks });
  const { frames, key, names, keyBox } = arranged;
  const board: Board = {
    frame: frames[0]!,
    sheet,
    face,
    measure,
    toPixels: pixelsOf(panels[0]!, frames[0]!, 'left'),
    // Annotations stand on the first panel, names where their series are.
    covered:
      arranged.home === 0
        ? arranged.covered
        : occupiedBy(occupants(panels[0]!, frames[0]!, looks), dressing.look.barsFactor),
    taken: [...(keyBox ? [keyBox] : []), ...names.map((n) => n.box)],
  };
  const annotated = annotate(content, dressing, looks, panels[0]!, board);
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
      ...annotated.map(({ id, box }) => ({ id, box })),
      ...(titleBox ? [{ id: 'title', box: titleBox }] : []),
      ...(key && keyBox ? [{ id: 'key', box: keyBox }, ...entryParts(key, keyBox, sheet)] : []),
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
        ...(key && keyBox ? keyElements(key, keyBox.x, keyBox.y, sheet) : []),
        ...annotated.flatMap((a) => a.elements),
      ],
    },
  };
}

/** Ids of axes lie with the room that their numbers and titles take. */
function axisParts(panels: readonly PanelAxes[], frames: readonly Frame[]): DrawnPart[] {
  return panels.flatMap(({ x, y, right, showsX }, i) => {
    const { left, top, width, height } = frames[i]!;
    return [
      ...(showsX ? [{ id: `axis:${x.key}`, box: { x: left, y: top + height, width, height: x.room } }] : []),
      { id: `axis:${y.key}`, box: { x: left - y.room, y: top, width: y.room, height } },
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
}

/** What stands on the first panel beside its data. */
function annotate(
  { panels: [first] }: FigureContent,
  dressing: FigureDressing,
  looks: Looks,
  axes: PanelAxes,
  board: Board,
): Annotated[] {
  const numbered =
    (kind: string) =>
    (placed: Placed, k: number): Annotated => ({ ...placed, id: `${kind}:${k}` });
  const lines = linesPlaced(dressing.lines, board).map(numbered('line'));
  const inUnits = { x: axes.x.shownOf, y: axes.y.shownOf };
  const points = pointsPlaced(dressing.points, board, inUnits).map(numbered('point'));
  board.taken.push(...points.map((p) => p.box));
  const isConverted = [axes.x, axes.y].some((a) => a.factor !== 1 || a.shownOf(0) !== 0);
  const equations = (first?.series ?? []).flatMap((series): Annotated[] => {
    const wanted = dressing.equations[series.id];
    // Beside axes in other units a bare equation would be wrong.
    const said = wanted && isConverted ? { ...wanted, units: true } : wanted;
    const placed = said && equationPlaced(series, looks.get(series.id)!, said, board);
    return placed ? [{ ...placed, id: `equation:${series.id}` }] : [];
  });
  return [...lines, ...points, ...equations, ...notesPlaced(dressing.notes, board).map(numbered('note'))];
}

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
    const { x, y, right, showsX, panel } = axes;
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
      ...axisElements({ axis: x, side: 'x', ...common, isWritten: showsX, at: crossing(x, y, 'y', edges.bottom) }),
      ...axisElements({ axis: y, side: 'y', ...common, at: crossing(y, x, 'x', edges.left) }),
      ...(right ? axisElements({ axis: right, side: 'right', ...common, at: edges.right }) : []),
    ];
  });
}

function boxElements({ left, top, width, height }: Frame, sheet: Sheet): Element[] {
  const look = { colour: INK, width: sheet.axis, z: 10 };
  return [
    rule(left, top, left + width, top, look),
    rule(left + width, top, left + width, top + height, look),
    rule(left, top + height, left + width, top + height, look),
    rule(left, top, left, top + height, look),
  ];
}

/** Titles of panels stand above them, never on the data. */
const panelTitles = (panels: readonly PanelAxes[], frames: readonly Frame[], sheet: Sheet): Element[] =>
  panels.flatMap(({ title }, i) =>
    title ? typeAt(title, { x: frames[i]!.left, y: frames[i]!.top - gapOf(sheet) - title.descent, colour: INK }) : [],
  );

const noteElements = (note: LaidLine, frames: readonly Frame[], sheet: Sheet): Element[] =>
  typeAt(note, { x: frames[0]!.left, y: sheet.height - 0.6 * sheet.font - note.descent, colour: SOFT });
