import { AppError } from '../../error/AppError';
import { compares, constants, functions, type Node } from '../../formula';
import * as loops from './loops';

/** One part of a formula over a block of rows: its values, and its derivatives by the parameters that it depends on. */
export interface Part {
  value: Float64Array;
  /** By the place of the parameter; absent where the part does not depend on it. */
  slopes: (Float64Array | undefined)[];
  /** Without a variable in it, so the same for all rows. */
  isSame: boolean;
}

interface Instruction {
  values(count: number): void;
  slopes(count: number): void;
}

/**
 * A formula as a list of instructions over blocks: each runs down a block that stays in the cache, and nothing is
 * allocated while it runs.
 */
export class Tape {
  readonly result: Part;
  /** Of parts that are the same for all rows: run once for given parameters. */
  private readonly first: Instruction[] = [];
  private readonly each: Instruction[] = [];
  private readonly parameters: Part[];
  private readonly variables: Part[];
  private readonly ones: Float64Array;
  private readonly nothing: Float64Array;

  /**
   * @param alsoBy  variables by which it is differentiated too, behind the parameters
   * @param size    rows of a block
   * @throws {AppError} SYMBOL_UNKNOWN, MODEL_OF_WHOLE, FUNCTION_ARGUMENTS
   */
  constructor(
    tree: Node,
    private readonly parameterSymbols: readonly string[],
    private readonly variableSymbols: readonly string[],
    private readonly alsoBy: readonly string[],
    private readonly size: number,
  ) {
    this.ones = new Float64Array(size).fill(1);
    this.nothing = new Float64Array(size);
    this.parameters = parameterSymbols.map((_, k) => {
      const part = this.part(true);
      part.slopes[k] = this.ones;
      return part;
    });
    this.variables = variableSymbols.map((symbol) => {
      const part = this.part(false);
      if (alsoBy.includes(symbol)) part.slopes[parameterSymbols.length + alsoBy.indexOf(symbol)] = this.ones;
      return part;
    });
    this.result = this.build(tree);
  }

  /** Sets the parameters and runs what depends on them alone. */
  set(parameters: Float64Array, withSlopes: boolean): void {
    this.parameters.forEach((part, k) => part.value.fill(parameters[k]!));
    this.run(this.first, this.size, withSlopes);
  }

  /** Runs over the rows from `from`, `count` of them, at most a block. */
  over(columns: readonly Float64Array[], from: number, count: number, withSlopes: boolean): void {
    this.variables.forEach((part, k) => part.value.set(columns[k]!.subarray(from, from + count)));
    this.run(this.each, count, withSlopes);
  }

  private run(instructions: readonly Instruction[], count: number, withSlopes: boolean): void {
    for (const instruction of instructions) {
      instruction.values(count);
      if (withSlopes) instruction.slopes(count);
    }
  }

  private part(isSame: boolean): Part {
    const slopes = Array.from({ length: this.parameterSymbols.length + this.alsoBy.length }, () => undefined);
    return { value: new Float64Array(this.size), slopes, isSame };
  }

  private build(node: Node): Part {
    switch (node.type) {
      case 'number':
        return this.number(node.value);
      case 'symbol':
        return this.symbol(node);
      case 'negate':
        return this.negated(this.build(node.operand));
      case 'not':
        return this.truth([this.build(node.operand)], (a) => (a !== a ? NaN : Number(a === 0)));
      case 'wordIs':
        throw new AppError('MODEL_OF_WORDS', { symbol: node.name, at: node.at });
      case 'whole':
        throw new AppError('MODEL_OF_WHOLE', { value: node.value, at: node.at });
      case 'binary':
        return this.binary(node.operator, this.build(node.left), this.build(node.right));
      case 'call':
        return this.call(node);
    }
  }

  private number(value: number): Part {
    const part = this.part(true);
    part.value.fill(value);
    return part;
  }

