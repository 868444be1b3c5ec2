import { formatCount, formatValue } from '../number/formatNumber';
import { entry } from './entry';

/** What goes wrong with instruments and the readings that are taken from them. */
export const instrumentErrors = {
  INSTRUMENT_ELSEWHERE: entry<{ host: string }>(
    'refused',
    (f) =>
      `Instruments are only looked for on this machine, and "${f.host}" is elsewhere. Whoever starts the server can allow it: UNDAMETER_INSTRUMENTS=${f.host}.`,
  ),
  INSTRUMENT_NOT_THERE: entry<{ address: string; why: string }>(
    'missing',
    (f) => `Nothing answers at ${f.address} (${f.why}). Look at the plug, the address and the port.`,
  ),
  INSTRUMENT_SILENT: entry<{ address: string; asked: string; seconds: number }>(
    'missing',
    (f) =>
      `${f.address} did not answer ${f.asked} within ${formatValue(f.seconds, 3)} s. It may be busy or not know that; allow it more time, or ask otherwise.`,
  ),
  INSTRUMENT_GONE: entry<{ address: string; asked: string }>(
    'missing',
    (f) => `${f.address} closed the line while ${f.asked} was asked. It is tried again at the next reading.`,
  ),
  INSTRUMENT_TALKS_ON: entry<{ address: string; asked: string; limit: number }>(
    'input',
    (f) =>
      `${f.address} answered ${f.asked} with more than ${formatCount(f.limit)} bytes and no end. Is it another port, or a command that returns a curve?`,
  ),
  INSTRUMENT_NOT_A_NUMBER: entry<{ address: string; asked: string; answer: string }>(
    'input',
    (f) => `${f.address} answered ${f.asked} with "${f.answer}", which is no number.`,
  ),
  INSTRUMENT_SEVERAL_NUMBERS: entry<{ address: string; asked: string; answer: string; have: number }>(
    'input',
    (f) =>
      `${f.address} answered ${f.asked} with ${f.have} values ("${f.answer}"). Ask for one channel alone, or say which of the values is meant.`,
  ),
  INSTRUMENT_NO_SUCH_VALUE: entry<{ address: string; asked: string; have: number; wanted: number }>(
    'input',
    (f) => `${f.address} answered ${f.asked} with ${f.have} values, and value ${f.wanted} is wanted.`,
  ),
  INSTRUMENT_OVERLOAD: entry<{ address: string; asked: string; answer: string }>(
    'input',
    (f) => `${f.address} reports an overload (${f.asked}: ${f.answer}). Choose a wider range at the instrument.`,
  ),
  INSTRUMENT_READS_NOTHING: entry<{ address: string; asked: string; answer: string }>(
    'input',
    (f) => `${f.address} has no value to show (${f.asked}: ${f.answer}). Look whether its sensor is connected.`,
  ),
  INSTRUMENT_OUT_OF_RANGE: entry<{ name: string; value: number; low: string; high: string; unit: string }>(
    'input',
    (f) =>
      `${f.name} reads ${`${formatValue(f.value, 6)} ${f.unit}`.trim()}, outside of the range that was given for it (${f.low} to ${`${f.high} ${f.unit}`.trim()}).`,
  ),
  INSTRUMENT_SETTING_OUT_OF_RANGE: entry<{ name: string; value: number; low: string; high: string; unit: string }>(
    'input',
    (f) =>
      `${f.name} was not set to ${`${formatValue(f.value, 6)} ${f.unit}`.trim()}: that is outside of the range that was given for it (${f.low} to ${`${f.high} ${f.unit}`.trim()}).`,
  ),
  INSTRUMENT_REFUSED: entry<{ address: string; asked: string; why: string }>(
    'input',
    (f) => `${f.address} refused ${f.asked}: ${f.why}.`,
  ),
  INSTRUMENT_OTHER_PROTOCOL: entry<{ address: string; protocol: string }>(
    'input',
    (f) => `What answers at ${f.address} does not speak ${f.protocol}. Is it another port?`,
  ),
  INSTRUMENT_CANNOT: entry<{ protocol: string; what: string }>(
    'input',
    (f) => `By ${f.protocol} ${f.what}. Choose what its protocol can do.`,
  ),
  INSTRUMENT_VALUE_DOES_NOT_FIT: entry<{ asked: string; value: number; least: number; most: number }>(
    'input',
    (f) =>
      `${formatValue(f.value, 8)} does not fit into ${f.asked}, which holds ${formatValue(f.least, 10)} to ${formatValue(f.most, 10)}. Mind its scale.`,
  ),
  INSTRUMENT_SCALE_ZERO: entry<{ name: string }>(
    'input',
    (f) =>
      `The scale of ${f.name} is 0, so that every reading would be the same. Give 1 where the instrument has its unit.`,
  ),
  READING_UNDER_WAY: entry<{ name: string }>(
    'conflict',
    (f) => `A reading of "${f.name}" is being taken already, in this window or another. Wait for it, or stop it.`,
  ),
  READING_STOPPED: entry<Record<never, never>>('conflict', () => 'The reading was stopped. Nothing of it was kept.'),
  READING_NOT_STEADY: entry<{ name: string; seconds: number; half: string; within: string }>(
    'conflict',
    (f) =>
      `${f.name} was not steady within ${formatValue(f.seconds, 3)} s: it moves by ± ${f.half}, and ± ${f.within} is wanted. Take it anyhow, widen the limit, or wait longer.`,
  ),
  READING_FAILED: entry<{ sentences: string }>('input', (f) => `${f.sentences} Nothing was kept of this reading.`),
  READING_NOTHING_TO_READ: entry<{ name: string }>(
    'input',
    (f) => `No column of "${f.name}" is read from an instrument. Choose an instrument for a column first.`,
  ),
  READING_COLUMN_UNKNOWN: entry<{ symbol: string }>(
    'input',
    (f) => `There is no column ${f.symbol} in this run. Choose the instruments of its columns anew.`,
  ),
  READING_UNIT_DIFFERS: entry<{ symbol: string; column: string; instrument: string; name: string }>(
    'input',
    (f) =>
      `The column ${f.symbol} is in ${f.column || 'no unit'}, and ${f.name} is read in ${f.instrument || 'no unit'}. Give both the same unit, so that no value stands in the wrong one.`,
  ),
  READING_QUANTITY_GONE: entry<{ symbol: string; name: string }>(
    'input',
    (f) => `The column ${f.symbol} is read as ${f.name}, and no instrument here has that any more. Choose another one.`,
  ),
};
