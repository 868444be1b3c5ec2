import {
  fitModel,
  losses,
  modelOf,
  ModelFunction,
  orthogonalProblem,
  pointsProblem,
  solveNonlinear,
  type LossName,
  type NonlinearSolution,
} from '@undameter/core';
import type { Case, Checker } from './Checker';
import { compareNumbers, worstOf, type Outcome } from './compareNumbers';

/** The formulas of the files in our words: `y = b1*arctan(x)   [note]` is `b1*atan(x)`. */
const formulaOf = (text: string): string =>
  text
    .replace(/\[.*\]/, '')
    .replace(/^.*?=/, '')
    .replace(/,.*$/, '')
    .replaceAll('arctan', 'atan')
    .trim();

function solved(
  c: Case,
  formula: string,
  parameters: string[],
  start: number[],
  bounds: { lower?: Float64Array; upper?: Float64Array } = {},
): NonlinearSolution {
  const names = c['x1'] ? ['x1', 'x2'] : ['x'];
  const variables = new Map(names.map((name) => [name, Float64Array.from(c[name])]));
  const y = Float64Array.from(c['y'], (v: number) => (c['responseTransform'] === 'log' ? Math.log(v) : v));
  const sigma = c['sigma'] ? Float64Array.from(c['sigma']) : undefined;
  const problem = pointsProblem({ model: ModelFunction.of(formula, parameters, variables), y, sigma });
  return solveNonlinear({
    problem: { ...problem, ...bounds },
    degreesOfFreedom: y.length - parameters.length,
    starts: [Float64Array.from(start)],
  })!;
}

const standardErrors = (
  points: number,
  { inverse, sumOfSquares, parameters, atBound }: NonlinearSolution,
  isAbsolute = false,
): number[] => {
  const variance = isAbsolute ? 1 : sumOfSquares / (points - parameters.length + atBound.filter(Boolean).length);
  return inverse.map((row, k) => Math.sqrt(row[k]! * variance));
};

/** Models that the file tells in words. */
const inOurWords: Record<string, string> = {
  sinc: 'a*if(k*(x-m)==0, 1, sin(k*(x-m))/(k*(x-m)))+c',
  'first-order-step': 'y0+(y1-y0)*(1-exp(-max(x-t0, 0)/tau))',
  'piecewise-linear': 'y0+(k1-k2)*min(x-xb, 0)+k2*(x-xb)',
};

/** Models that the file names only. */
const odrModels: Record<string, string> = {
  line: 'a + b*x',
  quad: 'a + b*x + c*x^2',
  quadratic: 'a + b*x + c*x^2',
  cubic: 'a + b*x + c*x^2 + d*x^3',
  exp: 'a*exp(b*x)',
  'exp-offset': 'a*exp(b*x) + c',
  expoffset: 'a*exp(b*x) + c',
  power: 'a*x^b',
  'power-offset': 'a*x^b + c',
};

/** The start of the case, or ones of both signs where it names none. */
const startsOf = (c: Case, symbols: readonly string[]): Float64Array[] =>
  c['p0'] ? [Float64Array.from(c['p0'])] : [1, 0.3, -0.5].map((v) => Float64Array.from(symbols, (_, k) => v * (k + 1)));

/** The certified values have eleven digits. */
const CERTIFIED = 1e-6;

