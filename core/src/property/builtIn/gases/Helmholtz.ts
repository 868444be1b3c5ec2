/** Exponents d and t, the power l of δ in the exponential (0: none), and the coefficient: n δ^d τ^t exp(−δ^l). */
type PowerTerm = readonly [d: number, t: number, l: number, n: number];
/** n δ^d τ^t exp(−η(δ−ε)² − β(τ−γ)²). */
type BellTerm = readonly [d: number, t: number, eta: number, epsilon: number, beta: number, gamma: number, n: number];
/** n Δ^b δ ψ, which bends the surface at the critical point. */
type CriticalTerm = readonly [
  ...[a: number, b: number, beta: number, A: number, B: number, C: number, D: number, n: number],
];

/** A reference equation: the free energy (Helmholtz) over RT of a pure substance by its reduced density and temperature. */
export interface ReferenceEquation {
  /** g/mol. */
  molarMass: number;
  /** J/(mol K), as the publication has it. */
  gasConstant: number;
  /** K, and mol/dm³. */
  reducing: { temperature: number; molarDensity: number };
  /** Of the ideal gas, by τ: a ln τ, n τ^t, and n ln(1 − exp(−θτ)). */
  ideal: {
    logarithm: number;
    powers: readonly (readonly [t: number, n: number])[];
    vibrations: readonly (readonly [theta: number, n: number])[];
  };
  powers: readonly PowerTerm[];
  bells: readonly BellTerm[];
  critical: readonly CriticalTerm[];
}

/** A value with its derivatives by δ and τ. */
interface Sum {
  a: number;
  d: number;
  dd: number;
  t: number;
  tt: number;
  dt: number;
}

/** What the equation has beyond the ideal gas. */
export function residual({ powers, bells, critical }: ReferenceEquation, delta: number, tau: number): Sum {
  const sum: Sum = { a: 0, d: 0, dd: 0, t: 0, tt: 0, dt: 0 };
  const [lnDelta, lnTau] = [Math.log(delta), Math.log(tau)];
  for (const [d, t, l, n] of powers) {
    const power = l === 0 ? 0 : Math.exp(l * lnDelta);
    const term = n * Math.exp(d * lnDelta + t * lnTau - power);
    add(sum, term, (d - l * power) / delta, -(d + l * (l - 1) * power) / (delta * delta), t / tau, -t / (tau * tau));
  }
  for (const [d, t, eta, epsilon, beta, gamma, n] of bells) {
    const [x, y] = [delta - epsilon, tau - gamma];
    const term = n * Math.exp(d * lnDelta + t * lnTau - eta * x * x - beta * y * y);
    const [byDelta, byTau] = [d / delta - 2 * eta * x, t / tau - 2 * beta * y];
    add(sum, term, byDelta, -d / (delta * delta) - 2 * eta, byTau, -t / (tau * tau) - 2 * beta);
  }
  for (const term of critical) addCritical(sum, term, delta, tau);
  return sum;
}

/** A term by the derivatives of its logarithm: the first ones, and the second ones of each variable by itself. */
function add(sum: Sum, term: number, d: number, dd: number, t: number, tt: number): void {
  sum.a += term;
  sum.d += term * d;
  sum.dd += term * (d * d + dd);
  sum.t += term * t;
  sum.tt += term * (t * t + tt);
  sum.dt += term * d * t;
}

/** Source: R. Span, W. Wagner, J. Phys. Chem. Ref. Data 25 (1996) 1509, table 32; as in IAPWS R6-95, table 5; both from memory. */
function addCritical(sum: Sum, [a, b, beta, A, B, C, D, n]: CriticalTerm, delta: number, tau: number): void {
  // At the critical density itself powers of zero would have to be divided by each other.
  const x = delta === 1 ? 1e-12 : delta - 1;
  const [square, y] = [x * x, tau - 1];
  const [half, whole] = [1 / (2 * beta), 1 / beta];
  const theta = -y + A * square ** half;
  const distance = theta * theta + B * square ** a;
  const steep = A * 2 * whole * square ** (half - 1);
  const byDelta = x * (theta * steep + 2 * B * a * square ** (a - 1));
  const byDelta2 =
    byDelta / x +
    square *
      (4 * B * a * (a - 1) * square ** (a - 2) +
        2 * (A * whole * square ** (half - 1)) ** 2 +
        A * theta * 4 * whole * (half - 1) * square ** (half - 2));
  const [p0, p1, p2] = [distance ** b, b * distance ** (b - 1), b * (b - 1) * distance ** (b - 2)];
  const psi = Math.exp(-C * square - D * y * y);
  const [psiD, psiT] = [-2 * C * x * psi, -2 * D * y * psi];
  const [psiDD, psiTT, psiDT] = [
    (2 * C * square - 1) * 2 * C * psi,
    (2 * D * y * y - 1) * 2 * D * psi,
    4 * C * D * x * y * psi,
  ];
  const [pD, pDD] = [p1 * byDelta, p1 * byDelta2 + p2 * byDelta * byDelta];
  const [pT, pTT] = [-2 * theta * p1, 2 * p1 + 4 * theta * theta * p2];
  const pDT = -p1 * steep * x - 2 * theta * p2 * byDelta;
  const once = psi + delta * psiD;
  sum.a += n * p0 * delta * psi;
  sum.d += n * (p0 * once + pD * delta * psi);
  sum.dd += n * (p0 * (2 * psiD + delta * psiDD) + 2 * pD * once + pDD * delta * psi);
  sum.t += n * delta * (pT * psi + p0 * psiT);
  sum.tt += n * delta * (pTT * psi + 2 * pT * psiT + p0 * psiTT);
  sum.dt += n * (p0 * (psiT + delta * psiDT) + delta * pD * psiT + pT * once + pDT * delta * psi);
}

/** Of the ideal gas: the value without ln δ, and τ and τ² times its derivatives by τ. */
export function idealPart({ ideal }: ReferenceEquation, tau: number): { a: number; t: number; tt: number } {
  let [a, t, tt] = [ideal.logarithm * Math.log(tau), ideal.logarithm, -ideal.logarithm];
  for (const [power, n] of ideal.powers) {
    const term = n * tau ** power;
    a += term;
    t += power * term;
    tt += power * (power - 1) * term;
  }
  for (const [theta, n] of ideal.vibrations) {
    const x = theta * tau;
    const e = Math.exp(-x);
    a += n * Math.log1p(-e);
    t += (n * x * e) / (1 - e);
    tt -= (n * x * x * e) / (1 - e) ** 2;
  }
  return { a, t, tt };
}
