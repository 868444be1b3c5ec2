import type { QualityReply } from '@undameter/contract';
import { distinctNames, qualityInWords } from '@undameter/core';
import type { BenchRun } from './BenchInput';
import { benchState } from './benchState';
import { reading } from './toReply';

/** Slices of the picture of a channel. */
const SLICES = 180;

/** What the logged samples of a run tell of its sensors and its clock. */
export function judgeQuality({ run }: { run: BenchRun }): QualityReply {
  const state = benchState({ ...run, steps: [] });
  return state.once('quality', () => {
    const channels = [...state.result.final.channels.values()];
    const notes = qualityInWords(channels, run.along);
    const names = distinctNames(channels);
    return channels.map(({ symbol, values }, i) => ({
      symbol,
      name: names[i]!,
      notes: notes
        .filter((n) => n.symbol === symbol)
        .map(({ state: how, sentence, first }) => ({
          state: how,
          sentence,
          at: first === undefined ? null : first / Math.max(1, values.length - 1),
        })),
      picture: pictureOf(values),
    }));
  });
}

function pictureOf(values: Float64Array): QualityReply[number]['picture'] {
  const slices = Math.min(SLICES, values.length);
  const picture: QualityReply[number]['picture'] = { lowest: [], highest: [], missing: [] };
  for (let s = 0; s < slices; s++) {
    const part = values.subarray(
      Math.floor((s * values.length) / slices),
      Math.floor(((s + 1) * values.length) / slices),
    );
    let [low, high, missing] = [Infinity, -Infinity, 0];
    for (const v of part)
      if (v !== v) missing++;
      else {
        if (v < low) low = v;
        if (v > high) high = v;
      }
    picture.lowest.push(reading(low));
    picture.highest.push(reading(high));
    picture.missing.push(missing / Math.max(1, part.length));
  }
  return picture;
}