  private symbol({ name, at }: { name: string; at: number }): Part {
    const parameter = this.parameterSymbols.indexOf(name);
    if (parameter >= 0) return this.parameters[parameter]!;
    const variable = this.variableSymbols.indexOf(name);
    if (variable >= 0) return this.variables[variable]!;
    const known = Object.hasOwn(constants, name) ? constants[name] : undefined;
    if (known) return this.number(known.value);
    throw new AppError('SYMBOL_UNKNOWN', { symbol: name, at, similar: '' });
  }

  private call(node: Extract<Node, { type: 'call' }>): Part {
    const { name, at } = node;
    const known = Object.hasOwn(functions, name) ? functions[name] : undefined;
    const need = name === 'if' ? 3 : known?.arguments;
    if (need === undefined) throw new AppError('SYMBOL_UNKNOWN', { symbol: `${name}( )`, at, similar: '' });
    if (node.arguments.length !== need)
      throw new AppError('FUNCTION_ARGUMENTS', { name, need, have: node.arguments.length, at });
    const [a, b, c] = node.arguments.map((n) => this.build(n));
    if (!known) return this.chosen(a!, b!, c!);
    const second = b ?? a!;
    const value = (out: Part, count: number) =>
      name === 'exp'
        ? loops.exponential(out.value, a!.value, count)
        : loops.apply(out.value, known.apply, a!.value, second.value, count);
    const slope = (_: Part, slope: Float64Array, which: 0 | 1, count: number) =>
      loops.slopeOf(slope, known.slope, which, a!.value, second.value, count);
    return this.byChain(b ? [a!, b] : [a!], value, name === 'exp' ? 'its value' : slope);
  }

  private binary(operator: Extract<Node, { type: 'binary' }>['operator'], a: Part, b: Part): Part {
    switch (operator) {
      case '+':
        return this.sum(a, b);
      case '-':
        return this.sum(a, this.negated(b));
      case '*':
        return this.product(a, b);
      case '/':
        return this.quotient(a, b);
      case '^':
        return this.byChain(
          [a, b],
          (out, n) => loops.power(out.value, a.value, b.value, n),
          (out, slope, which, n) =>
            which === 0
              ? loops.powerSlope(slope, a.value, b.value, n)
              : loops.exponentSlope(slope, a.value, out.value, n),
        );
      case 'and':
        return this.truth([a, b], (p, q) => (p !== p || q !== q ? NaN : Number(p !== 0 && q !== 0)));
      case 'or':
        return this.truth([a, b], (p, q) => (p !== p || q !== q ? NaN : Number(p !== 0 || q !== 0)));
      default: {
        const holds = compares[operator];
        return this.truth([a, b], (p, q) => (p !== p || q !== q ? NaN : Number(holds(p, q))));
      }
    }
  }

  private negated(a: Part): Part {
    const out = this.part(a.isSame);
    a.slopes.forEach((slope, k) => slope && (out.slopes[k] = new Float64Array(this.size)));
    return this.emit(out, {
      values: (n) => loops.negate(out.value, a.value, n),
      slopes: (n) => a.slopes.forEach((slope, k) => slope && loops.negate(out.slopes[k]!, slope, n)),
    });
  }

  private sum(a: Part, b: Part): Part {
    const out = this.part(a.isSame && b.isSame);
    const both: number[] = [];
    out.slopes.forEach((_, k) => {
      const [p, q] = [a.slopes[k], b.slopes[k]];
      if (p && q) both.push(k);
      out.slopes[k] = p && q ? new Float64Array(this.size) : (p ?? q);
    });
    return this.emit(out, {
      values: (n) => loops.add(out.value, a.value, b.value, n),
      slopes: (n) => both.forEach((k) => loops.add(out.slopes[k]!, a.slopes[k]!, b.slopes[k]!, n)),
    });
  }

