import { rootBetween } from '../../../number/rootBetween';
import { idealPart, residual, type ReferenceEquation } from './Helmholtz';

/** A pure substance at a temperature and a pressure. */
export interface GasState {
  /** kg/m³. */
  density: number;
  /** kJ/kg and kJ/(kg K), without a zero of their own: differences only. */
  enthalpy: number;
  entropy: number;
  /** kJ/(kg K), at constant pressure and at constant volume. */
  heatCapacity: number;
  isochoricHeatCapacity: number;
  /** m/s. */
  soundSpeed: number;
}

/** Denser than this, over the critical density, no equation here is asked. */
const DENSEST = 3.4;
const MOST_STEPS = 60;

/**
 * The state of a pure substance, liquid or gas, whichever is stable.
 * @param temperature  K
 * @param pressure     MPa
 * Source: R. Span, Multiparameter Equations of State (2000), table 3.1 (properties from the free energy), from memory.
 */
export function stateOfGas(equation: ReferenceEquation, temperature: number, pressure: number): GasState {
  const tau = equation.reducing.temperature / temperature;
  const found = reducedDensities(equation, tau, pressure).map((delta) => stateAt(equation, delta, tau));
  // Of two, the one with less free enthalpy is stable.
  const free = ({ enthalpy, entropy }: GasState): number => enthalpy - temperature * entropy;
  return found.reduce((best, other) => (free(other) < free(best) ? other : best));
}

/** Pressure in MPa over the reduced density, and its slope. */
function pressureOf(equation: ReferenceEquation, delta: number, tau: number): { pressure: number; slope: number } {
  const { d, dd } = residual(equation, delta, tau);
  const perDelta = unitOf(equation, tau);
  return {
    pressure: perDelta * delta * (1 + delta * d),
    slope: perDelta * (1 + 2 * delta * d + delta * delta * dd),
  };
}

/** Pressure in MPa of the ideal gas at the critical density. */
const unitOf = ({ gasConstant, reducing }: ReferenceEquation, tau: number): number =>
  (gasConstant * reducing.molarDensity * reducing.temperature) / tau / 1000;

/**
 * Where the pressure is taken: from the thin and from the dense side, since below the critical temperature both a gas and a
 * liquid may be there. Thin gas bends the pressure down and dense liquid bends it up, so that each step stays on its side.
 */
function reducedDensities(equation: ReferenceEquation, tau: number, pressure: number): number[] {
  const from = (start: number): number | undefined => {
    let delta = start;
    for (let step = 0; step < MOST_STEPS; step++) {
      const here = pressureOf(equation, delta, tau);
      if (!(here.slope > 0)) return undefined;
      const next = delta + (pressure - here.pressure) / here.slope;
      if (!(next > 0 && next <= DENSEST)) return undefined;
      if (Math.abs(next - delta) <= 1e-14 * next) return next;
      delta = next;
    }
    return delta;
  };
  const thin = from(pressure / unitOf(equation, tau) / 2);
  if (tau <= 1 && thin !== undefined) return [thin];
  const dense = from(DENSEST);
  const found = [thin, dense].filter((delta) => delta !== undefined);
  if (found.length > 0) return found;
  return [rootBetween((delta) => pressureOf(equation, delta, tau).pressure - pressure, 1e-12, DENSEST)];
}

function stateAt(equation: ReferenceEquation, delta: number, tau: number): GasState {
  const { molarMass, gasConstant, reducing } = equation;
  const [r, i] = [residual(equation, delta, tau), idealPart(equation, tau)];
  /** kJ/(kg K). */
  const R = gasConstant / molarMass;
  const temperature = reducing.temperature / tau;
  const [byTau, bend] = [i.t + tau * r.t, i.tt + tau * tau * r.tt];
  const mixed = 1 + delta * r.d - delta * tau * r.dt;
  const stiff = 1 + 2 * delta * r.d + delta * delta * r.dd;
  return {
    density: delta * reducing.molarDensity * molarMass,
    enthalpy: R * temperature * (byTau + 1 + delta * r.d),
    entropy: R * (byTau - i.a - Math.log(delta) - r.a),
    isochoricHeatCapacity: -R * bend,
    heatCapacity: R * (-bend + (mixed * mixed) / stiff),
    soundSpeed: Math.sqrt(1000 * R * temperature * (stiff - (mixed * mixed) / bend)),
  };
}
