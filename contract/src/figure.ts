import { Type, type Static, type TProperties } from 'typebox';
import { closed, described, id, name, orNull, problem, reading, symbol } from './common';
import { curveMark, curveMarkKind } from './curveMarks';
import { SERIES_KEY } from './fit';
import { averaging, bins, counting, spectrumAs, spectrumOf } from './view';

const column = Type.Array(reading);
const oneOf = <T extends string>(...values: T[]) => Type.Unsafe<T>(Type.Enum(values));
const partOf = <P extends TProperties>(properties: P) =>
  Type.Partial(closed(properties), { additionalProperties: false });

// What a figure shows.

export const residualKind = oneOf('none', 'x', 'fitted', 'time', 'histogram', 'normal');
const ends = {
  from: described('Lower end of the window along the run; null: its beginning.', reading),
  to: described('Upper end of the window along the run; null: its end.', reading),
};
const panels = described(
  'Channels by panels, one above the other; those of one panel share its axis, a second unit has the axis at the right.',
  Type.Array(Type.Array(symbol, { minItems: 1, maxItems: 40 }), { minItems: 1, maxItems: 12 }),
);
const channelsOfRun = { runId: id, panels, ...ends };
const seriesOfFitKey = Type.String({ pattern: SERIES_KEY });
export const wantedMark = closed({
  series: described('Key of the series: `all`, `condition 3`, `all from 2`.', seriesOfFitKey),
  what: curveMarkKind,
  other: described('Of a crossing: the key of the other series.', Type.Optional(seriesOfFitKey)),
  at: described('Of a place set by hand: its x, in the unit of the fit.', Type.Optional(Type.Number())),
  words: described('Of a place set by hand: what it is.', Type.Optional(Type.String({ maxLength: 80 }))),
});
export type WantedMark = Static<typeof wantedMark>;
const chartId = Type.String({ pattern: '^([a-z][0-9]{1,4})?$' });
const sources = [
  closed({ kind: Type.Literal('run'), ...channelsOfRun }),
  closed({ kind: Type.Literal('channels'), ...channelsOfRun, x: symbol }),
  closed({ kind: Type.Literal('spectrum'), ...channelsOfRun, as: spectrumAs, ...spectrumOf }),
  closed({ kind: Type.Literal('transfer'), runId: id, symbol, x: symbol, ...ends, ...averaging }),
  closed({ kind: Type.Literal('histogram'), runId: id, symbol, ...ends, bins }),
  closed({ kind: Type.Literal('cycles'), runId: id, symbol, ...ends, ...counting }),
  closed({ kind: Type.Literal('conditions'), ...channelsOfRun }),
  closed({ kind: Type.Literal('map'), runId: id, x: symbol, y: symbol }),
  closed({ kind: Type.Literal('table'), tableId: id }),
  closed({
    kind: Type.Literal('fit'),
    fitId: id,
    residuals: residualKind,
    marks: described(
      'Places of its curves that are marked, found anew with the data; absent: none.',
      Type.Optional(Type.Array(wantedMark, { maxItems: 60 })),
    ),
  }),
  closed({
    kind: Type.Literal('comparison'),
    comparisonId: id,
    below: oneOf('none', 'difference', 'equality'),
    only: described(
      'In these of its conditions alone; absent: in all.',
      Type.Optional(Type.Array(id, { minItems: 1, maxItems: 200 })),
    ),
  }),
] as const;
const chartSource = described('What one chart of a figure shows.', Type.Union([...sources]));
export type ChartSource = Static<typeof chartSource>;
export const figureSource = described(
  'What a figure shows, by what it is drawn from; never a copy of the numbers.',
  Type.Union([
    ...sources,
    closed({
      kind: Type.Literal('together'),
      charts: described(
        'Several charts on one sheet, in the order of their letters.',
        Type.Array(
          closed({
            id: described(
              'Stays the same when others come and go; what is dressed of the chart is found by it.',
              chartId,
            ),
            source: chartSource,
          }),
          { minItems: 1, maxItems: 12 },
        ),
      ),
    }),
  ]),
);
export type FigureSource = Static<typeof figureSource>;

export const figureAxis = closed({
  name: Type.String(),
  symbol: Type.String(),
  unit: Type.String(),
  log: Type.Boolean(),
  origin: described(
    'Of a time: the moment at which it is zero, where a file states it; absent: it does not.',
    Type.Optional(Type.String()),
  ),
  words: described('Of a category: what stands at 0, 1, 2 … of the axis.', orNull(Type.Array(Type.String()))),
  range: described(
    'Ends that belong to what is shown, as a window does; null: they follow from it.',
    orNull(Type.Array(Type.Number(), { minItems: 2, maxItems: 2 })),
  ),
});
export type FigureAxis = Static<typeof figureAxis>;

