import type { DrawnQuantity, PropagationReply } from '@undameter/contract';
import {
  agreementInWords,
  agreementOf,
  backQuantity,
  crossings,
  fitModel,
  fitTogether,
  formatValue,
  histogram,
  meetingQuantity,
  modelOf,
  optima,
  optimumQuantity,
  parameterQuantity,
  printUnit,
  propagate,
  readAt,
  readBack,
  shapesOf,
  tablesOfSteps,
  tallyOf,
  valueQuantity,
  type Choices,
  type Fit,
  type FitData,
  type Quantity,
  type Reading,
  type Way,
} from '@undameter/core';
import type { MessagePort } from 'node:worker_threads';
import { benchState } from './benchState';
import { readable, type ReadingsTask } from './judgeFit';
import { fitAll, fittedOf, parametersOf, type FittedSeries } from './prepareSeries';
import { reading } from './toReply';

export interface DrawTask extends ReadingsTask {
  draws: number;
  /** Where the progress goes. */
  port: MessagePort;
  /** Its first number is set to 1 to end the draws. */
  stop: Int32Array;
}

/** What the draws come to so far. */
export type Drawn = Pick<PropagationReply, 'draws' | 'quantities' | 'sources' | 'notDrawn'>;

const PROGRESS_MILLISECONDS = 300;

/** A number to read, beside what first order says of it. */
interface Asked {
  quantity: Quantity;
  kind: DrawnQuantity['kind'];
  unit: string;
  value: number;
  halfWidth: number;
}

/** Draws the whole way of a fit, telling now and then what the draws come to. @throws {AppError} as the fit fails */
export function drawWay(task: DrawTask): Drawn {
  const { way, asked } = wayOf(task);
  const sources = sourcesOf(way);
  const drawn = (values: readonly Float64Array[], done: number): Drawn => ({
    ...sources,
    draws: done,
    quantities: asked.map((one, q) => quantityReply(one, values[q]!.subarray(0, done))),
  });
  let last = performance.now();
  const values = propagate(way, task.draws, {
    goesOn: (done, soFar) => {
      if (performance.now() - last > PROGRESS_MILLISECONDS) {
        task.port.postMessage(drawn(soFar, done));
        last = performance.now();
      }
      return Atomics.load(task.stop, 0) === 0;
    },
  });
  return drawn(values, values[0]?.length ?? 0);
}

function quantityReply({ quantity, kind, unit, value, halfWidth }: Asked, values: Float64Array): DrawnQuantity {
  const tally = tallyOf(values);
  const first = { value, halfWidth };
  const classes = histogram(values.filter(Number.isFinite));
  return {
    name: quantity.name,
    kind,
    unit,
    value,
    halfWidth: reading(halfWidth),
    draws: tally.draws,
    missing: tally.missing,
    mean: reading(tally.mean),
    standard: reading(tally.standard),
    low: reading(tally.low),
    high: reading(tally.high),
    agreement: agreementOf(tally, first),
    text: agreementInWords(tally, first, unit),
    histogram: {
      from: reading(classes?.low ?? NaN),
      width: reading(classes?.width ?? NaN),
      counts: [...(classes?.counts ?? [])],
    },
  };
}

/** What is drawn, and what reaches the points by a step that brings it in and so is not. */
function sourcesOf({ logged, tables, series }: Way): Pick<Drawn, 'sources' | 'notDrawn'> {
  const drawable = new Set([...shapesOf(logged.channels.values()).keys(), ...tables.map((t) => t.source)]);
  const reaching = [...new Set(series.flatMap((s) => s.series.errors.map((e) => e.source)))];
  return { sources: reaching.filter((s) => drawable.has(s)), notDrawn: reaching.filter((s) => !drawable.has(s)) };
}

/** @throws {AppError} as the fit of a series that is asked for failed */
function wayOf(task: DrawTask): { way: Way; asked: Asked[] } {
  const { result, logged } = benchState(task.run);
  const all = fitAll(task);
  const isShared = (task.choices.shared ?? []).length > 0;
  const wanted = [task.series, ...(task.other === null || task.other === task.series ? [] : [task.other])];
  const hand = fittedOf(all, task.series);
  const needed = isShared ? all.flatMap((one) => one.value ?? []) : wanted.map((which) => fittedOf(all, which));
  const place = (which: number): number => needed.indexOf(fittedOf(all, which));
  const asked = [
    ...askedOfParameters(task, hand, place(task.series)),
    ...askedOfCurve(task, hand, place(task.series)),
    ...(wanted.length > 1
      ? askedOfMeetings(hand, fittedOf(all, task.other!), [place(task.series), place(task.other!)])
      : []),
  ];
  const { steps } = task.run;
  const way: Way = {
    logged,
    procedure: result,
    steps,
    tables: tablesOfSteps(steps, result.final.tables ?? new Map()),
    series: needed.map(({ data, taken, points, fit, random }) => ({
      series: data,
      taken,
      data: points,
      fit,
      known: { x: knownOf(random.sigmaX), y: knownOf(random.sigma) },
    })),
    fitAgain: fitterOf(task, needed),
    quantities: asked.map((a) => a.quantity),
  };
  return { way, asked };
}