  private product(a: Part, b: Part): Part {
    const out = this.dependent(a, b);
    // By a factor that is the parameter itself, the slope is the other factor: nothing to compute.
    const plain = (k: number): Float64Array | undefined =>
      a.slopes[k] === this.ones && !b.slopes[k]
        ? b.value
        : b.slopes[k] === this.ones && !a.slopes[k]
          ? a.value
          : undefined;
    out.slopes.forEach((_, k) => (out.slopes[k] = plain(k) ?? out.slopes[k]));
    return this.emit(out, {
      values: (n) => loops.multiply(out.value, a.value, b.value, n),
      slopes: (n) =>
        out.slopes.forEach((slope, k) => {
          const [p, q] = [a.slopes[k], b.slopes[k]];
          if (!slope || plain(k)) return;
          if (p && q) loops.sumOfProducts(slope, p, b.value, q, a.value, n);
          else loops.multiply(slope, (p ?? q)!, p ? b.value : a.value, n);
        }),
    });
  }

  private quotient(a: Part, b: Part): Part {
    const out = this.dependent(a, b);
    return this.emit(out, {
      values: (n) => loops.divide(out.value, a.value, b.value, n),
      slopes: (n) =>
        out.slopes.forEach((slope, k) => {
          const [p, q] = [a.slopes[k], b.slopes[k]];
          if (!slope) return;
          if (p && !q) loops.divide(slope, p, b.value, n);
          else loops.quotientSlope(slope, p ?? this.nothing, out.value, q!, b.value, n);
        }),
    });
  }

  private chosen(question: Part, yes: Part, no: Part): Part {
    const out = this.dependent(yes, no);
    out.isSame &&= question.isSame;
    return this.emit(out, {
      values: (n) => loops.choose(out.value, question.value, yes.value, no.value, n),
      slopes: (n) =>
        out.slopes.forEach(
          (slope, k) =>
            slope &&
            loops.choose(slope, question.value, yes.slopes[k] ?? this.nothing, no.slopes[k] ?? this.nothing, n),
        ),
    });
  }

  /** 1 or 0, which no small change of a parameter moves. */
  private truth(of: readonly Part[], holds: (a: number, b: number) => number): Part {
    const [a, b] = [of[0]!, of[1] ?? of[0]!];
    const out = this.part(of.every((p) => p.isSame));
    return this.emit(out, {
      values: (n) => loops.apply(out.value, holds, a.value, b.value, n),
      slopes: () => undefined,
    });
  }

  /** A function of one or two parts, by the chain rule. */
  private byChain(
    of: readonly Part[],
    values: (out: Part, count: number) => void,
    slope: 'its value' | ((out: Part, slope: Float64Array, which: 0 | 1, count: number) => void),
  ): Part {
    const [a, b] = [of[0]!, of[1]];
    const out = this.dependent(a, b ?? a);
    const own = of.map((part) =>
      slope === 'its value' ? out.value : part.slopes.some(Boolean) ? new Float64Array(this.size) : undefined,
    );
    return this.emit(out, {
      values: (n) => values(out, n),
      slopes: (n) => {
        if (slope !== 'its value') own.forEach((block, which) => block && slope(out, block, which as 0 | 1, n));
        out.slopes.forEach((target, k) => {
          const [p, q] = [a.slopes[k], b?.slopes[k]];
          if (!target) return;
          if (p && q) loops.sumOfProducts(target, p, own[0]!, q, own[1]!, n);
          else loops.multiply(target, (p ?? q)!, p ? own[0]! : own[1]!, n);
        });
      },
    });
  }

  private dependent(a: Part, b: Part): Part {
    const out = this.part(a.isSame && b.isSame);
    out.slopes.forEach((_, k) => (a.slopes[k] ?? b.slopes[k]) && (out.slopes[k] = new Float64Array(this.size)));
    return out;
  }

  private emit(out: Part, instruction: Instruction): Part {
    (out.isSame ? this.first : this.each).push(instruction);
    return out;
  }
}
