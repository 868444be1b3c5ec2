import { formatValue } from '../number/formatNumber';
import { entry } from './entry';

/** What goes wrong with spectra. */
export const signalErrors = {
  TOO_FEW_SEGMENTS: entry<{ have: number }>(
    'input',
    (f) =>
      `${f.have} segment${f.have === 1 ? '' : 's'} cannot tell what two channels share: of one segment everything goes with everything. Take shorter segments or a longer stretch.`,
  ),
  SPEED_NOT_ABOVE_ZERO: entry<{ lowest: number }>(
    'input',
    (f) =>
      `The speed falls to ${formatValue(f.lowest, 4)} within the stretch. Orders need a shaft that turns all the time, one way: select a stretch in which it does, or another channel of speed.`,
  ),
  SPEED_UNIT: entry<{ name: string; unit: string }>(
    'input',
    (f) =>
      `"${f.name}" is in ${f.unit || 'no unit'}, which is no speed of rotation. Choose a channel in rpm, rad/s, Hz or 1/s.`,
  ),
};
