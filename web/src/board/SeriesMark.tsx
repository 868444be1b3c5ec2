/** A series' name with its colour and shape, as it is on the chart. */
export function SeriesMark({ series, name }: { series: number; name: string }) {
  const shape = [
    <circle key="0" cx="6" cy="6" r="4" />,
    <rect key="1" x="2" y="2" width="8" height="8" />,
    <path key="2" d="M6 1.6 10.6 10H1.4Z" />,
    <path key="3" d="M6 1 11 6 6 11 1 6Z" />,
    <path key="4" d="M6 1v10M1 6h10" />,
    <rect key="5" x="2" y="2" width="8" height="8" rx="3" />,
  ][series % 6];
  return (
    <span className="channel-name">
      <svg width="12" height="12" fill="none" stroke={`var(--series-${series % 6})`} strokeWidth="1.5" aria-hidden>
        {shape}
      </svg>
      {name}
    </span>
  );
}