export const figureEquation = closed({
  x: Type.String(),
  y: closed({ symbol: Type.String(), unit: Type.String() }),
  expression: Type.String(),
  parameters: Type.Array(closed({ symbol: Type.String(), value: Type.Number(), half: reading, unit: Type.String() })),
  rSquared: reading,
  residualStandardDeviation: reading,
});
export const figureSeries = closed({
  id: described('Stays the same when the figure is drawn anew; what is dressed is found by it.', Type.String()),
  title: described('What it is called in lists.', Type.String()),
  name: described('What it is called on the figure; nothing where another one stands for it.', Type.String()),
  of: described('What it is drawn of, where its name does not say it; else nothing.', Type.String()),
  group: described(
    'Series of one group have one colour and one symbol; null: a group of its own.',
    orNull(Type.String()),
  ),
  nature: described(
    'Tells how it is drawn unless it is dressed: symbols, a solid line, a dashed one.',
    oneOf('measured', 'model', 'simulated'),
  ),
  side: oneOf('left', 'right'),
  points: described(
    'With the standard uncertainty of each, nothing where none is known.',
    orNull(closed({ x: column, y: column, xError: column, yError: column })),
  ),
  curve: described(
    'With its 95 % band, nothing where it has none; a held one keeps each value until the next.',
    orNull(
      closed({
        x: column,
        y: column,
        low: column,
        high: column,
        held: Type.Boolean(),
        inside: described(
          'Ends of the points that it stands on: beyond them it is extrapolated; absent where it ends with them.',
          Type.Optional(column),
        ),
      }),
    ),
  ),
  setAside: orNull(closed({ x: column, y: column })),
  cells: described(
    'Of a histogram: counts from `low` in cells of one width.',
    orNull(closed({ low: Type.Number(), width: Type.Number(), counts: Type.Array(Type.Integer()) })),
  ),
  equation: orNull(figureEquation),
});
export type FigureSeries = Static<typeof figureSeries>;

export const figurePanel = closed({
  id: Type.String(),
  chart: described('Id of the chart that it is part of; absent: there is one.', Type.Optional(Type.String())),
  title: described('Where it needs more words than its axes; else nothing.', Type.String()),
  weight: described('Share of the height.', Type.Number({ exclusiveMinimum: 0 })),
  x: described('Null: the axis of the panel below.', orNull(figureAxis)),
  y: figureAxis,
  right: orNull(figureAxis),
  series: Type.Array(figureSeries),
  marks: described(
    'Places of its curves with their coordinates; absent: none.',
    Type.Optional(Type.Array(closed({ ...curveMark.properties, series: Type.String() }))),
  ),
  levels: described('Lines across it, such as zero under residuals.', Type.Array(Type.Number())),
  map: described(
    'How long the run dwelt where: cells row by row from the lowest y.',
    orNull(
      closed({
        xRange: Type.Array(Type.Number()),
        yRange: Type.Array(Type.Number()),
        columns: Type.Integer(),
        rows: Type.Integer(),
        dwell: Type.Array(Type.Number()),
      }),
    ),
  ),
});
export type FigurePanel = Static<typeof figurePanel>;
export const figureContent = closed({
  panels: described('Those of one chart one above the other.', Type.Array(figurePanel)),
  about: described('What it was drawn from, in words with counts.', Type.String()),
});
export type FigureContent = Static<typeof figureContent>;

// How it is dressed.

const colour = Type.String({ pattern: '^#[0-9a-fA-F]{6}$' });
const share = Type.Number({ minimum: -2, maximum: 3 });
const place = described(
  'In shares of the frame of its panel, from the upper left corner.',
  closed({ x: share, y: share }),
);
const label = Type.String({ maxLength: 300 });
const point = (most: number) => Type.Number({ minimum: 0, maximum: most });
export const symbolShape = oneOf('circle', 'square', 'triangle', 'diamond', 'cross', 'ring');
export type SymbolShape = Static<typeof symbolShape>;
export const lineType = oneOf('none', 'solid', 'dashed', 'dotted', 'dashDotted');
export type LineType = Static<typeof lineType>;

