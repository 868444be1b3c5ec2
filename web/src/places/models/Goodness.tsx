import type { SeriesReply } from '@undameter/contract';
import { formatValue } from '@undameter/core';

/** How well the curve holds the points, in the usual numbers, and which parameters move together. */
export function Goodness({ series, onPin }: { series: SeriesReply; onPin?: (() => void) | undefined }) {
  const numbers: [string, number | null, string][] = [
    ['Σr²', series.sumOfSquares, 'sum of the squares of the residuals, unweighted, in the square of the unit of y'],
    ['R²', series.rSquared, 'share of the scatter of y that the curve explains'],
    ['adjusted', series.adjustedRSquared, 'less what parameters win by their number alone'],
    ['χ²/ν', series.reducedChiSquare, 'near 1 where the uncertainties explain the scatter'],
    [
      'AIC',
      series.aic,
      'normal errors of unknown variance, all constants in it; compare between models of the same points',
    ],
    ['BIC', series.bic, 'as AIC, with the number of points weighing on each parameter'],
  ];
  return (
    <div className="panel-pad goodness">
      <dl>
        {numbers.map(([name, value, says]) =>
          value === null ? null : (
            <div key={name} title={says}>
              <dt>{name}</dt>
              <dd className="number">{formatValue(value, 6)}</dd>
            </div>
          ),
        )}
      </dl>
      {onPin && (
        <button className="quiet" onClick={onPin}>
          Pin as finding
        </button>
      )}
      {series.correlation.length > 1 && <Correlation series={series} />}
    </div>
  );
}

/** The correlation of the parameters as a picture: the fuller a cell, the more two of them move together. */
function Correlation({ series: { correlation, parameters } }: { series: SeriesReply }) {
  return (
    <table className="correlation" aria-label="Correlation of the parameters">
      <tbody>
        {correlation.map((row, i) => (
          <tr key={i}>
            <th scope="row">{parameters[i]?.symbol}</th>
            {row.slice(0, i + 1).map((r, j) => (
              <td
                key={j}
                title={`${parameters[i]?.symbol} and ${parameters[j]?.symbol}: ${r === null ? 'none' : r.toFixed(4)}`}
                style={{
                  background: `color-mix(in srgb, var(${(r ?? 0) < 0 ? '--series-1' : '--series-0'}) ${Math.round(100 * Math.abs(r ?? 0))}%, transparent)`,
                }}
              />
            ))}
          </tr>
        ))}
        <tr>
          <th />
          {parameters.map((p) => (
            <th key={p.symbol} scope="col">
              {p.symbol}
            </th>
          ))}
        </tr>
      </tbody>
    </table>
  );
}
