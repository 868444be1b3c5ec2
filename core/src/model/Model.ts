import type { Static, TObject } from 'typebox';
import type { Unit } from '../units';
import type { Spread } from './uncertainty/Spread';
import type { NoiseThrough } from './uncertainty/NoisyChannel';
import type { PointErrors, SystematicEffect } from './uncertainty/PointErrors';

/** What a model is fitted to: n points, unit of each axis as the channels carry them. */
export interface FitData {
  x: Float64Array;
  y: Float64Array;
  /** Standard deviation of each y, where it is known; absent means equal weights. */
  sigma?: Float64Array;
  /** With sigma: true when it is the real uncertainty, false when only its ratios are known. */
  sigmaIsAbsolute?: boolean;
  /** Standard deviation of each x: then the distance is counted in both variables. Needs sigma. */
  sigmaX?: Float64Array;
  /** What the points share: each source of error by itself, which does not average away. */
  errors?: readonly PointErrors[];
  /** The points stand in the order in which they were measured, so that their neighbours may know of each other. */
  isInOrder?: boolean;
  /** Where linear steps made y: how the noise of what was logged came into it. */
  noise?: NoiseThrough;
  /** Further x of a model that is linear in several, each of length n. */
  others?: Float64Array[];
  /** Names for sentences. */
  xName: string;
}

/** How a fit ended; a fit that stops early still returns what it has. */
export type FitStatus = 'solved' | 'singular';

/** A solution, and what the scatter of independent points says of how sure it is. */
export interface PlainFit {
  status: FitStatus;
  parameters: Float64Array;
  standardErrors: Float64Array;
  /** p by p, in the units of the parameters; nothing in the rows of those that were given. */
  covariance: Float64Array[];
  /** measured − model at each point. */
  residuals: Float64Array;
  residualSumOfSquares: number;
  degreesOfFreedom: number;
  /** sqrt(rss / degrees of freedom); NaN when no degree of freedom is left. */
  residualStandardDeviation: number;
  /** About the mean of y, unweighted; NaN when y does not vary. */
  rSquared: number;
  conditionNumber: number;
  /** Weighted sum of squares a degree of freedom, near 1 where the uncertainties explain the scatter; NaN without them. */
  reducedChiSquare: number;
  /** What speaks against the solution, in sentences. */
  doubts: readonly string[];
  /** The start values that led here; the parameters themselves where a linear problem needs none. */
  start: Float64Array;
  /** Sums of squares at which each search ended, in the order of the starts; NaN where one had no value. */
  ends: readonly number[];
  /** Value of the curve at x, and its derivatives by what was found, for `spread`. */
  curve(x: number): { value: number; gradient: Float64Array };
  /** Derivatives of the curve by the further x, where it has any: the same everywhere. */
  otherSlopes?: Float64Array;
  /** Of a point of the fit by its number, where its gradient does not follow from x alone. */
  pointGradient?(i: number): Float64Array;
  /** Derivatives of each parameter by the coefficients that the gradients of the curve stand for. */
  parameterGradients: readonly Float64Array[];
  /** (JᵀWJ)⁻¹ of those coefficients, and the variance of a point of weight 1 that makes it their covariance. */
  inverse: readonly Float64Array[];
  variance: number;
  /** Standard error, by the scatter of independent points, of what changes with the coefficients as the gradient says. */
  randomSpread(gradient: Float64Array): number;
}

/** A solution with all that is known of how sure it is: `standardErrors` holds scatter and shared errors. */
export interface Fit extends PlainFit {
  /** What each source of error of the points does to the coefficients. */
  effects: readonly SystematicEffect[];
  /** So many independent points are these points worth. */
  worth: number;
  /** Variance of a point of weight 1; correlation of neighbours in time, of a first-order process. With `through`: of the noise that was spread. */
  scatter: { variance: number; rho: number; through?: NoiseThrough | undefined };
  /** Of the random part; infinite where the scatter of a point is known. */
  randomDegreesOfFreedom: number;
  /** How sure a number is that changes with the coefficients as the gradient says; with the scatter of one further point. */
  spread(gradient: Float64Array, further?: number): Spread;
  parameterSpread(k: number): Spread;
}

export interface Parameter {
  symbol: string;
  meaning: string;
  unit: Unit;
  lower?: number;
  upper?: number;
}

/** A place on the chart by which a start value is dragged; the other parameters stay. */
export interface Handle {
  /** What it is, for the screen reader: `top of the peak`. */
  name: string;
  at(parameters: Readonly<Record<string, number>>): { x: number; y: number };
  /** The parameters that change when it is dragged there. */
  moved(to: { x: number; y: number }, parameters: Readonly<Record<string, number>>): Record<string, number>;
}

/** A model as a straight line v = c + m·u of changed variables. */
export interface Straight {
  u(x: number): number;
  v(y: number): number;
  /** The parameters from the line. */
  back(c: number, m: number): number[];
  /** What the line weights, in a sentence. */
  explanation: string;
}

export interface Points {
  x: Float64Array;
  y: Float64Array;
}

/** One model of the library: one file, registered in library/index.ts. */
export interface Model<Settings extends TObject = TObject> {
  kind: string;
  title: string;
  settings: Settings;
  /** What it is with these settings, where its title does not say it: `Polynomial, degree 3`. */
  titled?(settings: Static<Settings>): string;
  /** The formula as a reader writes it. */
  formula(settings: Static<Settings>): string;
  /** The right-hand side in x and the parameters, as a formula is typed; with further x at these means. */
  expression(settings: Static<Settings>, means?: readonly number[]): string;
  /** @throws {AppError} for a formula of one's own: as inferring units does */
  parameters(settings: Static<Settings>, x: Unit, y: Unit, others?: readonly Unit[]): Parameter[];
  /** Start values from the points, the likeliest first; in the order of the parameters. */
  starts(points: Points, settings: Static<Settings>): number[][];
  /** Linear in its parameters: there is one solution, and no start leads elsewhere. */
  isLinear?: boolean;
  /** Models that are this one with parameters left out, for the F-test between the two. */
  simpler?(settings: Static<Settings>): readonly { kind: string; settings: Record<string, unknown> }[];
  /** What a straight line through logarithms gives instead, where the model can be drawn straight. */
  straight?: Straight;
  handles?: readonly Handle[];
  /**
   * Solves it at once, where nothing is fixed and the loss is the square.
   * @throws {AppError} TOO_FEW_POINTS_FOR_MODEL, X_HAS_NO_SPREAD
   */
  direct?(data: FitData, settings: Static<Settings>): PlainFit;
}

export const defineModel = <Settings extends TObject>(model: Model<Settings>): Model => model as unknown as Model;
