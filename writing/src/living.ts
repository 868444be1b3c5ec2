import type {
  KeptContent,
  LivingAttrs,
  LivingContent,
  LivingNow,
  LivingReply,
  LivingSource,
} from '@undameter/contract';
import { sortedJson } from './sortedJson';

/** How a living thing stands to what it was taken from. */
export type LivingState = 'asTaken' | 'moved' | 'kept' | 'lost' | 'waiting';

/** Two sources with the same name ask the same. */
export const nameOfSource = (source: LivingSource): string => sortedJson(source);

/** What is known of the living things of a document: what each says now, and what was taken. */
export interface Living {
  nowOf(attrs: LivingAttrs): LivingNow | undefined;
  takenOf(attrs: LivingAttrs): KeptContent | undefined;
  /** What the report shows: what was taken, or what is there now where nothing was taken yet. */
  shownOf(attrs: LivingAttrs): LivingContent | undefined;
  stateOf(attrs: LivingAttrs): LivingState;
}

export function livingFrom({ now, taken }: LivingReply): Living {
  const bySource = new Map(now.map((n) => [nameOfSource(n.source), n]));
  const byHash = new Map(taken.map((t) => [t.hash, t]));
  const nowOf = ({ source }: LivingAttrs) => bySource.get(nameOfSource(source));
  const takenOf = (attrs: LivingAttrs) => (attrs.taken === null ? undefined : byHash.get(attrs.taken));
  return {
    nowOf,
    takenOf,
    shownOf: (attrs) => takenOf(attrs)?.content ?? nowOf(attrs)?.content ?? undefined,
    stateOf: (attrs) => {
      const current = nowOf(attrs);
      if (!current) return 'waiting';
      if (current.problem) return 'lost';
      if (attrs.taken === null || current.hash === attrs.taken) return 'asTaken';
      return attrs.kept?.over === current.hash ? 'kept' : 'moved';
    },
  };
}

/** Why something moved, as far as what it was computed from says it: `samples kept: 11 420, now 11 419`. */
export function whyMoved(before: KeptContent['basis'], now: KeptContent['basis']): string[] {
  const known = new Map(before.map((b) => [b.what, b.value]));
  return now.flatMap(({ what, value }) => {
    const was = known.get(what);
    return was === value ? [] : [was === undefined ? `${what}: ${value}, new` : `${what}: ${was}, now ${value}`];
  });
}

export interface LivingCounts {
  numbers: number;
  moved: number;
  kept: number;
  figures: number;
  tables: number;
  lost: number;
}

export function countLiving(all: readonly LivingAttrs[], living: Living): LivingCounts {
  const count = (test: (attrs: LivingAttrs) => boolean): number => all.filter(test).length;
  const isForm = (form: LivingContent['form']) => (attrs: LivingAttrs) => living.shownOf(attrs)?.form === form;
  const isState = (state: LivingState) => (attrs: LivingAttrs) => living.stateOf(attrs) === state;
  return {
    numbers: count(isForm('number')),
    figures: count(isForm('figure')),
    tables: count(isForm('table')),
    moved: count(isState('moved')),
    kept: count(isState('kept')),
    lost: count(isState('lost')),
  };
}
