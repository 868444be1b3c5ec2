import { useEffect, useState } from 'react';

const REST_MILLISECONDS = 250;

/**
 * A wish that changes faster than it can be drawn, as while a slider moves.
 * @param busy  the last one is being drawn
 * @returns     what to draw: the newest wish whenever the drawing before it is done, those between
 *              are passed over; and what to work out beside it, which waits until the hand rests
 */
export function useFollowed<T extends object>(
  wished: T | undefined,
  busy: boolean,
): { drawn: T | undefined; rested: T | undefined } {
  const [drawn, draw] = useState(wished);
  const [rested, rest] = useState(wished);
  if (drawn !== wished && (!busy || !wished || !drawn)) draw(wished);
  useEffect(() => {
    const timer = setTimeout(() => rest(wished), wished && rested ? REST_MILLISECONDS : 0);
    return () => clearTimeout(timer);
  }, [wished, rested]);
  return { drawn: wished && drawn, rested: wished && rested };
}
