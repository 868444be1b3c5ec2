import { AppError } from '../error/AppError';
import { settingsProblem } from '../error/settingsProblem';
import type { PropertyTable } from '../property';
import { countByStep } from '../sample';
import { beginContent, changeOf, contentAfter, keyOfStep, withChange, type Change } from './content';
import { explainMissing } from './explainMissing';
import type { RunState, Step, StepContext, StepEffect, StepReport } from './RunState';
import { stepKindOf } from './steps';

/** A run before its procedure, and after each of its steps. */
export interface ProcedureResult {
  final: RunState;
  /** State before each step: what its settings refer to. */
  before: RunState[];
  reports: StepReport[];
}

/** Remembers what a step changed, by everything that the change depends on. */
export interface StepMemory {
  recall(key: string): Change | undefined;
  keep(key: string, change: Change): void;
}

export interface Remembering {
  store: StepMemory;
  /** Says the logged samples and what is declared of them. */
  runKey: string;
  /** A clock in milliseconds, for how long each step takes. */
  now?: () => number;
}

type Outcome = Pick<StepReport, 'status' | 'made' | 'doubts' | 'notes' | 'error' | 'milliseconds'>;

/**
 * Runs the steps in order. A step that fails changes nothing and reports why; the
 * later ones run on without it, and fail in their turn where they needed it.
 */
export function runProcedure(
  logged: RunState,
  steps: readonly Step[],
  tables: ReadonlyMap<string, PropertyTable>,
  memory?: Remembering,
): ProcedureResult {
  const now = memory?.now ?? (() => 0);
  let state: RunState = { ...logged, tables };
  let content = beginContent(memory?.runKey ?? '', tables);
  const before: RunState[] = [];
  const outcomes = steps.map((step, index): Outcome => {
    before.push(state);
    if (!step.on) return { status: 'off', doubts: [], notes: [], milliseconds: 0 };
    const start = now();
    try {
      const key = keyOfStep(content, state, step, index + 1);
      const known = memory?.store.recall(key);
      const change = known ?? changeOf(state, applyStep(state, step, { ordinal: index + 1 }));
      if (!known) memory?.store.keep(key, change);
      state = withChange(state, change);
      content = contentAfter(content, change, key);
      const made = change.made === undefined ? undefined : state.channels.get(change.made);
      return {
        status: 'done',
        doubts: change.doubts,
        notes: change.notes,
        milliseconds: now() - start,
        ...(made ? { made: { symbol: made.symbol, unit: made.unit } } : {}),
      };
    } catch (error) {
      if (!(error instanceof AppError)) throw error;
      const explained = explainMissing(error, steps, index);
      return { status: 'failed', doubts: [], notes: [], error: explained.report(), milliseconds: now() - start };
    }
  });
  const counts = countsOf(state, steps.length);
  const reports = steps.map((step, i) => ({ ...wordsOf(step), ...outcomes[i]!, setAside: counts[i + 1]! }));
  return { final: state, before, reports };
}

/** Set aside by each step: of the logged samples, and of the grid by the steps behind a re-sampling. */
function countsOf({ mask, logged }: RunState, steps: number): number[] {
  const counts = countByStep(mask, steps);
  const before = logged ? countByStep(logged.mask, steps) : undefined;
  return before ? counts.map((c, i) => (i === 0 ? c : c + before[i]!)) : counts;
}

/** One step on a run. @throws {AppError} what the step cannot do with its settings and this run */
export function applyStep(state: RunState, step: Step, context: StepContext): StepEffect {
  const kind = stepKindOf(step.kind);
  checkSettings(step);
  return kind.apply(state, step.settings as never, context);
}

/**
 * @throws {AppError} STEP_KIND_UNKNOWN, STEP_SETTINGS
 */
export function checkSettings(step: Pick<Step, 'kind' | 'settings'>): void {
  const kind = stepKindOf(step.kind);
  const problem = settingsProblem(kind.settings, step.settings);
  if (problem !== undefined) throw new AppError('STEP_SETTINGS', { title: kind.title, problem });
}

function wordsOf(step: Step): Pick<StepReport, 'id' | 'kind' | 'title' | 'detail'> {
  try {
    checkSettings(step);
    return { id: step.id, kind: step.kind, ...stepKindOf(step.kind).words(step.settings as never) };
  } catch {
    return { id: step.id, kind: step.kind, title: step.kind, detail: 'settings that do not fit' };
  }
}
