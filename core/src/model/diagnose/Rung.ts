import type { Choices } from '../Choices';
import type { Candidate } from '../compareModels';
import type { Fit, FitData, Model } from '../Model';

/** What a rung proposes to change of the fit. */
export interface Action {
  /** On its button. */
  says: string;
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
  state: 'passed' | 'doubtful' | 'failed';
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

/** Numbers in sentences: four digits at most. */
export const said = (v: number): string => String(Number(v.toPrecision(3))).replace('-', '−');
