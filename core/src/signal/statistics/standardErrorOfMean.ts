import { dependenceOf } from './dependence';

export interface Mean {
  mean: number;
  standardDeviation: number;
  /** Of the mean, with the dependence of neighbouring samples allowed for; NaN with one sample. */
  standardError: number;
  /** Number of samples, and how many independent ones they are worth. */
  count: number;
  worth: number;
  /** Of the standard error: those that are really there. */
  degreesOfFreedom: number;
  /** The stretch holds so few correlation times that its scatter does not show how far its mean may be off. */
  isShort: boolean;
}

/** Fewer independent samples do not tell their own scatter. */
const FEWEST = 8;

/**
 * Mean of a stretch and how sure it is. Samples of a rig follow each other closely and are worth less than as many
 * independent ones: the standard error is σ·√(τ/n), τ the integrated autocorrelation time. The scatter within a stretch that
 * is short for its τ is smaller than that of the process, and is made up for: σ² = s²/(1 − τ/n).
 * @param y  evenly spaced samples, length n >= 1, finite
 * Source: JCGM 100:2008 (GUM) 4.2.3 for independent samples; for others T. W. Anderson, The Statistical Analysis of Time Series
 * (1971), section 8.3.2 (from memory), with τ as in `dependenceOf`.
 */
export function standardErrorOfMean(y: Float64Array): Mean {
  const n = y.length;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += y[i]!;
  const mean = sum / n;
  const centred = y.map((v) => v - mean);
  let squares = 0;
  for (let i = 0; i < n; i++) squares += centred[i]! * centred[i]!;
  const standardDeviation = n > 1 ? Math.sqrt(squares / (n - 1)) : NaN;
  const { tau } = squares > 0 ? dependenceOf(centred, 1) : { tau: 1 };
  const worth = n / tau;
  const isDependent = tau > 1;
  const process = isDependent
    ? standardDeviation / Math.sqrt(Math.max(0.05, 1 - 1 / Math.max(1, worth)))
    : standardDeviation;
  return {
    mean,
    standardDeviation,
    standardError: process / Math.sqrt(Math.max(worth, 0.5)),
    count: n,
    worth: Math.max(1, worth),
    degreesOfFreedom: Math.max(1, (isDependent ? worth : n) - 1),
    isShort: isDependent && worth < FEWEST,
  };
}
