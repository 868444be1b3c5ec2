import type { SpectrumBody, SpectrumReply, TransferBody, TransferReply } from '@undameter/contract';
import {
  AppError,
  averagedSpectra,
  bandOfDensity,
  convert,
  evenInTurns,
  gather,
  LONGEST_PROPOSED,
  numberChannelOf,
  parseUnit,
  proposedSegment,
  sameDimension,
  spectralPeaks,
  transferOf,
  unitOfChannel,
  type Averages,
  type Averaging,
  type Channel,
  type RunState,
  type SpectralPeak,
} from '@undameter/core';
import type { NamedCondition } from './BenchInput';
import { benchState } from './benchState';
import { evenStretches, type EvenStretches } from './evenStretches';
import { attempt, reading, readings } from './toReply';
import { keptWithin, type ViewTask } from './within';

type Chosen = Pick<SpectrumBody, 'taper' | 'segment' | 'overlap'>;
export type SpectrumTask = ViewTask &
  Pick<SpectrumBody, 'as' | 'turnsBy'> &
  Chosen & {
    /** One spectrum for each; absent: of all that is kept. */
    conditions?: NamedCondition[];
  };
export type TransferTask = ViewTask & Pick<TransferBody, 'x'> & Chosen;

/** What is proposed is sent whole: from its lines the power of a part of it can be told. */
const MOST_LINES = LONGEST_PROPOSED / 2 + 1;

/** Spectra of the channels, of each condition that is asked for. */
export function spectraOf(task: SpectrumTask): SpectrumReply {
  const state = benchState(task.run);
  const { final } = state.result;
  const within = keptWithin(final, task);
  const selections = (task.conditions ?? [null]).map((condition) => {
    if (!condition) return { conditionId: null, samples: within, problem: null };
    const { value, problem } = state.pickedBy(condition);
    const inWindow = new Set(within);
    return { conditionId: condition.id, samples: value?.filter((i) => inWindow.has(i)), problem };
  });
  return selections.flatMap(({ conditionId, samples, problem }) =>
    task.symbols.map((symbol) => {
      const { conditions: _, ...asked } = task;
      const found = samples ? attempt(() => spectrumOf(final, samples, symbol, asked)) : { value: undefined, problem };
      return { ...(found.value ?? nothing), symbol, conditionId, problem: found.problem };
    }),
  );
}

const nothing = {
  frequency: [],
  value: [],
  band: null,
  resolution: null,
  samples: 0,
  stretches: 0,
  segment: 0,
  segments: 0,
  peaks: null,
};

function spectrumOf(
  final: RunState,
  picked: Int32Array,
  symbol: string,
  { as, turnsBy, ...chosen }: Omit<SpectrumTask, 'conditions'>,
) {
  const channel = numberChannelOf(final, symbol);
  const { columns, spacing, highest } =
    turnsBy === undefined
      ? { ...evenStretches(final, picked, [channel], 'a spectrum'), highest: Infinity }
      : inTurns(final, picked, channel, numberChannelOf(final, turnsBy));
  const averaging = averagingOf(chosen, columns);
  const averages = averagedSpectra(columns, spacing, averaging);
  const { frequency, auto, bandwidth, degreesOfFreedom } = averages;
  const shown = frequency.filter((f) => f <= highest);
  const value = auto[0]!.subarray(0, shown.length).map(
    {
      density: (v: number) => v,
      power: (v: number) => v * bandwidth,
      amplitude: (v: number) => Math.sqrt(2 * v * bandwidth),
    }[as],
  );
  const [low, high] = bandOfDensity(degreesOfFreedom).map((f) => (as === 'amplitude' ? Math.sqrt(f) : f));
  const thin = thinned(shown, value);
  return {
    frequency: readings(thin[0]),
    value: readings(thin[1]),
    band: { low: low!, high: high! },
    resolution: reading(frequency[1]!),
    ...countsOf(averages, averaging, columns),
    peaks:
      spectralPeaks(columns[0]![0]!, spacing, averaging.taper)
        ?.filter((p) => p.frequency <= highest)
        .map(peakReply) ?? null,
  };
}

const peakReply = (p: SpectralPeak) => ({
  ...p,
  frequencyError: reading(p.frequencyError),
  amplitudeError: reading(p.amplitudeError),
});

