import { unitOfDifference } from './differenceUnit';
import { printUnit } from './printUnit';

/** Of frequencies over a time in this unit, to be printed; nothing stands for the number of a sample. */
export const frequencyUnit = (timeUnit: string): string =>
  printUnit(timeUnit) === 's' ? 'Hz' : `1/${printUnit(timeUnit) || 'sample'}`;

/**
 * Of a spectrum, to be printed.
 * @param per  unit of what it is over: `Hz`, `1/min`, or nothing for orders
 */
export function spectralUnit(unit: string, as: 'amplitude' | 'power' | 'density', per: string): string {
  // What a channel swings by counts from nowhere: a gauge pressure swings by kPa, a temperature by K.
  const own = printUnit(unitOfDifference(unit)) || '1';
  if (as === 'amplitude') return own;
  const square = own === '1' ? '1' : `${/[/·]/.test(own) ? `(${own})` : own}²`;
  if (as === 'power') return square;
  const inverse = /^1\/(.+)$/.exec(per)?.[1];
  if (inverse !== undefined) return square === '1' ? inverse : `${square}·${inverse}`;
  return per === '' ? square : `${square}/${per}`;
}

/** Of what one channel swings by per swing of another, to be printed; nothing where both are alike. */
export function gainUnit(to: string, from: string): string {
  const [above, below] = [printUnit(unitOfDifference(to)), printUnit(unitOfDifference(from))];
  if (above === below) return '';
  const wrapped = (unit: string): string => (/[/·]/.test(unit) ? `(${unit})` : unit);
  return below === '' ? above : `${wrapped(above) || '1'}/${wrapped(below)}`;
}

/** What a spectrum shows of a channel, before its name. */
export const spectralNames = {
  amplitude: 'Amplitude of',
  power: 'Power in each line of',
  density: 'Power density of',
} as const;
