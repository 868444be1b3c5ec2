import { fitModel, goodnessOf, modelOf, predict, studentTQuantile, type Fit, type FitData } from '@undameter/core';
import { leastSquares } from '../../core/src/linear/leastSquares';
import type { Case, Checker } from './Checker';
import { compareNumbers, sizeOf, worstOf, type Outcome } from './compareNumbers';

const fitPolynomial = (data: FitData, degree: number) => fitModel(modelOf('polynomial'), { degree }, data);

const exact = 'relative 1e-9: exact rational solutions, and double rounding of coefficients that nearly cancel';

const data = (c: Case) => ({
  x: Float64Array.from(c['x']),
  y: Float64Array.from(c['y']),
  xName: 'x',
  ...(c['sigma'] ? { sigma: Float64Array.from(c['sigma']), sigmaIsAbsolute: c['absolute_sigma'] } : {}),
});

function againstFit(c: Case, fit: Fit): Outcome {
  return worstOf(
    compareNumbers('coef', c['coef'], fit.parameters, 1e-9),
    compareNumbers('se', c['se'], fit.standardErrors, 1e-9),
    compareNumbers('cov', c['cov'], fit.covariance, 1e-9, 0),
    compareNumbers('rss', c['gof'].rss, fit.residualSumOfSquares, 1e-9),
    compareNumbers('r2', c['gof'].r2, fit.rSquared, 1e-9),
    compareNumbers('s', c['gof'].se_regression, fit.residualStandardDeviation, 1e-9),
    bands(c, fit),
  );
}

/** Confidence and prediction half widths on the case's grid, where it has them. */
function bands(c: Case, fit: Fit): Outcome {
  if (!c['bands']) return { worst: 0 };
  const t = studentTQuantile(0.975, fit.degreesOfFreedom);
  const at = (c['grid'] as number[]).map((x) => predict(fit, x));
  const s = fit.residualStandardDeviation;
  return worstOf(
    compareNumbers('t', c['bands'].t, t, 1e-9),
    compareNumbers(
      'fit',
      c['bands'].fit,
      at.map((p) => p.value),
      1e-9,
      sizeOf(c['bands'].fit) * 1e-3,
    ),
    compareNumbers(
      'conf',
      c['bands'].conf_half,
      at.map((p) => t * p.standardError),
      1e-9,
    ),
    compareNumbers(
      'pred',
      c['bands'].pred_half,
      at.map((p) => t * Math.hypot(p.standardError, s)),
      1e-9,
    ),
  );
}

export const fits: Checker[] = [
  {
    file: 'fits',
    kind: 'polynomial',
    tolerance: exact,
    check: (c) => againstFit(c, fitPolynomial(data(c), c['degree'])),
  },
  {
    file: 'fits',
    kind: 'weighted-polynomial',
    tolerance: exact,
    check: (c) => againstFit(c, fitPolynomial(data(c), c['degree'])),
  },
  {
    file: 'fits',
    kind: 'line',
    tolerance: exact,
    check: (c) => {
      const fit = fitModel(modelOf('polynomial'), { degree: 1 }, data(c));
      const t = studentTQuantile(0.975, fit.degreesOfFreedom);
      return worstOf(
        compareNumbers('coef', c['coef'], fit.parameters, 1e-9),
        compareNumbers('se', c['se'], fit.standardErrors, 1e-9),
        compareNumbers('r2', c['r2'], fit.rSquared, 1e-9),
        compareNumbers('aic', c['aic_statsmodels'], goodnessOf(fit, c['x'].length).aic, 1e-9),
        compareNumbers('bic', c['bic_statsmodels'], goodnessOf(fit, c['x'].length).bic, 1e-9),
        compareNumbers(
          'ci95',
          c['ci95'],
          Array.from(fit.parameters, (p, k) => [p - t * fit.standardErrors[k]!, p + t * fit.standardErrors[k]!]),
          1e-9,
        ),
      );
    },
  },
  {
    file: 'nist-nonlinear',
    kind: 'linear',
    tolerance: 'relative 1e-9 against the exact solution; sums of squares of exact fits are 0 up to 1e-16 of the data',
    check: (c) => {
      const y = Float64Array.from(c['y']);
      const { parameters, se, rss } = c['X'] || !c['intercept'] ? byColumns(c, y) : byPolynomial(c);
      const size = sizeOf(c['y']);
      return worstOf(
        compareNumbers('coef', c['exact'].coef, parameters, 1e-9),
        compareNumbers('se', c['exact'].se, se, 1e-9, size * 1e-6),
        compareNumbers('rss', c['exact'].rss, rss, 1e-9, size * size * 1e-16),
      );
    },
  },
  {
    file: 'fits',
    kind: 'multilinear',
    tolerance: exact,
    check: (c) => {
      const [x, ...others] = (c['X'] as number[][])[0]!.map((_, k) =>
        Float64Array.from(c['X'] as number[][], (row) => row[k]!),
      );
      const model = modelOf('multilinear');
      const fit = fitModel(
        model,
        { others: others.map((_, k) => `x${k + 2}`) },
        { x: x!, others, y: Float64Array.from(c['y']), xName: 'x' },
      );
      return worstOf(
        compareNumbers('coef', c['coef'], fit.parameters, 1e-9),
        compareNumbers('se', c['se'], fit.standardErrors, 1e-9),
        compareNumbers('cov', c['cov'], fit.covariance, 1e-8, 1e-12),
        compareNumbers('r2', [c['r2']], [fit.rSquared], 1e-9),
        compareNumbers('adjusted', [c['adj_r2']], [goodnessOf(fit, c['y'].length).adjustedRSquared], 1e-9),
      );
    },
  },
  {
    file: 'fits',
    kind: 'quantiles',
    tolerance:
      'relative 5e-9, since the reference iterates only so far (closed form for even degrees of freedom agrees with ours to 1e-15); only Student quantiles are in the core yet',
    check: (c) =>
      worstOf(
        ...[
          ['t975', 0.975],
          ['t995', 0.995],
        ].map(([key, p]) =>
          compareNumbers(
            String(key),
            Object.values(c[key as string]),
            Object.keys(c[key as string]).map((dof) => studentTQuantile(p as number, Number(dof))),
            5e-9,
          ),
        ),
      ),
  },
];

function byPolynomial(c: Case) {
  const fit = fitPolynomial(data(c), c['degree']);
  return { parameters: fit.parameters, se: fit.standardErrors, rss: fit.residualSumOfSquares };
}

function byColumns(c: Case, y: Float64Array) {
  const rows: number[][] = c['X'] ?? (c['x'] as number[]).map((x) => [x]);
  const columns = rows[0]!.map((_, j) => Float64Array.from(rows, (row) => row[j]!));
  const solved = leastSquares(columns, y);
  const rss = solved.residuals.reduce((s, r) => s + r * r, 0);
  const variance = rss / (y.length - columns.length);
  return { parameters: solved.solution, se: solved.inverse.map((row, k) => Math.sqrt(row[k]! * variance)), rss };
}
