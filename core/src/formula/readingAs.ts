import { AppError } from '../error/AppError';
import { isPressure, type Datum } from '../units';
import { apply1, inWords, once, type Compile, type Compiled } from './Compiled';
import { needArguments, type Call } from './calls';
import { countsFromZero, datumOf, zeroOfDatum } from './zero';

/** Functions that say from where a temperature or a pressure counts, and turn one pressure into the other. */
export const readingFunctions: Readonly<Record<string, { datum: Datum; description: string }>> = {
  absolute: {
    datum: 'absolute',
    description: 'says that it is a temperature or an absolute pressure; adds the ambient pressure to a gauge one',
  },
  gauge: {
    datum: 'gauge',
    description: 'says that it is a pressure above ambient; takes the ambient pressure from an absolute one',
  },
  difference: { datum: 'difference', description: 'says that it is a difference of two temperatures or pressures' },
};

/** @throws {AppError} FUNCTION_ARGUMENTS, ARGUMENT_UNIT, DATUM_MIXED, AMBIENT_UNKNOWN; undefined where it is another function */
export function readingAs(node: Call, compile: Compile, ambient: number | undefined): Compiled | undefined {
  const reading = Object.hasOwn(readingFunctions, node.name) ? readingFunctions[node.name] : undefined;
  if (!reading) return undefined;
  needArguments(node, 1);
  const part = compile(node.arguments[0]!);
  const fits = reading.datum === 'gauge' ? isPressure(part.dimension) : countsFromZero(part.dimension);
  if (!fits)
    throw new AppError('ARGUMENT_UNIT', {
      name: node.name,
      need: reading.datum === 'gauge' ? 'a pressure' : 'a temperature or a pressure',
      have: inWords(part),
      at: node.at,
    });
  const shift = shiftOf(datumOf(part.zero), reading.datum, node, ambient);
  return {
    ...part,
    zero: zeroOfDatum(reading.datum),
    ...(part.constant === undefined ? {} : { constant: part.constant + shift }),
    evaluate: shift === 0 ? part.evaluate : once((working) => apply1(part.evaluate(working), (v) => v + shift)),
  };
}

function shiftOf(
  have: Datum | 'none' | undefined,
  wanted: Datum,
  { name, at }: Call,
  ambient: number | undefined,
): number {
  // A gauge pressure is a difference from the ambient one; a temperature scaled may be a temperature, but no difference.
  const isSaid =
    have === undefined ||
    have === wanted ||
    (have === 'none' && wanted !== 'difference') ||
    (have === 'gauge' && wanted === 'difference');
  if (isSaid) return 0;
  if (have === 'difference' || wanted === 'difference')
    throw new AppError('DATUM_MIXED', {
      operation: `asked for as ${name}`,
      left: have === 'difference' ? 'a difference' : 'a reading with a zero of its own',
      right: wanted === 'difference' ? 'a difference' : `the ${wanted} one`,
      at,
    });
  if (ambient === undefined) throw new AppError('AMBIENT_UNKNOWN', { at });
  return wanted === 'absolute' ? ambient : -ambient;
}
