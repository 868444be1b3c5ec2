import { AppError } from '../../error/AppError';
import { parseFormula, symbolsIn, type Node } from '../../formula';
import { Tape, type Part } from './tape';

const LARGEST_BLOCK = 512;

/** A formula over columns of its variables, in named parameters; all counted as plain numbers. */
export class ModelFunction {
  private readonly tape: Tape;
  private readonly block: number;

  /**
   * Derivatives are those of the formula itself, by the chain rule.
   * @param parameters  their symbols in order
   * @param variables   columns by symbol, of one length
   * @param alsoBy      variables by which blocks carry the derivative too, behind the parameters
   * @throws {AppError} MODEL_SYMBOL_UNUSED, SYMBOL_UNKNOWN, MODEL_OF_WHOLE, and as parsing a formula does
   */
  constructor(
    readonly tree: Node,
    readonly parameters: readonly string[],
    readonly variables: ReadonlyMap<string, Float64Array>,
    readonly alsoBy: readonly string[] = [],
  ) {
    const used = symbolsIn(tree);
    const unused = parameters.find((p) => !used.includes(p));
    if (unused !== undefined) throw new AppError('MODEL_SYMBOL_UNUSED', { symbol: unused });
    this.block = Math.max(1, Math.min(LARGEST_BLOCK, this.rows));
    this.tape = new Tape(tree, parameters, [...variables.keys()], alsoBy, this.block);
  }

  static of(text: string, parameters: readonly string[], variables: ReadonlyMap<string, Float64Array>): ModelFunction {
    return new ModelFunction(parseFormula(text), parameters, variables);
  }

  /** The same formula over other columns. */
  over(variables: ReadonlyMap<string, Float64Array>): ModelFunction {
    return new ModelFunction(this.tree, this.parameters, variables, this.alsoBy);
  }

  get rows(): number {
    return [...this.variables.values()][0]!.length;
  }

  /** Parameters that the result does not follow by small steps: they only decide a comparison. */
  get stepping(): string[] {
    return this.parameters.filter((_, k) => this.tape.result.slopes[k] === undefined);
  }

  /** Block by block; what is handed over is overwritten by the next. */
  eachBlock(at: Float64Array, withSlopes: boolean, visit: (part: Part, from: number, count: number) => void): void {
    const columns = [...this.variables.values()];
    this.tape.set(at, withSlopes);
    for (let from = 0; from < this.rows; from += this.block) {
      const count = Math.min(this.block, this.rows - from);
      this.tape.over(columns, from, count, withSlopes);
      visit(this.tape.result, from, count);
    }
  }

  values(at: Float64Array): Float64Array {
    const out = new Float64Array(this.rows);
    this.eachBlock(at, false, ({ value }, from, count) => out.set(value.subarray(0, count), from));
    return out;
  }

  /** Derivatives by each parameter: p columns of length n. */
  jacobian(at: Float64Array): Float64Array[] {
    const out = this.parameters.map(() => new Float64Array(this.rows));
    this.eachBlock(at, true, ({ slopes }, from, count) =>
      out.forEach((column, k) => slopes[k] && column.set(slopes[k].subarray(0, count), from)),
    );
    return out;
  }
}
