import { AppError } from '../error/AppError';
import { constants, functions, partsOf, type Node } from '../formula';
import { isDimensionless, parseUnit, printUnit, type Dimension, type Unit } from '../units';

/** Powers of the unit of x, of the unit of y, and of each parameter's unknown unit. */
interface Powers {
  x: number;
  y: number;
  unknown: Map<string, number>;
}

interface Equation {
  powers: Powers;
  at: number;
}

/**
 * Units of the parameters of a formula y = f(x): what is added must be alike, what a function takes must be a plain
 * number, and the whole is y. From these conditions the powers of x and y in each parameter's unit follow; a parameter
 * that no condition holds is a plain number.
 * @throws {AppError} MODEL_UNITS where the conditions contradict each other
 */
export function inferUnits(
  tree: Node,
  parameters: readonly string[],
  x: Unit,
  y: Unit,
): Map<string, { unit: Unit; powers: { x: number; y: number } }> {
  const equations: Equation[] = [];
  const whole = new Walk(parameters, equations).of(tree);
  equations.push({ powers: divided(whole, { x: 0, y: 1, unknown: new Map() }), at: tree.at });
  const solved = solve(equations, x, y);
  return new Map(
    parameters.map((symbol) => {
      const powers = solved.get(symbol) ?? { x: 0, y: 0 };
      return [symbol, { unit: unitOf(powers, x, y), powers }];
    }),
  );
}

/** Parameters of a formula: what is neither x nor a constant of the trade. */
export function parametersOfFormula(tree: Node): string[] {
  const found = new Set<string>();
  const walk = (node: Node): void => {
    if (node.type === 'symbol' && node.name !== 'x' && !Object.hasOwn(constants, node.name)) found.add(node.name);
    partsOf(node).forEach(walk);
  };
  walk(tree);
  return [...found];
}

const plain = (): Powers => ({ x: 0, y: 0, unknown: new Map() });

function combined(a: Powers, b: Powers, sign: number): Powers {
  const unknown = new Map(a.unknown);
  for (const [symbol, power] of b.unknown) unknown.set(symbol, (unknown.get(symbol) ?? 0) + sign * power);
  return { x: a.x + sign * b.x, y: a.y + sign * b.y, unknown };
}
const divided = (a: Powers, b: Powers): Powers => combined(a, b, -1);
const raised = (a: Powers, power: number): Powers => ({
  x: a.x * power,
  y: a.y * power,
  unknown: new Map([...a.unknown].map(([s, p]) => [s, p * power])),
});

class Walk {
  constructor(
    private readonly parameters: readonly string[],
    private readonly equations: Equation[],
  ) {}

  of(node: Node): Powers {
    switch (node.type) {
      case 'number':
      case 'wordIs':
        return plain();
      case 'symbol':
        return node.name === 'x'
          ? { ...plain(), x: 1 }
          : this.parameters.includes(node.name)
            ? { ...plain(), unknown: new Map([[node.name, 1]]) }
            : plain();
      case 'negate':
      case 'whole':
        return this.of(node.operand);
      case 'not':
        return this.needPlain(node.operand);
      case 'binary':
        return this.binary(node);
      case 'call':
        return this.call(node);
    }
  }

  private binary({ operator, left, right, at }: Extract<Node, { type: 'binary' }>): Powers {
    if (operator === '*') return combined(this.of(left), this.of(right), 1);
    if (operator === '/') return divided(this.of(left), this.of(right));
    if (operator === '^') {
      const exponent = numberOf(right);
      if (exponent !== undefined) return raised(this.of(left), exponent);
      // A power that is a parameter leaves no unit to the base but none.
      this.needPlain(right);
      return this.needPlain(left);
    }
    if (operator === 'and' || operator === 'or') {
      this.needPlain(left);
      return this.needPlain(right);
    }
    // A zero has every unit.
    const [a, b] = [this.of(left), this.of(right)];
    if (numberOf(left) !== 0 && numberOf(right) !== 0) this.equations.push({ powers: divided(a, b), at });
    const alike = numberOf(left) === 0 ? b : a;
    return operator === '+' || operator === '-' ? alike : plain();
  }

