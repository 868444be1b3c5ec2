import type { PropertyTable } from '../property';
import type { Channel, Mask } from '../sample';
import type { RunState, Step, StepEffect } from './RunState';
import { readsOf } from './reads';
import { stepKindOf } from './steps';

/** What a step did to a run: only what is new. */
export interface Change {
  channels: ReadonlyMap<string, Channel>;
  mask: Mask | undefined;
  along: string | undefined;
  gaps: RunState['gaps'];
  ambient: RunState['ambient'];
  /** Another number of samples, where the run was re-sampled. */
  samples: number;
  logged: RunState['logged'];
  made: string | undefined;
  doubts: string[];
  notes: string[];
}

export function changeOf(before: RunState, { state, made, doubts = [], notes = [] }: StepEffect): Change {
  const channels = new Map([...state.channels].filter(([symbol, c]) => before.channels.get(symbol) !== c));
  return {
    channels,
    mask: state.mask === before.mask ? undefined : state.mask,
    along: state.along,
    gaps: state.gaps,
    ambient: state.ambient,
    samples: state.samples,
    logged: state.logged,
    made,
    doubts,
    notes,
  };
}

export const withChange = (
  state: RunState,
  { channels, mask, along, gaps, ambient, samples, logged }: Change,
): RunState => ({
  ...state,
  channels: channels.size > 0 ? new Map([...state.channels, ...channels]) : state.channels,
  mask: mask ?? state.mask,
  along,
  gaps,
  ambient,
  samples,
  logged,
});

/**
 * A name for the content of each part of a run, so that a step is computed anew only when
 * something changed that it depends on, wherever in the procedure that was.
 */
export interface Content {
  run: string;
  tables: string;
  channels: ReadonlyMap<string, string>;
  mask: string;
  order: string;
}

export const beginContent = (run: string, tables: ReadonlyMap<string, PropertyTable>): Content => ({
  run: nameOf(run),
  tables: nameOf(
    [...tables.values()].map(({ name: _, xName: __, source: ___, ...table }) => JSON.stringify(table)).join(),
  ),
  channels: new Map(),
  mask: '',
  order: '',
});

/** Everything that what a step does depends on. */
export function keyOfStep(content: Content, state: RunState, step: Step, ordinal: number): string {
  const kind = stepKindOf(step.kind);
  const reads = kind.readsAll ? [...state.channels.keys()] : readsOf(step, state.along);
  const keepsMask = kind.ignoresMask?.(step.settings as never) ?? false;
  const parts = [
    content.run,
    `${step.kind} ${step.version}`,
    JSON.stringify(step.settings),
    content.tables,
    content.order,
    // A step that sets samples aside writes its place into the mask.
    keepsMask ? '' : `${content.mask} ${ordinal}`,
    // A symbol that is taken is refused, so what exists counts as well as what it holds.
    [...state.channels.keys()].join(),
    ...reads.map((symbol) => content.channels.get(symbol) ?? symbol),
  ];
  return nameOf(parts.join('\u001f'));
}

export function contentAfter(content: Content, change: Change, key: string): Content {
  const channels = new Map(content.channels);
  for (const symbol of change.channels.keys()) channels.set(symbol, `${key} ${symbol}`);
  return {
    ...content,
    channels,
    mask: change.mask ? key : content.mask,
    order: JSON.stringify([change.along, [...(change.gaps ?? [])], change.ambient, change.samples]),
  };
}

const names = new Map<string, string>();
let named = 0;
const MOST_NAMES = 50_000;

/** A short name for a text, the same for the same one. Forgetting them all only costs a computation. */
function nameOf(text: string): string {
  const known = names.get(text);
  if (known !== undefined) return known;
  if (names.size >= MOST_NAMES) names.clear();
  const name = `#${(named++).toString(36)}`;
  names.set(text, name);
  return name;
}
