import { Errors } from 'typebox/value';
import { AppError } from '../error/AppError';
import type { PropertyTable } from '../property';
import { countByStep } from '../sample';
import type { RunState, Step, StepEffect, StepReport } from './RunState';
import { stepKindOf } from './steps';

/** A run before its procedure, and after each of its steps. */
export interface ProcedureResult {
  final: RunState;
  /** State before each step: what its settings refer to. */
  before: RunState[];
  reports: StepReport[];
}

/** Remembers what a step made of a state, so that a change recomputes only what follows it. */
export interface StepMemory {
  recall(key: string): StepEffect | undefined;
  keep(key: string, effect: StepEffect): void;
}

/**
 * Runs the steps in order. A step that fails changes nothing and reports why; the
 * later ones run on without it, and fail in their turn where they needed it.
 * @param memory  optional; keyed by everything that the result depends on
 */
export function runProcedure(
  logged: RunState,
  steps: readonly Step[],
  tables: ReadonlyMap<string, PropertyTable>,
  memory?: { store: StepMemory; runKey: string },
): ProcedureResult {
  let state = logged;
  let key = memory ? `${memory.runKey}|${tablesKey(tables)}` : '';
  const before: RunState[] = [];
  const outcomes: Pick<StepReport, 'status' | 'made' | 'doubts' | 'error'>[] = [];
  steps.forEach((step, index) => {
    before.push(state);
    if (!step.on) {
      // The ordinal of later steps counts this one too, so it belongs to the key.
      key += '|off';
      outcomes.push({ status: 'off', doubts: [] });
      return;
    }
    key += `|${step.kind}${step.version}${JSON.stringify(step.settings)}`;
    try {
      const known = memory?.store.recall(key);
      const effect = known ?? applyStep(state, step, { tables, ordinal: index + 1 });
      if (!known) memory?.store.keep(key, effect);
      state = effect.state;
      const made = effect.made === undefined ? undefined : state.channels.get(effect.made);
      outcomes.push({
        status: 'done',
        doubts: effect.doubts ?? [],
        ...(made ? { made: { symbol: made.symbol, unit: made.unit } } : {}),
      });
    } catch (error) {
      if (!(error instanceof AppError)) throw error;
      outcomes.push({ status: 'failed', doubts: [], error: error.report() });
    }
  });
  const counts = countByStep(state.mask, steps.length);
  const reports = steps.map((step, i) => ({ ...wordsOf(step), ...outcomes[i]!, setAside: counts[i + 1]! }));
  return { final: state, before, reports };
}

function applyStep(
  state: RunState,
  step: Step,
  context: { tables: ReadonlyMap<string, PropertyTable>; ordinal: number },
) {
  const kind = stepKindOf(step.kind);
  checkSettings(step);
  return kind.apply(state, step.settings as never, context);
}

/**
 * @throws {AppError} STEP_KIND_UNKNOWN, STEP_SETTINGS
 */
export function checkSettings(step: Pick<Step, 'kind' | 'settings'>): void {
  const kind = stepKindOf(step.kind);
  const [first] = Errors(kind.settings, step.settings);
  if (!first) return;
  const field = first.instancePath.split('/')[1] ?? '';
  const label = (kind.settings.properties[field] as { title?: string } | undefined)?.title ?? field;
  throw new AppError('STEP_SETTINGS', { title: kind.title, problem: `${label ? `"${label}" ` : ''}${first.message}` });
}

function wordsOf(step: Step): Pick<StepReport, 'id' | 'kind' | 'title' | 'detail'> {
  try {
    checkSettings(step);
    return { id: step.id, kind: step.kind, ...stepKindOf(step.kind).words(step.settings as never) };
  } catch {
    return { id: step.id, kind: step.kind, title: step.kind, detail: 'settings that do not fit' };
  }
}

/** Symbols of logged channels that the steps need, as far as their settings can be read. */
export function symbolsRead(steps: readonly Step[], along: string | undefined): string[] {
  const found = new Set<string>(along === undefined ? [] : [along]);
  for (const step of steps) {
    if (!step.on) continue;
    try {
      for (const symbol of stepKindOf(step.kind).reads(step.settings as never, along)) found.add(symbol);
    } catch {
      // A step that cannot be read says so in its own report when it is run.
    }
  }
  return [...found];
}

const tablesKey = (tables: ReadonlyMap<string, PropertyTable>): string =>
  [...tables.values()].map((t) => JSON.stringify([t.symbol, t.xUnit, t.yUnit, t.outside, t.x, t.y])).join();