  private call(node: Extract<Node, { type: 'call' }>): Powers {
    const parts = node.arguments;
    if (node.name === 'if') {
      this.needPlain(parts[0]!);
      return this.alike(parts.slice(1), node.at);
    }
    const known = Object.hasOwn(functions, node.name) ? functions[node.name] : undefined;
    if (!known || known.takes !== 'same') {
      for (const part of parts) this.needPlain(part);
      return plain();
    }
    const unit = this.alike(parts, node.at);
    return node.name === 'sqrt' ? raised(unit, 0.5) : node.name === 'atan2' ? plain() : unit;
  }

  private alike(nodes: readonly Node[], at: number): Powers {
    const parts = nodes.map((n) => this.of(n));
    const counted = parts.filter((_, k) => numberOf(nodes[k]!) !== 0);
    counted.slice(1).forEach((p) => this.equations.push({ powers: divided(counted[0]!, p), at }));
    return counted[0] ?? plain();
  }

  private needPlain(node: Node): Powers {
    this.equations.push({ powers: this.of(node), at: node.at });
    return plain();
  }
}

function numberOf(node: Node): number | undefined {
  if (node.type === 'number') return node.value;
  if (node.type === 'negate') {
    const inner = numberOf(node.operand);
    return inner === undefined ? undefined : -inner;
  }
  return undefined;
}

/** Elimination; what is left without an unknown must be no unit at all. */
function solve(equations: readonly Equation[], x: Unit, y: Unit): Map<string, { x: number; y: number }> {
  const rows = equations.map(({ powers, at }) => ({ powers, at }));
  const pivots: { symbol: string; powers: Powers }[] = [];
  for (const row of rows) {
    let { powers } = row;
    for (const pivot of pivots) powers = divided(powers, raised(pivot.powers, powers.unknown.get(pivot.symbol) ?? 0));
    const found = [...powers.unknown].find(([, p]) => Math.abs(p) > 1e-9);
    if (!found) {
      checkNothing(powers, row.at, x, y);
      continue;
    }
    const scaled = raised(powers, 1 / found[1]);
    for (const pivot of pivots)
      pivot.powers = divided(pivot.powers, raised(scaled, pivot.powers.unknown.get(found[0]) ?? 0));
    pivots.push({ symbol: found[0], powers: scaled });
  }
  // What is left beside a pivot is held by nothing, so it is a plain number.
  return new Map(pivots.map(({ symbol, powers }) => [symbol, { x: -powers.x, y: -powers.y }]));
}

/** @throws {AppError} MODEL_UNITS */
function checkNothing(powers: Powers, at: number, x: Unit, y: Unit): void {
  const left = unitOf(powers, x, y);
  if (isDimensionless(left.dimension) && Math.abs(Math.log(left.scale)) < 1e-9) return;
  throw new AppError('MODEL_UNITS', { at, factor: left.text, same: isDimensionless(left.dimension) });
}

const rounded = (power: number): number => Math.round(power * 1e6) / 1e6;

/** yᵇ·xᵃ as it is written. A zero point of its own stays only with the plain unit of x or y. */
function unitOf({ x: a, y: b }: { x: number; y: number }, x: Unit, y: Unit): Unit {
  const [p, q] = [isPlain(x) ? 0 : rounded(a), isPlain(y) ? 0 : rounded(b)];
  if (p === 0 && q === 1) return y;
  if (p === 1 && q === 0) return x;
  const written = (unit: Unit, power: number): string => {
    if (power === 0) return '';
    const text = printUnit(unit.text);
    return power === 1 ? text : `${/[/·]/.test(text) ? `(${text})` : text}^${power}`;
  };
  const above = [written(y, Math.max(0, q)), written(x, Math.max(0, p))].filter(Boolean).join('·');
  const below = [written(y, Math.max(0, -q)), written(x, Math.max(0, -p))].filter(Boolean);
  const text =
    below.length === 0
      ? above
      : `${above || '1'}/${below.length > 1 ? `(${below.join('·')})` : /[/·]/.test(below[0]!) && !below[0]!.startsWith('(') ? `(${below[0]})` : below[0]}`;
  const dimension = x.dimension.map((e, i) => e * p + y.dimension[i]! * q) as unknown as Dimension;
  const scale = x.scale ** p * y.scale ** q;
  const isNothing = isDimensionless(dimension) && Math.abs(scale - 1) < 1e-12;
  return { text: isNothing ? '' : printUnit(text), dimension, scale, offset: 0 };
}

const isPlain = (unit: Unit): boolean => unit.text.trim() === '' || parseUnit(unit.text).text === '';
