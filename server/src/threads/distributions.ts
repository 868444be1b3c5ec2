import type { CyclesBody, CyclesReply, HistogramBody, HistogramReply } from '@undameter/contract';
import { countCycles, gather, histogram, numberChannelOf, segments } from '@undameter/core';
import { benchState } from './benchState';
import { attempt, reading } from './toReply';
import { keptWithin, nameAlong, positionsOf, type ViewTask } from './within';

export function histogramsOf(task: ViewTask & Pick<HistogramBody, 'bins'>): HistogramReply {
  const { final } = benchState(task.run).result;
  const kept = keptWithin(final, task);
  return task.symbols.map((symbol) => {
    const made = histogram(gather(numberChannelOf(final, symbol).values, kept), task.bins);
    return {
      symbol,
      low: reading(made?.low ?? NaN),
      width: reading(made?.width ?? NaN),
      counts: Array.from(made?.counts ?? []),
      normal: made?.normal ?? null,
    };
  });
}

const CLASSES = 32;

/** Load cycles over what is kept within the window; the history is joined across its gaps, which are counted. */
export function cyclesOf(task: ViewTask & Pick<CyclesBody, 'classes' | 'least'>): CyclesReply {
  const { final } = benchState(task.run).result;
  const kept = keptWithin(final, task);
  return task.symbols.map((symbol) => {
    const found = attempt(() => {
      const { values } = numberChannelOf(final, symbol);
      const present = kept.filter((i) => Number.isFinite(values[i]!));
      const inside = new Uint16Array(final.samples).fill(1);
      for (const i of present) inside[i] = 0;
      const stretches = segments(positionsOf(final), values, inside, nameAlong(final), final.gaps);
      const { classes, ...counted } = countCycles(gather(values, present), task.classes ?? CLASSES, task.least ?? 0);
      return {
        ...counted,
        samples: present.length,
        joined: Math.max(0, stretches.length - 1),
        classes: classes.map((c) => ({ ...c, mean: reading(c.mean) })),
      };
    });
    return { ...(found.value ?? nothing), symbol, problem: found.problem };
  });
}

const nothing = { total: 0, largest: 0, below: 0, joined: 0, samples: 0, classes: [] };