/** What is chosen, and for the rest what is proposed. */
const averagingOf = (
  { taper, segment, overlap }: Chosen,
  columns: readonly (readonly Float64Array[])[],
): Averaging => ({
  taper: taper ?? 'hann',
  segment: segment ?? proposedSegment(columns[0]![0]!.length),
  overlap: overlap ?? 0.5,
});

function countsOf({ segments }: Averages, { segment }: Averaging, columns: readonly (readonly Float64Array[])[]) {
  const used = columns.filter(([first]) => first!.length >= segment);
  return {
    samples: used.reduce((sum, [first]) => sum + first!.length, 0),
    stretches: used.length,
    segment,
    segments,
  };
}

/** The stretches at even steps of the turns of a shaft; those with other steps than the longest one's are left out. */
function inTurns(final: RunState, picked: Int32Array, channel: Channel, speed: Channel) {
  const { columns, spacing } = evenStretches(final, picked, [channel, speed], 'an order spectrum');
  const perTime = turnsPer(final, speed);
  const [longest] = columns.map(([y, n]) => evenInTurns(y!, n!.map(perTime), spacing));
  return { columns: [[longest!.y]], spacing: longest!.step, highest: longest!.highest };
}

/** Turns per unit of what the run is ordered by. @throws {AppError} SPEED_UNIT */
function turnsPer(final: RunState, speed: Channel): (value: number) => number {
  const time = final.along === undefined ? undefined : numberChannelOf(final, final.along);
  const second = parseUnit('s');
  const [own, turning, frequency] = [unitOfChannel(speed), parseUnit('rpm'), parseUnit('Hz')];
  const isTurning = sameDimension(own.dimension, turning.dimension);
  if (!isTurning && !sameDimension(own.dimension, frequency.dimension))
    throw new AppError('SPEED_UNIT', { name: speed.name, unit: speed.unit });
  if (!time || !sameDimension(unitOfChannel(time).dimension, second.dimension))
    throw new AppError('NO_TIME_FOR_RATE', {});
  const seconds = convert(1, unitOfChannel(time), second);
  return (v) => (isTurning ? convert(v, own, turning) / 60 : convert(v, own, frequency)) * seconds;
}

/** Of many lines the highest in each of MOST_LINES slices: none that stands out is lost. */
function thinned(frequency: Float64Array, value: Float64Array): [Float64Array, Float64Array] {
  if (frequency.length <= MOST_LINES) return [frequency, value];
  const slice = frequency.length / MOST_LINES;
  const highest = Int32Array.from({ length: MOST_LINES }, (_, s) => {
    let best = Math.floor(s * slice);
    for (let k = best; k < Math.floor((s + 1) * slice); k++) if (value[k]! > value[best]!) best = k;
    return best;
  });
  return [gather(frequency, highest), gather(value, highest)];
}

/** How the channels follow another one, frequency by frequency. */
export function transfersOf(task: TransferTask): TransferReply {
  const { final } = benchState(task.run).result;
  const picked = keptWithin(final, task);
  return task.symbols.map((symbol) => {
    const found = attempt(() => {
      const channels = [numberChannelOf(final, task.x), numberChannelOf(final, symbol)];
      const { columns, spacing } = evenStretches(final, picked, channels, 'a transfer');
      return transferBetween(columns, spacing, task);
    });
    return { ...(found.value ?? noTransfer), symbol, problem: found.problem };
  });
}

function transferBetween(columns: EvenStretches['columns'], spacing: number, chosen: Chosen) {
  const averaging = averagingOf(chosen, columns);
  const averages = averagedSpectra(columns, spacing, averaging);
  const { coherenceOfNoise, ...lines } = transferOf(averages, 0);
  const from = lines.frequency.length > MOST_LINES ? Math.ceil(lines.frequency.length / MOST_LINES) : 1;
  const some = (column: Float64Array) => readings(column.filter((_, k) => k % from === 0));
  return {
    frequency: some(lines.frequency),
    gain: some(lines.gain),
    gainError: some(lines.gainError),
    phase: some(lines.phase),
    phaseError: some(lines.phaseError),
    coherence: some(lines.coherence),
    coherenceOfNoise,
    ...countsOf(averages, averaging, columns),
  };
}

const noTransfer = {
  frequency: [],
  gain: [],
  gainError: [],
  phase: [],
  phaseError: [],
  coherence: [],
  coherenceOfNoise: null,
  samples: 0,
  stretches: 0,
  segment: 0,
  segments: 0,
};
