import { formatGrouped } from '../number';
import { raised, upright, type MathLine } from './mathLine';
import { timesOfDay } from './timeAxis';
import type { AxisTicks } from './ticks';

/** How the numbers on an axis are written. */
export interface NumberLook {
  kind: 'decimal' | 'power' | 'engineering' | 'time' | 'clock';
  /** Decimals of what is written; absent: as many as tell the marks apart. */
  digits?: number | undefined;
  /** Thin spaces between thousands. */
  grouped?: boolean | undefined;
}

/**
 * The numbers at the marks of an axis, each as a line of type.
 * `power` writes 2·10³, `engineering` the same with exponents that are multiples of three, `time` hours, minutes and
 * seconds of a time in seconds, `clock` the time of day of seconds since midnight. A logarithmic axis of powers of ten is written as such unless it says `decimal`.
 * @param ticks  of the axis
 */
export function tickLabels(ticks: Pick<AxisTicks, 'major' | 'step'>, log: boolean, look: NumberLook): MathLine[] {
  switch (look.kind) {
    case 'time':
      return ticks.major.map((v) => [upright(clock(v, look.digits ?? clockDecimals(ticks.step)))]);
    case 'clock':
      return timesOfDay(ticks, look.digits).map((text) => [upright(text)]);
    case 'power':
    case 'engineering':
      return powers(ticks, log, look);
    case 'decimal':
      return ticks.major.map((v) => [
        upright(formatGrouped(v, look.digits ?? (log ? ownDecimals(v) : decimalsOf(ticks)), look.grouped ?? true)),
      ]);
  }
}

const exponentOf = (value: number): number => (value === 0 ? 0 : Math.floor(Math.log10(Math.abs(value)) + 1e-12));

/** Decimals that tell marks apart which lie on multiples of a step, at most ten. */
function decimalsOf({ major, step }: Pick<AxisTicks, 'major' | 'step'>): number {
  const isWritten = (digits: number): boolean =>
    major.every((v) => Math.abs(v - Number(v.toFixed(digits))) < 1e-3 * step);
  let digits = Math.max(0, -exponentOf(step));
  while (digits < 10 && !isWritten(digits)) digits++;
  return Math.min(10, digits);
}

const ownDecimals = (value: number): number => Math.max(0, -exponentOf(value));

/** Mantissa and exponent; all marks of a linear axis have one exponent, that of the largest. */
function powers({ major, step }: Pick<AxisTicks, 'major' | 'step'>, log: boolean, look: NumberLook): MathLine[] {
  const toThree = (e: number): number => (look.kind === 'engineering' ? 3 * Math.floor(e / 3) : e);
  const largest = toThree(exponentOf(major.reduce((a, v) => Math.max(a, Math.abs(v)), 0)));
  return major.map((value) => {
    const exponent = log ? toThree(exponentOf(value)) : largest;
    if (value === 0) return [upright('0')];
    const mantissa = value / 10 ** exponent;
    const scaled = { major: log ? [mantissa] : major.map((v) => v / 10 ** exponent), step: step / 10 ** exponent };
    const digits = look.digits ?? (log ? (Number.isInteger(Number(mantissa.toFixed(9))) ? 0 : 1) : decimalsOf(scaled));
    const number = formatGrouped(mantissa, digits, look.grouped ?? true);
    if (exponent === 0) return [upright(number)];
    const power = [upright(number === '1' ? '10' : `${number}·10`), raised(upright(formatGrouped(exponent, 0, false)))];
    return power;
  });
}

const clockDecimals = (step: number): number => Math.min(6, Math.max(0, -exponentOf(step)));

/** `1:02:03`, `2:03.5`: hours where there are any. */
function clock(seconds: number, decimals: number): string {
  const rounded = Number(Math.abs(seconds).toFixed(decimals));
  const [hours, minutes] = [Math.floor(rounded / 3600), Math.floor((rounded % 3600) / 60)];
  const rest = (rounded % 60).toFixed(decimals).padStart(decimals > 0 ? decimals + 3 : 2, '0');
  const sign = seconds < 0 && rounded > 0 ? '−' : '';
  return sign + (hours > 0 ? `${hours}:${String(minutes).padStart(2, '0')}:${rest}` : `${minutes}:${rest}`);
}
