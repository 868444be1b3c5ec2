/** The thread that computes for the screens; the pool calls these by name. */
import { checkByMonteCarlo as draws, checkFormula as formula } from './checkFormula';
import { compare as comparison } from './compareSeries';
import { costOf as cost } from './costOf';
import { evaluate as board } from './evaluate';
import { exportColumns as columns } from './exportColumns';
import { fit as model } from './fitSeries';
import { continueRun as continued, joinRun as joined, offsetOf as offset } from './joinRuns';
import { judgeQuality as quality } from './judgeQuality';
import { dwellOf as map, findSetPoints as setPoints, reducePoints as points } from './reducePoints';
import { reporting } from './reportErrors';
import { traces as windows } from './traces';

export const evaluate = reporting(board);
export const traces = reporting(windows);
export const fit = reporting(model);
export const costOf = reporting(cost);
export const compare = reporting(comparison);
export const exportColumns = reporting(columns);
export const judgeQuality = reporting(quality);
export const dwellOf = reporting(map);
export const reducePoints = reporting(points);
export const findSetPoints = reporting(setPoints);
export const continueRun = reporting(continued);
export const joinRun = reporting(joined);
export const offsetOf = reporting(offset);
export const checkFormula = reporting(formula);
export const checkByMonteCarlo = reporting(draws);
