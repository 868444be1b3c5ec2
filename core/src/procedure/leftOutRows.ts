import type { Step } from './RunState';

/** The channel that numbers the rows of a run made by hand; a number is given once. */
export const ROW_SYMBOL = 'row';

interface OfRows {
  channel: string;
  ranges: [number, number][];
  unit: string;
  reason: string;
}

/** The settings of a step that sets single rows aside by their numbers; undefined for any other. */
function ofRows({ kind, settings }: Step): OfRows | undefined {
  const given = settings as unknown as OfRows;
  const isOfRows = kind === 'setAside' && given.channel === ROW_SYMBOL && Array.isArray(given.ranges);
  return isOfRows && given.ranges.every(([from, to]) => from === to) ? given : undefined;
}

/** The rows that a procedure leaves out, each with the reason. */
export function leftOutRows(steps: readonly Step[]): Map<number, string> {
  const found = new Map<number, string>();
  for (const step of steps) {
    const given = step.on ? ofRows(step) : undefined;
    for (const [row] of given?.ranges ?? []) if (!found.has(row)) found.set(row, given!.reason);
  }
  return found;
}

/** The procedure with one more row left out: first of all, since nothing is to be computed with it. */
export function withRowLeftOut(steps: readonly Step[], row: number, reason: string): Step[] {
  const taken = new Set(steps.map((s) => s.id));
  let id = `row-${row}`;
  for (let n = 2; taken.has(id); n++) id = `row-${row}-${n}`;
  const settings = { channel: ROW_SYMBOL, ranges: [[row, row]], unit: '', reason };
  return [{ id, kind: 'setAside', version: 1, settings, on: true }, ...steps];
}

/** The procedure without leaving these rows out: they came back, or they are gone. */
export function withoutRows(steps: readonly Step[], rows: ReadonlySet<number>): Step[] {
  return steps.flatMap((step) => {
    const given = ofRows(step);
    if (!given) return [step];
    const ranges = given.ranges.filter(([row]) => !rows.has(row));
    if (ranges.length === given.ranges.length) return [step];
    return ranges.length === 0 ? [] : [{ ...step, settings: { ...step.settings, ranges } }];
  });
}
