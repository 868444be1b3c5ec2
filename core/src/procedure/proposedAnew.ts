import { Type } from 'typebox';
import type { Step } from './RunState';
import type { StartState, StepKind } from './StepKind';

/** What was proposed from the samples of the channel and taken: it goes with that channel. */
export const proposedSettings = Type.Optional(
  Type.Record(Type.String(), Type.Number(), { title: 'Taken as proposed', field: 'hidden' }),
);

/**
 * The settings of a step after another channel was chosen for it: what was proposed from the old channel (limits, unit,
 * symbol, name) is proposed anew from this one, and what a person typed stays.
 * @param state  what is known of the run; the channel in hand does not count
 */
export function proposedAnew(
  kind: StepKind,
  settings: Step['settings'],
  channel: string,
  state: Omit<StartState, 'inHand'>,
): Step['settings'] {
  const before = proposedFor(kind, String(settings['channel'] ?? ''), state);
  const after = proposedFor(kind, channel, state);
  const { proposed = {}, ...others } = settings as { proposed?: Record<string, unknown> };
  const changed = Object.entries(others).map(([key, value]) => {
    const isTaken = key in proposed && proposed[key] === value;
    const isProposed = isTaken || JSON.stringify(value) === JSON.stringify(before[key]);
    return [key, isProposed && key in after ? after[key] : value];
  });
  return { ...Object.fromEntries(changed), channel };
}

/** What the kind proposes where that channel is in hand; some begin with the channel along which the run is ordered. */
function proposedFor(kind: StepKind, channel: string, state: Omit<StartState, 'inHand'>): Step['settings'] {
  const proposed: Step['settings'] = kind.start({ ...state, inHand: channel });
  if (proposed['channel'] === channel) return proposed;
  const first = state.channels.filter((c) => c.symbol === channel);
  const others = state.channels.filter((c) => c.symbol !== channel);
  return kind.start({ along: undefined, channels: [...first, ...others], inHand: channel });
}

/** Whether a step waits for something to be typed or chosen before it can do anything. */
export function waitsForInput(kind: StepKind, settings: Step['settings']): boolean {
  const needed = Object.entries(kind.settings.properties) as [string, { field?: string; minLength?: number }][];
  const isNeeded = ({ field, minLength }: { field?: string; minLength?: number }): boolean =>
    field === 'formula' || field === 'table' || field === 'channel' || (minLength ?? 0) > 0;
  return needed.some(([key, schema]) => isNeeded(schema) && settings[key] === '');
}