export const axisDressing = partOf({
  title: described('Null or absent: name, symbol and unit.', orNull(label)),
  titleShown: Type.Boolean(),
  unit: described('Numbers are converted to it; null or absent: as measured.', orNull(Type.String({ maxLength: 60 }))),
  low: reading,
  high: reading,
  log: Type.Boolean(),
  reversed: Type.Boolean(),
  crossesAt: described('Where on the other axis it lies; null or absent: at the edge.', reading),
  every: reading,
  count: orNull(Type.Integer({ minimum: 2, maximum: 30 })),
  minor: orNull(Type.Integer({ minimum: 0, maximum: 9 })),
  numbers: oneOf('decimal', 'power', 'engineering', 'time', 'clock'),
  digits: orNull(Type.Integer({ minimum: 0, maximum: 10 })),
  grouped: Type.Boolean(),
  labels: described(
    'How the numbers lie: level, along the axis, across it, or turned by so many degrees anticlockwise.',
    Type.Union([
      Type.Literal('level'),
      Type.Literal('along'),
      Type.Literal('across'),
      Type.Number({ minimum: -90, maximum: 90 }),
    ]),
  ),
  labelsShown: Type.Boolean(),
});
export type AxisDressing = Static<typeof axisDressing>;

export const seriesDressing = partOf({
  name: orNull(label),
  shown: Type.Boolean(),
  colour: orNull(colour),
  symbol: symbolShape,
  pointsShown: Type.Boolean(),
  size: described('Of a symbol, in mm.', Type.Number({ minimum: 0.3, maximum: 10 })),
  filled: Type.Boolean(),
  opacity: Type.Number({ minimum: 0.05, maximum: 1 }),
  line: lineType,
  width: described('Of its line, in points.', point(20)),
  order: described('Larger ones are drawn above.', Type.Integer({ minimum: -50, maximum: 50 })),
  offset: described('Added to its y, for curves above each other.', Type.Number()),
  bars: Type.Boolean(),
  barsEvery: described('A bar at every so many points.', Type.Integer({ minimum: 1, maximum: 10000 })),
  band: Type.Boolean(),
});
export type SeriesDressing = Static<typeof seriesDressing>;

export const equationDressing = closed({
  at: described('Its middle; null: where there is room.', orNull(place)),
  leader: Type.Boolean(),
  units: Type.Boolean(),
  uncertainty: Type.Boolean(),
  rSquared: Type.Boolean(),
  residual: Type.Boolean(),
});
export type EquationDressing = Static<typeof equationDressing>;

export const keyDressing = closed({
  place: described('Names at the ends of the curves, or a key.', oneOf('ends', 'inside', 'right', 'below', 'off')),
  corner: described(
    'Of a key inside; `free`: where no data are.',
    oneOf('free', 'upperLeft', 'upperRight', 'lowerLeft', 'lowerRight'),
  ),
  order: described('Ids of series; what is not named follows.', Type.Array(Type.String(), { maxItems: 200 })),
});

const onPanel = {
  chart: described('Id of the chart that it lies on; absent: the one without an id.', Type.Optional(chartId)),
  panel: described(
    'Which of the panels of that chart, from 0; absent: the first.',
    Type.Optional(Type.Integer({ minimum: 0, maximum: 11 })),
  ),
};
export const figureNote = closed({
  ...onPanel,
  text: label,
  at: place,
  to: described(
    'Where its arrow points, in x and y of its panel; null: none.',
    orNull(closed({ x: Type.Number(), y: Type.Number() })),
  ),
});
export const referenceLine = closed({
  ...onPanel,
  axis: oneOf('x', 'y'),
  value: Type.Number(),
  to: described('Other end of a band; null: a line.', reading),
  label,
});
export const figurePoint = described(
  'A point that is marked with its coordinates.',
  closed({ ...onPanel, x: Type.Number(), y: Type.Number(), label }),
);

/** How several charts of one figure lie on its sheet. */
export const figureArrangement = closed({
  columns: described('Charts beside each other.', Type.Integer({ minimum: 1, maximum: 6 })),
  sharedX: described(
    'Charts above each other have one x axis, where it is of the same quantity and unit.',
    Type.Boolean(),
  ),
  sharedY: described('Charts beside each other have one y axis, where it is the same.', Type.Boolean()),
  lettered: described('With a, b, c at their upper left.', Type.Boolean()),
  titles: described('What stands above a panel, by its id.', Type.Record(Type.String({ maxLength: 80 }), label)),
});
export type FigureArrangement = Static<typeof figureArrangement>;

