import type { Choices } from '../Choices';
import type { Candidate } from '../compareModels';
import type { Fit, FitData, Model } from '../Model';

/** What a rung proposes to change of the fit. */
export interface Action {
  /** On its button. */
  title: string;
  candidate?: Candidate;
  weights?: 'none' | 'relative' | 'absolute' | 'both';
  loss?: NonNullable<Choices['loss']>;
  range?: [number, number];
  fixed?: Record<string, number>;
  /** Start values typed by hand are dropped. */
  ownStarts?: true;
}

/** One step of the ladder that an expert climbs before trusting a fit. */
export interface Rung {
  title: 'Data' | 'Model' | 'Start' | 'Uncertainties';
  /** `notTested` where there is nothing to test it by. */
  state: 'passed' | 'doubtful' | 'failed' | 'notTested';
  text: string;
  action?: Action;
}

export interface Diagnosed {
  model: Model;
  candidate: Candidate;
  /** In the order in which they were measured. */
  data: FitData;
  fit: Fit;
  choices: Choices;
  weights: NonNullable<Action['weights']>;
  /** Known uncertainties of the points, also where they are not used as weights. */
  known: { sigma?: Float64Array | undefined; sigmaX?: Float64Array | undefined };
  names: { x: string; y: string };
  symbols: readonly string[];
}

export const passed = (title: Rung['title'], text: string): Rung => ({ title, state: 'passed', text });

export const notTested = (title: Rung['title'], text: string): Rung => ({ title, state: 'notTested', text });

/** Residuals by their own standard deviations, where the points have weights. */
export const weightedResiduals = ({ data: { sigma }, fit: { residuals } }: Diagnosed): Float64Array =>
  sigma ? residuals.map((r, i) => r / sigma[i]!) : residuals;

/** Numbers in sentences: four digits at most. */
export const said = (v: number): string => String(Number(v.toPrecision(3))).replace('-', '−');
