import type { BenchReply } from '@undameter/contract';
import type { Step } from '@undameter/core';
import { withDraft, type Draft } from './state';

/** Symbol under which the part that a smoothing removes is computed while the smoothing is in hand. */
export const REMOVED = 'removed_part';

/** Steps that make a copy of a channel which is to keep its signal. */
const calmingKinds: readonly string[] = ['smooth', 'filter'];

/** Symbol under which a setting that is put beside is computed. */
export const variantSymbol = (k: number): string => `variant_${k + 1}`;

/** What is computed only while a step is in hand, and stands on no board. */
export const isOnTrial = (symbol: string): boolean => symbol === REMOVED || symbol.startsWith('variant_');

/** What is computed while a draft is in hand: the procedure up to it, and what a smoothing removes. */
export function trialOf(
  saved: readonly Step[],
  draft: Draft | null,
  unitOf: (symbol: string) => string,
): Step[] | undefined {
  if (!draft) return undefined;
  const steps = withDraft(saved, draft).slice(0, draft.index + 1);
  const { kind, settings } = draft.step;
  if (!calmingKinds.includes(kind)) return steps;
  const channel = String(settings['channel']);
  const formula = `${channel} - ${String(settings['symbol'])}`;
  const removed = { name: 'Removed part', symbol: REMOVED, formula, unit: unitOf(channel) };
  const variants = (draft.variants ?? []).map((other, k) => ({
    ...draft.step,
    id: variantSymbol(k),
    settings: { ...other, symbol: variantSymbol(k), name: `Setting ${k + 1}` },
  }));
  return [...steps, ...variants, { id: REMOVED, kind: 'derive', version: 1, settings: removed, on: true }];
}

/** The smoothing in hand: its channel and what it makes, once that is computed. */
export function smoothingInHand(draft: Draft | null, bench: BenchReply | undefined) {
  if (!draft || !calmingKinds.includes(draft.step.kind)) return undefined;
  const [channel, made] = [String(draft.step.settings['channel']), String(draft.step.settings['symbol'])];
  const variants = (draft.variants ?? []).map((_, k) => variantSymbol(k));
  return bench?.channels.some((c) => c.symbol === made) ? { channel, made, variants } : undefined;
}

/** Where the samples of a derived run are; nobody made it for these. */
const WHERE = /^(x|y|z|zone|station|s|part|row|side|distance)(_\d+)?$/;

/**
 * Channels to show at first: those that the procedure speaks of most; of a derived run its differences first, and where
 * its samples are last.
 */
export function mostUsed(bench: BenchReply, steps: readonly Step[], isDerived = false): string[] {
  const text = JSON.stringify(steps.map((s) => s.settings));
  const uses = (symbol: string) =>
    text.split(new RegExp(`(?<![\\p{L}\\p{N}_])${symbol}(?![\\p{L}\\p{N}_])`, 'u')).length;
  return bench.channels
    .filter((c) => c.symbol !== bench.along && c.origin === 'logged' && c.present > 0)
    .map(({ symbol }) => ({
      symbol,
      uses: uses(symbol),
      rank: isDerived ? Number(WHERE.test(symbol)) - Number(symbol.endsWith('_diff')) : 0,
    }))
    .sort((a, b) => a.rank - b.rank || b.uses - a.uses)
    .slice(0, 3)
    .map((c) => c.symbol);
}

/** The channel that a step in hand makes, or else the one that it reads. */
export function channelInHand({ step }: Draft, bench: BenchReply): string | undefined {
  const { symbol, channel } = step.settings as { symbol?: string; channel?: string };
  const wanted = calmingKinds.includes(step.kind)
    ? channel
    : (symbol ?? (channel === bench.along ? undefined : channel));
  return bench.channels.find((c) => c.symbol === wanted)?.symbol;
}

/** The range that a trim in hand keeps, drawn on the chart where it is one of its x axis. */
export const rangeOfDraft = (draft: Draft | null, along: string | undefined): [number, number] | null =>
  draft?.step.kind === 'trim' && draft.step.settings['channel'] === along
    ? [Number(draft.step.settings['from']), Number(draft.step.settings['to'])]
    : null;

/** The channels that are there before the step in hand. */
export function channelsBefore(bench: BenchReply | undefined, draft: Draft | null) {
  const later = new Set(bench?.reports.slice(draft?.index ?? Infinity).flatMap((r) => r.made?.symbol ?? []));
  // What a later step only converts is there before it; words are nothing to compute with.
  return bench?.channels.filter((c) => c.labels === null && !(c.origin === 'derived' && later.has(c.symbol))) ?? [];
}
