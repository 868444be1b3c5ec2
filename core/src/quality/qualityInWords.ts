import { formatCount, formatValue } from '../number';
import { distinctNames, type Channel } from '../sample';
import { printUnit } from '../units';
import { samplingOf } from './samplingOf';
import { soundnessOf } from './soundnessOf';

export interface QualityNote {
  symbol: string;
  /** sound: a fact; doubt: look here. */
  state: 'sound' | 'doubt';
  sentence: string;
  /** Sample of the first of what is told, from 0; absent where it is about the whole. */
  first?: number;
}

/**
 * What is worth knowing of the channels of a run before anything is computed, in short
 * sentences. How many cells are missing is told by the import's own record.
 */
export function qualityInWords(channels: Iterable<Channel>, along: string | undefined): QualityNote[] {
  const all = [...channels];
  const names = distinctNames(all);
  return all.flatMap((channel, i) => {
    const named = { ...channel, name: names[i]! };
    return channel.symbol === along ? ofTime(named) : ofChannel(named);
  });
}

const sample = (index: number): string => `sample ${formatCount(index + 1)}`;
const times = (count: number, one: string): string => `${formatCount(count)} ${one}${count === 1 ? '' : 's'}`;

function ofTime({ symbol, name, unit, values }: Channel): QualityNote[] {
  const { interval, jitter, gaps, repeats, stepsBack, missing } = samplingOf(values);
  const u = printUnit(unit);
  const notes: QualityNote[] = [];
  const say = (state: QualityNote['state'], sentence: string, first?: number): void =>
    void notes.push({ symbol, state, sentence, ...(first === undefined ? {} : { first }) });
  if (Number.isFinite(interval))
    say(
      'sound',
      `${name}: every ${formatValue(interval, 4)} ${u}, ${jitter < 1e-6 ? 'evenly' : `jitter ${formatValue(100 * jitter, 2)} %`}`,
    );
  if (gaps.count > 0)
    say(
      'doubt',
      `${name}: ${times(gaps.count, 'gap')}, the longest ${formatValue(gaps.longest, 4)} ${u}, the first after ${sample(gaps.firstAfter)}`,
      gaps.firstAfter,
    );
  if (repeats.count > 0)
    say('doubt', `${name} repeats ${times(repeats.count, 'time')}, first at ${sample(repeats.first)}`, repeats.first);
  if (stepsBack.count > 0)
    say(
      'doubt',
      `${name} steps back ${times(stepsBack.count, 'time')}, first at ${sample(stepsBack.first)}`,
      stepsBack.first,
    );
  if (missing > 0) say('doubt', `${name} is missing in ${times(missing, 'sample')}`);
  return notes;
}

function ofChannel({ symbol, name, unit, values, labels }: Channel): QualityNote[] {
  if (labels) return ofCategory(symbol, name, values, labels);
  const { present, stuck, rail, spikes, resolution } = soundnessOf(values);
  const u = printUnit(unit);
  const notes: QualityNote[] = [];
  const say = (state: QualityNote['state'], sentence: string, first?: number): void =>
    void notes.push({ symbol, state, sentence: sentence.trim(), ...(first === undefined ? {} : { first }) });
  if (present === 0) {
    say('doubt', `${name} is dead: no sample has a value`);
    return notes;
  }
  if (stuck) say('doubt', `${name} is stuck at ${formatValue(values.find((v) => v === v)!)} ${u}`);
  if (rail)
    say(
      'doubt',
      `${name} stands at its rail of ${formatValue(rail.value, 7)} ${u} in ${times(rail.count, 'sample')}, first at ${sample(rail.first)}`,
      rail.first,
    );
  if (spikes.count > 0)
    say('doubt', `${name} has ${times(spikes.count, 'spike')}, the first at ${sample(spikes.first)}`, spikes.first);
  if (resolution !== undefined) say('sound', `${name} is written in steps of ${formatValue(resolution, 4)} ${u}`);
  return notes;
}

function ofCategory(symbol: string, name: string, values: Float64Array, labels: readonly string[]): QualityNote[] {
  if (values.every((v) => v !== v))
    return [{ symbol, state: 'doubt', sentence: `${name} is dead: no sample has a word` }];
  const named = labels
    .slice(0, 5)
    .map((l) => `"${l}"`)
    .join(', ');
  return [
    {
      symbol,
      state: 'sound',
      sentence: `${name} has ${times(labels.length, 'word')}: ${named}${labels.length > 5 ? ' …' : ''}`,
    },
  ];
}