/** What a house style holds, and of which each figure has a copy of its own. */
export const figureLook = closed({
  widthMm: Type.Number({ minimum: 20, maximum: 1200 }),
  heightMm: Type.Number({ minimum: 15, maximum: 1200 }),
  fontPt: Type.Number({ minimum: 4, maximum: 72 }),
  linePt: described('Of curves, in points.', Type.Number({ minimum: 0.1, maximum: 20 })),
  axisPt: described('Of axes and ticks, in points.', Type.Number({ minimum: 0.1, maximum: 10 })),
  symbolMm: Type.Number({ minimum: 0.3, maximum: 10 }),
  colours: Type.Array(colour, { minItems: 1, maxItems: 24 }),
  toldBy: described(
    'Series differ by colour and symbol, or, in black and white, by symbol and line.',
    oneOf('colour', 'shape'),
  ),
  grid: Type.Boolean(),
  frame: described('A box about each panel, or its axes alone.', oneOf('box', 'axes')),
  ground: described('Null: none, so that what lies below shows through.', orNull(colour)),
  barsFactor: described(
    'Bars are so many standard uncertainties long each way.',
    Type.Union([Type.Literal(1), Type.Literal(2)]),
  ),
});
export type FigureLook = Static<typeof figureLook>;

export const figureDressing = closed({
  styleName: Type.String({ maxLength: 120 }),
  look: figureLook,
  title: label,
  caption: Type.String({ maxLength: 2000 }),
  noteShown: described('Say on the figure what bars, bands and kinds of lines mean.', Type.Boolean()),
  axes: described(
    'By panel and axis: `main.x`, `main.y`, `main.right`.',
    Type.Record(Type.String({ maxLength: 80 }), axisDressing),
  ),
  series: described('By the id of the series.', Type.Record(Type.String({ maxLength: 200 }), seriesDressing)),
  key: keyDressing,
  arrangement: described(
    'Of several charts; absent: beside each other by two, with letters.',
    Type.Optional(figureArrangement),
  ),
  equations: described('By the id of the series.', Type.Record(Type.String({ maxLength: 200 }), equationDressing)),
  notes: Type.Array(figureNote, { maxItems: 30 }),
  lines: Type.Array(referenceLine, { maxItems: 30 }),
  points: Type.Array(figurePoint, { maxItems: 30 }),
});
export type FigureDressing = Static<typeof figureDressing>;

export const figureBody = closed({ name, source: figureSource, dressing: figureDressing });
export type FigureBody = Static<typeof figureBody>;
export const figureRow = closed({
  id,
  campaignId: id,
  ...figureBody.properties,
  number: described('Its place among the figures of the campaign, from 1.', Type.Integer()),
  frozenAt: described('Since when it no longer follows its data; null: it follows.', orNull(Type.String())),
});
export type FigureRow = Static<typeof figureRow>;

export const figureReply = closed({
  content: described('What is drawn: as it is now, or the last that could be drawn.', orNull(figureContent)),
  drawnAt: described('When what is drawn was computed.', orNull(Type.String())),
  isFrozen: Type.Boolean(),
  hasMoved: described('What it is frozen at differs from how it would be drawn now.', Type.Boolean()),
  problem: described('Why it cannot be drawn from its data any more.', orNull(problem)),
});
export type FigureReply = Static<typeof figureReply>;

/** What of a dressing goes from figure to figure: no words, no ranges of its own data. */
export const houseStyleBody = closed({
  name,
  look: figureLook,
  key: keyDressing,
  axes: figureDressing.properties.axes,
});
export type HouseStyleBody = Static<typeof houseStyleBody>;
export const houseStyleRow = closed({ id, campaignId: id, ...houseStyleBody.properties });
export type HouseStyleRow = Static<typeof houseStyleRow>;

export const dressBody = closed({ name, dressing: figureDressing });
export type DressBody = Static<typeof dressBody>;
export const freezeBody = closed({ isFrozen: Type.Boolean() });
export const pictureQuery = closed({
  format: oneOf('png', 'svg', 'pdf'),
  dpi: described('Of a PNG; absent: 300.', Type.Optional(Type.Integer({ minimum: 30, maximum: 1200 }))),
  version: described(
    'Anything: another one keeps a browser from showing what it has.',
    Type.Optional(Type.String({ maxLength: 40 })),
  ),
  outlines: described('Letters of an SVG as outlines instead of text with its face.', Type.Optional(Type.Boolean())),
});
export const figureDataQuery = closed({ format: oneOf('csv', 'xlsx') });
