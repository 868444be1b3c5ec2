import type { DrawnQuantity, PropagationReply } from '@undameter/contract';
import {
  AppError,
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
import type { BenchRun } from './BenchInput';
import { benchState } from './benchState';
import { readable, type ReadingsTask } from './judgeFit';
import { fitAll, fittedOf, parametersOf, type FittedSeries } from './prepareSeries';
import { reading, type Attempt } from './toReply';

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
  const all = fitAll(task);
  const wanted = [task.series, ...(task.other === null || task.other === task.series ? [] : [task.other])];
  const hand = fittedOf(all, task.series);
  const needed = neededOf(all, wanted);
  const run = oneRunOf(needed);
  const { result, logged } = benchState(run);
  const place = (which: number): number => needed.indexOf(fittedOf(all, which));
  const asked = [
    ...askedOfParameters(hand, place(task.series)),
    ...askedOfCurve(task, hand, place(task.series)),
    ...(wanted.length > 1
      ? askedOfMeetings(hand, fittedOf(all, task.other!), [place(task.series), place(task.other!)])
      : []),
  ];
  const { steps } = run;
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
    fitAgain: fitterOf(needed),
    quantities: asked.map((a) => a.quantity),
  };
  return { way, asked };
}

const knownOf = (column: Float64Array | undefined): Float64Array | undefined =>
  column?.some((u) => u > 0) ? column : undefined;

/** The series that are asked for, and where parameters are shared all that share them. */
function neededOf(all: readonly Attempt<FittedSeries>[], wanted: readonly number[]): FittedSeries[] {
  const asked = wanted.map((which) => fittedOf(all, which));
  const isShared = asked.some(isSharing);
  const sharing = all.flatMap((one) => (one.value && isShared && isSharing(one.value) ? [one.value] : []));
  return [...new Set([...sharing, ...asked])];
}

const isSharing = ({ task: { choices } }: FittedSeries): boolean => (choices.shared ?? []).length > 0;

/** The run whose way is drawn. @throws {AppError} DRAWS_SEVERAL_RUNS where the series are of more than one */
function oneRunOf(needed: readonly FittedSeries[]): BenchRun {
  const [first, ...others] = needed.map((s) => s.run);
  const other = others.find((r) => r.key !== first!.key || JSON.stringify(r.steps) !== JSON.stringify(first!.steps));
  if (other) throw new AppError('DRAWS_SEVERAL_RUNS', { series: needed.map((s) => s.name).join('; ') });
  return first!;
}

/** Each draw is searched from what was found: it is near. */
function fitterOf(needed: readonly FittedSeries[]): Way['fitAgain'] {
  const sharing = needed.filter(isSharing);
  const starts = new Map(needed.map((s) => [s, { ...s.task.choices, start: startOf(s) }]));
  return (all: readonly FitData[]): Fit[] => {
    const [first] = sharing;
    const joint = first
      ? fitTogether(
          modelOf(first.task.model),
          first.task.settings,
          sharing.map((s) => all[needed.indexOf(s)]!),
          first.task.choices,
          true,
        )
      : [];
    return needed.map((s, k) => {
      const { model, settings } = s.task;
      return joint[sharing.indexOf(s)] ?? fitModel(modelOf(model), settings, all[k]!, starts.get(s)!, true);
    });
  };
}

function startOf(series: FittedSeries): NonNullable<Choices['start']> {
  const { fixed = {}, tied = {} } = series.task.choices;
  const free = parametersOf(series).map(({ symbol }, k) => [symbol, series.fit.parameters[k]!] as const);
  return Object.fromEntries(free.filter(([symbol]) => !(symbol in fixed) && !(symbol in tied)));
}

function askedOfParameters(series: FittedSeries, which: number): Asked[] {
  const { fixed = {} } = series.task.choices;
  return parametersOf(series).flatMap(({ symbol, unit }, k): Asked[] =>
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
