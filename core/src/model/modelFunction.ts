import { compile, parseFormula, symbolsIn } from '../formula';
import { AppError } from '../error/AppError';
import { parseUnit } from '../units';

/** A model over columns of its variables, with its derivatives by each parameter. */
export interface ModelFunction {
  values(parameters: Float64Array): Float64Array;
  /** One column a parameter. */
  jacobian(parameters: Float64Array): Float64Array[];
}

/**
 * A formula in variables and parameters, all counted as plain numbers. Derivatives are those of the formula itself,
 * by the chain rule.
 * @param parameters  their symbols in order
 * @param variables   columns by symbol, of one length
 * @throws {AppError} MODEL_SYMBOL_UNUSED, and as parsing a formula does
 */
export function modelFunction(text: string, parameters: readonly string[], variables: ReadonlyMap<string, Float64Array>): ModelFunction {
  const tree = parseFormula(text);
  const used = symbolsIn(tree);
  const unused = parameters.find((p) => !used.includes(p));
  if (unused !== undefined) throw new AppError('MODEL_SYMBOL_UNUSED', { symbol: unused, formula: text });
  const plain = parseUnit('');
  const compiled = compile(tree, { channels: new Map([...parameters, ...variables.keys()].map((s) => [s, plain])), tables: new Map() });
  const length = [...variables.values()][0]?.length ?? 1;
  const column = (operand: Float64Array | number): Float64Array => (typeof operand === 'number' ? new Float64Array(length).fill(operand) : operand);
  let last: { parameters: Float64Array; columns: Map<string, Float64Array | number> } | undefined;
  /** The same columns for the same parameters, so that derivatives find the values of the parts. */
  const workingAt = (at: Float64Array) => {
    if (!last || at.some((v, k) => v !== last!.parameters[k]))
      last = { parameters: Float64Array.from(at), columns: new Map<string, Float64Array | number>([...variables, ...parameters.map((s, k) => [s, at[k]!] as const)]) };
    const doubts = { divisionsByZero: 0, undefinedResults: 0, outsideTable: {} };
    return { columns: last.columns, errors: new Map<string, number>(), mask: undefined, doubts };
  };
  return {
    values: (at) => column(compiled.evaluate(workingAt(at))),
    jacobian: (at) => {
      const working = workingAt(at);
      return parameters.map((symbol) => column(compiled.error({ ...working, errors: new Map([[symbol, 1]]) })));
    },
  };
} // prettier-ignore
