import type { TracesReply } from '@undameter/contract';
import type { Step } from '@undameter/core';
import { ask } from '../../data/api';

interface Pointer {
  x: number;
  y: number;
  /** How much of x is near. */
  reach: number;
}

/**
 * Position of the sample nearest to a click, kept or set aside: a reduced curve does not
 * tell single samples, so the few around the click are asked for.
 */
export async function nearestSample(
  runId: number,
  steps: readonly Step[] | undefined,
  symbol: string,
  place: Pointer,
): Promise<number | null> {
  const reply = await ask<TracesReply>(`/runs/${runId}/traces`, {
    body: {
      ...(steps ? { steps } : {}),
      symbols: [symbol],
      from: place.x - place.reach,
      to: place.x + place.reach,
      pixels: 8000,
    },
  });
  const [trace] = reply.traces;
  if (!trace) return null;
  return nearestOf([...both(trace), ...both(trace.setAside)], place);
}

const both = ({ x, y }: { x: readonly (number | null)[]; y: readonly (number | null)[] }): [number, number][] =>
  x.flatMap((at, i) => (at === null || y[i] === null || y[i] === undefined ? [] : [[at, y[i]] as [number, number]]));

/** Nearest in x first; among those about as near, the one nearest in y, so that a spike can be hit. */
export function nearestOf(samples: readonly (readonly [number, number])[], { x, y, reach }: Pointer): number | null {
  const near = samples.filter(([at]) => Math.abs(at - x) <= reach);
  if (near.length === 0) return null;
  const ys = near.map((s) => s[1]);
  const span = Math.max(...ys) - Math.min(...ys) || 1;
  const distance = ([at, v]: readonly [number, number]) => Math.abs(at - x) / reach + (3 * Math.abs(v - y)) / span;
  return near.reduce((best, s) => (distance(s) < distance(best) ? s : best))[0];
}
