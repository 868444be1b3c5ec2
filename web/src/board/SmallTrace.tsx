/** A curve without axes, for a row of a board. */
export function SmallTrace({ values, colour }: { values: readonly (number | null)[]; colour?: string }) {
  const present = values.filter((v): v is number => v !== null);
  if (present.length < 2) return null;
  const low = Math.min(...present);
  const span = Math.max(...present) - low || 1;
  const at = (v: number, i: number) =>
    `${((i / (values.length - 1)) * 108 + 1).toFixed(1)} ${(17 - ((v - low) / span) * 15).toFixed(1)}`;
  const path = values.map((v, i) => (v === null ? '' : `${i > 0 && values[i - 1] !== null ? 'L' : 'M'}${at(v, i)}`));
  return (
    <svg width="96" height="18" viewBox="0 0 110 18" preserveAspectRatio="none" aria-hidden>
      <path d={path.join('')} fill="none" stroke={colour ?? 'var(--soft)'} strokeWidth="1" />
    </svg>
  );
}