const knownOf = (column: Float64Array | undefined): Float64Array | undefined =>
  column?.some((u) => u > 0) ? column : undefined;

/** Each draw is searched from what was found: it is near. */
function fitterOf(task: DrawTask, needed: readonly FittedSeries[]): Way['fitAgain'] {
  const model = modelOf(task.model);
  if ((task.choices.shared ?? []).length > 0)
    return (all) => fitTogether(model, task.settings, all, task.choices, true);
  const choices = needed.map((series) => ({ ...task.choices, start: startOf(task, series) }));
  return (all: readonly FitData[]): Fit[] =>
    all.map((data, k) => fitModel(model, task.settings, data, choices[k]!, true));
}

function startOf(task: DrawTask, series: FittedSeries): NonNullable<Choices['start']> {
  const { fixed = {}, tied = {} } = task.choices;
  const free = parametersOf(task, series).map(({ symbol }, k) => [symbol, series.fit.parameters[k]!] as const);
  return Object.fromEntries(free.filter(([symbol]) => !(symbol in fixed) && !(symbol in tied)));
}

function askedOfParameters(task: DrawTask, series: FittedSeries, which: number): Asked[] {
  const { fixed = {} } = task.choices;
  return parametersOf(task, series).flatMap(({ symbol, unit }, k): Asked[] =>
    symbol in fixed
      ? []
      : [
          {
            quantity: parameterQuantity(symbol, k, which),
            kind: 'parameter',
            unit: printUnit(unit.text),
            value: series.fit.parameters[k]!,
            halfWidth: series.fit.parameterSpread(k).halfWidth,
          },
        ],
  );
}

function askedOfCurve(task: DrawTask, series: FittedSeries, which: number): Asked[] {
  const curve = readable(series);
  const { range } = series;
  const [x, y] = unitsOf(series);
  const { atX, atY } = task;
  const backTo = (to: number): Asked[] =>
    readBack(curve, to).map((r) =>
      ofX(
        backQuantity(
          `${series.data.xChannel.symbol} where ${series.data.yChannel.symbol} is ${formatValue(to)} ${y}`.trim(),
          to,
          r.x,
          range,
          which,
        ),
        r,
        x,
      ),
    );
  return [
    ...(atX === null
      ? []
      : [
          ofY(
            valueQuantity(`${series.data.yChannel.symbol} at ${formatValue(atX)} ${x}`.trim(), atX, which),
            readAt(curve, atX),
            y,
          ),
        ]),
    ...(atY === null ? [] : backTo(atY)),
    ...(atY === 0 ? [] : backTo(0)),
    ...optima(curve).map((r) =>
      ofX(optimumQuantity(`${series.data.xChannel.symbol} of the ${r.kind} place`, r.x, range, which), r, x),
    ),
  ]
    .filter((a) => a.halfWidth > 0)
    .slice(0, MOST_READINGS);
}

const MOST_READINGS = 8;

function askedOfMeetings(series: FittedSeries, other: FittedSeries, places: [number, number]): Asked[] {
  const [x] = unitsOf(series);
  return crossings(readable(series), readable(other))
    .slice(0, MOST_READINGS)
    .map((r) =>
      ofX(
        meetingQuantity(`${series.data.xChannel.symbol} where it meets ${other.name}`, r.x, series.range, places),
        r,
        x,
      ),
    );
}

const unitsOf = ({ data }: FittedSeries): [string, string] => [
  printUnit(data.xChannel.unit),
  printUnit(data.yChannel.unit),
];

const ofX = (quantity: Quantity, r: Reading, unit: string): Asked => ({
  quantity,
  kind: 'reading',
  unit,
  value: r.x,
  halfWidth: r.xSpread.halfWidth,
});
const ofY = (quantity: Quantity, r: Reading, unit: string): Asked => ({
  quantity,
  kind: 'reading',
  unit,
  value: r.y,
  halfWidth: r.ySpread.halfWidth,
});