export const nonlinear: Checker[] = [
  {
    file: 'nist-nonlinear',
    kind: 'nonlinear',
    tolerance: 'relative 1e-6 from both starts; parameters alone where the residuals are rounding',
    check: (c) =>
      worstOf(
        ...[c['start1'], c['start2']].map((start: number[]): Outcome => {
          const found = solved(c, formulaOf(c['model']), c['params'], start);
          if (c['rss'] < 1e-20) return compareNumbers('parameters', c['certified'], found.parameters, CERTIFIED);
          return worstOf(
            compareNumbers('parameters', c['certified'], found.parameters, CERTIFIED),
            compareNumbers('se', c['certifiedSE'], standardErrors(c['y'].length, found), CERTIFIED),
            compareNumbers('rss', [c['rss']], [found.sumOfSquares], CERTIFIED),
          );
        }),
      ),
  },
  {
    file: 'fits',
    kind: 'nonlinear',
    tolerance: 'relative 1e-6',
    check: (c) => {
      const formula = inOurWords[c['name'] as string] ?? formulaOf(`y = ${c['model']}`);
      const symbols = parametersOf(formula);
      const found = solved(c, formula, symbols, c['p0']);
      return worstOf(
        compareNumbers('params', c['params'], found.parameters, 1e-6),
        c['se_scaled']
          ? compareNumbers('se', c['se_scaled'], standardErrors(c['y'].length, found), 1e-5)
          : { worst: 0 },
        c['se_absolute']
          ? compareNumbers('se', c['se_absolute'], standardErrors(c['y'].length, found, true), 1e-5)
          : { worst: 0 },
      );
    },
  },
  {
    file: 'fits',
    kind: 'bounded',
    tolerance: 'relative 1e-6',
    check: (c) => {
      const bounds = { lower: Float64Array.of(0, -0.7, -Infinity), upper: Float64Array.of(Infinity, 0, Infinity) };
      const found = solved(c, formulaOf(`y = ${c['model']}`), ['a', 'b', 'c'], [1, -0.5, 0], bounds);
      return worstOf(
        compareNumbers('params', c['params'], found.parameters, 1e-6),
        compareNumbers('rss', [c['rss']], [found.sumOfSquares], 1e-9),
      );
    },
  },
  {
    file: 'fits',
    kind: 'fixed',
    tolerance: 'relative 1e-6',
    check: (c) => {
      const found = solved(c, formulaOf(`y = ${c['model']}`), ['a', 'c'], [1, 0]);
      return worstOf(
        compareNumbers('params', c['params'], found.parameters, 1e-6),
        compareNumbers('se', c['se_scaled'], standardErrors(c['y'].length, found), 1e-6),
      );
    },
  },
  {
    file: 'fits',
    kind: 'robust',
    tolerance: 'relative 1e-5, since the reference ends with a gradient of 1e-6',
    check: (c) => {
      const name = ({ soft_l1: 'softL1' } as Record<string, string>)[c['loss']] ?? c['loss'];
      const loss = Object.hasOwn(losses, name) ? { name: name as LossName, scale: c['f_scale'] as number } : undefined;
      const formula = formulaOf(`y = ${c['model']}`);
      const symbols = parametersOf(formula);
      const problem = pointsProblem({
        model: ModelFunction.of(formula, symbols, new Map([['x', Float64Array.from(c['x'])]])),
        y: Float64Array.from(c['y']),
        loss,
      });
      const found = solveNonlinear({
        problem,
        degreesOfFreedom: c['y'].length - symbols.length,
        starts: startsOf(c, symbols),
      })!;
      return worstOf(
        compareNumbers('params', c['params'], found.parameters, 1e-5),
        compareNumbers('cost', [c['cost']], [found.sumOfSquares / 2], 1e-9),
      );
    },
  },
  {
    file: 'fits',
    kind: 'rlm',
    tolerance: 'relative 1e-6, to which the reference iterates',
    check: (c) => {
      const data = { x: Float64Array.from(c['x']), y: Float64Array.from(c['y']), xName: 'x' };
      const loss = (c['id'] as string).includes('Huber') ? 'huber' : 'biweight';
      const fit = fitModel(modelOf('polynomial'), { degree: 1 }, data, { loss });
      return worstOf(
        compareNumbers('coef', c['coef'], fit.parameters, 1e-6),
        compareNumbers('se', c['se'], fit.standardErrors, 1e-5),
      );
    },
  },
  {
    file: 'fits',
    kind: 'odr',
    tolerance: 'relative 1e-8; standard errors 1e-6 against the reference that drops second-order terms as we do',
    check: (c) => {
      const [x, y] = [Float64Array.from(c['x']), Float64Array.from(c['y'])];
      const formula = odrModels[c['model'] as string] ?? formulaOf(`y = ${c['model']}`);
      const symbols = parametersOf(formula).sort();
      const problem = orthogonalProblem({
        model: ModelFunction.of(formula, symbols, new Map([['x', x]])),
        y,
        sigmaX: Float64Array.from(c['sx']),
        sigmaY: Float64Array.from(c['sy']),
      });
      const found = solveNonlinear({
        problem,
        degreesOfFreedom: y.length - symbols.length,
        starts: [Float64Array.from(c['p0'])],
      })!;
      return worstOf(
        compareNumbers('params', c['params'], found.parameters, 1e-8),
        compareNumbers('sum', [c['sum_square']], [found.sumOfSquares], 1e-8),
        compareNumbers('se', c['sd_beta_scaled'], standardErrors(y.length, found), 1e-5),
      );
    },
  },
];

/** Names that are neither x nor functions, in the order of the alphabet or of their first place. */
const parametersOf = (formula: string): string[] => {
  const names = [...formula.matchAll(/[A-Za-z_]\w*/g)].map((m) => m[0]);
  return [...new Set(names.filter((n) => n !== 'x' && n !== 'pi' && !formula.includes(`${n}(`)))];
};
