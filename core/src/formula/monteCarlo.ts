import { AppError } from '../error/AppError';
import { Random } from '../number/Random';
import { combined, drawOne, errorsOf, KEPT, shapeOf, shapesOf, type Channel, type Shape } from '../sample';
import { evaluateFormula, symbolsIn, uncertainIn, type FormulaInput } from './evaluateFormula';
import { partsOf, type Node } from './Node';
import { parseFormula } from './parseFormula';

/** The two ways to the standard uncertainty at one sample, in the unit of the result. */
export interface DrawnUncertainty {
  sample: number;
  firstOrder: number;
  /** Standard deviation of the results of all draws. */
  drawn: number;
}

/**
 * Draws all sources of error of the channels of a formula many times, at some samples of the run,
 * and compares the scatter of the results with what first order says.
 * @param draws   number of draws, >= 100
 * @param places  at so many samples, evenly over what is kept
 * @returns       empty where no channel of the formula has an uncertainty
 * @throws {AppError} as `evaluateFormula`; MONTE_CARLO_WHOLE for values of a whole channel
 * Source: JCGM 101:2008, propagation of distributions using a Monte Carlo method; what is stated as limits is drawn from a
 * rectangular distribution, all else from normal ones.
 */
export function monteCarlo(
  text: string,
  wanted: string,
  input: FormulaInput,
  { draws, places, seed = 1 }: { draws: number; places: number; seed?: number },
): DrawnUncertainty[] {
  const tree = parseFormula(text);
  if (hasWhole(tree)) throw new AppError('MONTE_CARLO_WHOLE', {});
  const first = combined(evaluateFormula(text, wanted, input).errors());
  if (!first) return [];
  const used = symbolsIn(tree).flatMap((s) => input.channels.get(s) ?? []);
  const present = (i: number): boolean =>
    (input.mask === undefined || input.mask[i] === KEPT) && first[i]! === first[i]!;
  const usable = Int32Array.from(first, (_, i) => i).filter(present);
  const random = new Random(seed);
  const shapes = shapesIn(input, uncertainIn(tree, input));
  return pickedEvenly(usable, places).map((sample) => {
    const movesOf = drawer(draws, random, shapes);
    const channels = drawnAt(sample, used, input, draws, movesOf);
    const tableMoves = new Map(uncertainIn(tree, input).map((t) => [t.symbol, movesOf(t.source)]));
    const { values } = evaluateFormula(text, wanted, {
      ...input,
      mask: undefined,
      channels,
      tableMoves,
      samples: draws,
    });
    return { sample, firstOrder: first[sample]!, drawn: standardDeviation(values) };
  });
}

const hasWhole = (node: Node): boolean => node.type === 'whole' || partsOf(node).some(hasWhole);

const pickedEvenly = (from: Int32Array, places: number): number[] =>
  Array.from(
    { length: Math.min(places, from.length) },
    (_, k, n = Math.min(places, from.length)) => from[Math.floor(((k + 0.5) * from.length) / n)]!,
  );

/** How each source lies about zero; what a step or a formulation brings in is taken as normal. */
function shapesIn({ channels, tables }: FormulaInput, uncertain: ReturnType<typeof uncertainIn>): Map<string, Shape> {
  const shapes = shapesOf(channels.values());
  for (const { symbol, source } of uncertain) {
    const stated = tables?.get(symbol)?.uncertainty;
    if (stated) shapes.set(source, shapeOf(stated));
  }
  return shapes;
}

type MovesOf = (source: string) => Float64Array;

/** Draws each source once: it moves all that share it together. */
function drawer(draws: number, random: Random, shapes: ReadonlyMap<string, Shape>): MovesOf {
  const moves = new Map<string, Float64Array>();
  return (source) => {
    const known = moves.get(source);
    if (known) return known;
    const made = Float64Array.from({ length: draws }, () => drawOne(random, shapes.get(source) ?? 'normal'));
    moves.set(source, made);
    return made;
  };
}

/** The channels of the formula as they might have been at one sample. */
function drawnAt(
  sample: number,
  used: readonly Channel[],
  input: FormulaInput,
  draws: number,
  movesOf: MovesOf,
): Map<string, Channel> {
  return new Map(
    used.map((channel) => {
      const values = new Float64Array(draws).fill(channel.values[sample]!);
      for (const [source, column] of errorsOf(channel, input.channels)) {
        const move = movesOf(source);
        for (let k = 0; k < draws; k++) values[k]! += column[sample]! * move[k]!;
      }
      return [channel.symbol, { ...channel, values, uncertainty: undefined, errors: undefined }];
    }),
  );
}

/** Of the results that are there: a draw may leave the range of a table. */
function standardDeviation(values: Float64Array): number {
  const present = values.filter((v) => v === v);
  const mean = present.reduce((sum, v) => sum + v, 0) / present.length;
  return Math.sqrt(present.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (present.length - 1));
}
