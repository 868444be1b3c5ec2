import type { Static, TObject } from 'typebox';
import { AppError } from '../error/AppError';
import { parseFormula, symbolsIn, type Node } from '../formula';
import { plain } from '../units';
import type { Choices } from './Choices';
import { ModelFunction } from './kernel/ModelFunction';
import type { Model, Parameter } from './Model';

/** A model with some of its parameters given or tied: what is left to be found, and the way back to all of them. */
export class Parametrisation {
  readonly all: readonly Parameter[];
  readonly free: readonly string[];
  readonly tree: Node;
  private readonly wholes: readonly ModelFunction[];

  /** @throws {AppError} PARAMETER_UNKNOWN, TIED_TO_TIED, NOTHING_TO_FIT, and as parsing a formula does */
  constructor(model: Model, settings: Static<TObject>, { fixed = {}, tied = {}, bounds = {} }: Choices) {
    this.all = model.parameters(settings, plain, plain).map((p) => bounded(p, bounds[p.symbol]));
    const symbols = this.all.map((p) => p.symbol);
    for (const symbol of [...Object.keys(fixed), ...Object.keys(tied), ...Object.keys(bounds)]) known(symbol, symbols);
    const given = new Map<string, Node>(
      Object.entries(fixed).map(([s, value]) => [s, { type: 'number', value, unit: '', at: 0 }]),
    );
    for (const [symbol, text] of Object.entries(tied)) {
      const tree = parseFormula(text);
      for (const other of symbolsIn(tree)) {
        known(other, symbols);
        if (Object.hasOwn(tied, other)) throw new AppError('TIED_TO_TIED', { symbol, other });
      }
      given.set(symbol, replaced(tree, given));
    }
    this.free = symbols.filter((s) => !given.has(s));
    if (this.free.length === 0) throw new AppError('NOTHING_TO_FIT', {});
    this.tree = replaced(parseFormula(model.expression(settings)), given);
    const row = new Map([['x', new Float64Array(1)]]);
    this.wholes = symbols.map((symbol) => {
      const tree = replaced({ type: 'symbol', name: symbol, at: 0 }, given);
      return new ModelFunction(
        tree,
        this.free.filter((s) => symbolsIn(tree).includes(s)),
        row,
      );
    });
  }

  over(x: Float64Array): ModelFunction {
    return new ModelFunction(this.tree, this.free, new Map([['x', x]]));
  }

  /** All parameters from the free ones. */
  whole(free: Float64Array): Float64Array {
    return Float64Array.from(this.wholes, (w) => w.values(this.ownOf(w, free))[0]!);
  }

  /** Derivatives of each of all parameters by each free one. */
  slopes(free: Float64Array): Float64Array[] {
    return this.wholes.map((w) => {
      const row = new Float64Array(this.free.length);
      w.jacobian(this.ownOf(w, free)).forEach((column, j) => (row[this.free.indexOf(w.parameters[j]!)] = column[0]!));
      return row;
    });
  }

  /** The free ones out of all. */
  freeOf(all: readonly number[]): Float64Array {
    return Float64Array.from(this.free, (s) => all[this.all.findIndex((p) => p.symbol === s)]!);
  }

  bound(which: 'lower' | 'upper'): Float64Array {
    const none = which === 'lower' ? -Infinity : Infinity;
    return Float64Array.from(this.free, (s) => this.all.find((p) => p.symbol === s)![which] ?? none);
  }

  private ownOf(w: ModelFunction, free: Float64Array): Float64Array {
    return Float64Array.from(w.parameters, (s) => free[this.free.indexOf(s)]!);
  }
}

function bounded(parameter: Parameter, ends: readonly [number | null, number | null] | undefined): Parameter {
  if (!ends) return parameter;
  const [lower, upper] = ends;
  if (lower !== null && upper !== null && !(lower < upper))
    throw new AppError('BOUNDS_REVERSED', { symbol: parameter.symbol, lower, upper });
  return { ...parameter, ...(lower === null ? {} : { lower }), ...(upper === null ? {} : { upper }) };
}

function known(symbol: string, symbols: readonly string[]): void {
  if (!symbols.includes(symbol)) throw new AppError('PARAMETER_UNKNOWN', { symbol, known: symbols.join(', ') });
}

/** The tree with symbols replaced by other trees. */
function replaced(node: Node, by: ReadonlyMap<string, Node>): Node {
  switch (node.type) {
    case 'number':
    case 'wordIs':
      return node;
    case 'symbol':
      return by.get(node.name) ?? node;
    case 'binary':
      return { ...node, left: replaced(node.left, by), right: replaced(node.right, by) };
    case 'call':
      return { ...node, arguments: node.arguments.map((n) => replaced(n, by)) };
    default:
      return { ...node, operand: replaced(node.operand, by) };
  }
}
