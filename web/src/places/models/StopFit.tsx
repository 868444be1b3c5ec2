import { useEffect, useState } from 'react';

const SLOW_MILLISECONDS = 1000;

/** Offered where a fit takes long; most end before one could read it. */
export function StopFit({ onStop }: { onStop(): void }) {
  const [isSlow, setSlow] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSlow(true), SLOW_MILLISECONDS);
    return () => clearTimeout(timer);
  }, []);
  return isSlow ? (
    <button className="quiet" onClick={onStop}>
      Stop this fit
    </button>
  ) : null;
}
