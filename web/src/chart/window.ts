/** The window after zooming by a factor around a place, never wider than the run. */
export function zoomed(
  now: readonly [number, number],
  whole: readonly [number, number],
  at: number,
  factor: number,
): [number, number] | null {
  const from = Math.max(whole[0], at - (at - now[0]) * factor);
  const to = Math.min(whole[1], at + (now[1] - at) * factor);
  return from <= whole[0] && to >= whole[1] ? null : [from, to];
}

/** The window moved by a share of its width, kept inside the run. */
export function panned(
  now: readonly [number, number],
  whole: readonly [number, number],
  share: number,
): [number, number] {
  const width = now[1] - now[0];
  const from = Math.min(Math.max(whole[0], now[0] + width * share), whole[1] - width);
  return [from, from + width];
}
