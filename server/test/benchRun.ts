/** A run as it comes to the thread functions, from columns by symbol. */
import { buildLevels, type PropertyTable, type Step } from '@undameter/core';
import type { BenchRun, FitTask } from '../src/threads/BenchInput';

interface Given {
  unit?: string;
  values: ArrayLike<number>;
  labels?: string[];
  uncertainty?: BenchRun['channels'][number]['uncertainty'];
}

let runs = 0;

/** The first column is the one along which the run is ordered; a key of its own keeps runs apart in the caches. */
export function benchRun(columns: Record<string, Given>, over: Partial<BenchRun> = {}): BenchRun {
  const symbols = Object.keys(columns);
  return {
    key: `run ${++runs}`,
    name: 'sweep',
    samples: columns[symbols[0]!]!.values.length,
    along: symbols[0],
    origin: undefined,
    channels: symbols.map((symbol) => {
      const { unit = '', labels, uncertainty } = columns[symbol]!;
      const values = Float64Array.from(columns[symbol]!.values);
      return { symbol, name: symbol.toUpperCase(), unit, values, labels, uncertainty, levels: buildLevels(values) };
    }),
    steps: [],
    tables: [] as PropertyTable[],
    ...over,
  };
}

export const step = (kind: string, settings: Step['settings'], over: Partial<Step> = {}): Step => ({
  id: kind,
  kind,
  version: 1,
  settings,
  on: true,
  ...over,
});

export const trim = (from: number, to: number): Step => step('trim', { channel: 't', from, to, unit: 's' });
export const derive = (symbol: string, formula: string, unit = ''): Step =>
  step('derive', { name: symbol, symbol, formula, unit });

/** A condition on a channel of seconds. */
export const within = (id: number, low: number, high: number, symbol = 't') => ({
  id,
  name: `c${id}`,
  limits: [{ kind: 'between' as const, symbol, low, high, unit: 's' }],
});

export const fitTask = (run: BenchRun, over: Partial<FitTask> = {}): FitTask => ({
  run,
  conditions: [],
  x: 't',
  y: 'y',
  data: 'samples',
  weights: 'none',
  model: 'polynomial',
  settings: { degree: 1 },
  choices: {},
  ...over,
});

export const count = (n: number, of: (i: number) => number = (i) => i): number[] =>
  Array.from({ length: n }, (_, i) => of(i));
