import type { BenchReply } from '@undameter/contract';
import type { Step } from '@undameter/core';

/** A step being tried: a new one, or a saved one being changed. */
export interface Draft {
  index: number;
  isNew: boolean;
  step: Step;
  /** Other settings of a smoothing or filter, put beside it to be compared. */
  variants?: readonly Step['settings'][];
}
export interface SignalsState {
  draft: Draft | null;
  /** A stretch of the x axis; from = to is a single sample. */
  selection: [number, number] | null;
  /** What of the x axis is shown; null is the whole run. */
  window: [number, number] | null;
}
export type SignalsAction =
  | { type: 'begin'; draft: Draft }
  | { type: 'settings'; settings: Step['settings'] }
  | { type: 'note'; note: string }
  | { type: 'variants'; variants: readonly Step['settings'][] }
  | { type: 'letGo' }
  /** `along` is the channel of the x axis, in which the range is counted. */
  | { type: 'select'; range: [number, number] | null; along?: string | undefined }
  | { type: 'window'; range: [number, number] | null };

export const nothingInHand: SignalsState = { draft: null, selection: null, window: null };

export function signals(state: SignalsState, action: SignalsAction): SignalsState {
  switch (action.type) {
    case 'begin':
      // A saved step may stand where time is counted otherwise, so the window would show another stretch, or none.
      return { draft: action.draft, selection: null, window: action.draft.isNew ? state.window : null };
    case 'settings':
      return state.draft ? { ...state, draft: withSettings(state.draft, action.settings) } : state;
    case 'note':
      return state.draft
        ? { ...state, draft: { ...state.draft, step: { ...state.draft.step, note: action.note } } }
        : state;
    case 'variants':
      return state.draft ? { ...state, draft: { ...state.draft, variants: action.variants } } : state;
    case 'letGo':
      return { ...state, draft: null, window: state.draft?.isNew === false ? null : state.window };
    case 'window':
      return { ...state, window: action.range };
    case 'select': {
      const { draft } = state;
      const set = draft && draft.step.settings['channel'] === action.along ? rangeSetters[draft.step.kind] : undefined;
      return action.range && draft && set
        ? { ...state, draft: withSettings(draft, set(draft, action.range)) }
        : { ...state, selection: action.range };
    }
  }
}

const withSettings = (draft: Draft, settings: Step['settings']): Draft => ({
  ...draft,
  step: { ...draft.step, settings },
});

type RangeSetter = (draft: Draft, range: [number, number]) => Step['settings'];
const intoRanges: RangeSetter = ({ step, isNew }, range) => ({
  ...step.settings,
  ranges: isNew && isUntouched(step) ? [range] : [...(step.settings['ranges'] as [number, number][]), range],
});
/** A new step starts with one empty range, which the first stroke on the chart replaces. */
const isUntouched = ({ settings }: Step): boolean => {
  const ranges = settings['ranges'] as [number, number][];
  return ranges.length === 1 && ranges[0]![0] === ranges[0]![1];
};

/** Steps that take their range from the chart. */
const rangeSetters: Record<string, RangeSetter> = {
  trim: ({ step }, [from, to]) => ({ ...step.settings, from, to }),
  setAside: intoRanges,
  bringBack: intoRanges,
};

/** The saved procedure with the draft in its place. */
export function withDraft(saved: readonly Step[], draft: Draft | null): Step[] {
  if (!draft) return [...saved];
  const steps = [...saved];
  steps.splice(draft.index, draft.isNew ? 0 : 1, draft.step);
  return steps;
}

const MOST_SHOWN_AFTER = 6;

/** The channels on the chart once a step is accepted: the one that a new step made comes first. */
export function shownWith({ isNew, step }: Draft, shown: readonly string[]): string[] {
  const { symbol } = step.settings;
  if (!isNew || typeof symbol !== 'string') return [...shown];
  return [...new Set([symbol, ...shown])].slice(0, MOST_SHOWN_AFTER);
}

const onTrial = (steps: readonly Step[] | undefined) => (steps ? { steps } : {});

/** What is asked of a single sample that is selected. */
export const whyBody = (selection: SignalsState['selection'], trial: readonly Step[] | undefined) =>
  selection && selection[0] === selection[1] ? { ...onTrial(trial), at: selection[0] } : undefined;

/** What is asked of a stretch that is selected: its numbers, of the channels on the chart that have any. */
export function stretchBody(
  selection: SignalsState['selection'],
  trial: readonly Step[] | undefined,
  shown: readonly string[],
  bench: BenchReply | undefined,
) {
  if (!selection || selection[0] === selection[1] || shown.length === 0) return undefined;
  const symbols = shown.filter((s) => bench?.channels.some((c) => c.symbol === s && c.labels === null));
  return { ...(trial ? { steps: [...trial] } : {}), symbols, from: selection[0], to: selection[1] };
}
