import { AppError, parseUnit, printUnit, sameButForAngle, sameDimension } from '@undameter/core';

/**
 * What a person should know before a channel is declared in a unit that is no other name for the one it had; null where
 * there is nothing to ask, or where the unit cannot be read, which the server says.
 */
export function unitDoubt(before: string, after: string): string | null {
  if (before.trim() === '' || before === after) return null;
  const [was, now] = [unitOrNone(before), unitOrNone(after)];
  if (!was || !now || sameDimension(was.dimension, now.dimension)) return null;
  const [from, to] = [printUnit(before), printUnit(after) || '1'];
  const follows = 'Steps, conditions and fits that read it in the old unit will say that they do not fit any more.';
  return sameButForAngle(was.dimension, now.dimension)
    ? `${from} counts turns and ${to} does not say what it counts, so the two are not converted into each other. If the channel is a speed of rotation, ${turning(after)} says so. ${follows}`
    : `${from} and ${to} measure different quantities. ${follows}`;
}

/** The unit of rotation that was likely meant. */
const turning = (unit: string): string => (/s/.test(unit) || unit === 'Hz' ? 'rev/s' : 'rpm');

function unitOrNone(text: string) {
  try {
    return parseUnit(text);
  } catch (error) {
    if (error instanceof AppError) return null;
    throw error;
  }
}
