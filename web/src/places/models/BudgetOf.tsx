import type { ParameterRow } from '@undameter/contract';
import { budgetRows, improveFirst } from './budget';
import styles from './BudgetOf.module.css';

/** Why a parameter may be off: each source with its share, as a table with bars. */
export function BudgetOf({ row }: { row: ParameterRow }) {
  const rows = budgetRows(row);
  if (rows.length === 0) return null;
  const first = improveFirst(rows);
  return (
    <details className={styles['budget']}>
      <summary>Uncertainty budget</summary>
      <table aria-label={`Uncertainty budget of ${row.symbol}`}>
        <thead>
          <tr>
            <th>source</th>
            <th>k = 1</th>
            <th title="degrees of freedom">ν</th>
            <th>share</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.source}>
              <td>
                {r.source} <small>{r.kind}</small>
              </td>
              <td className="number">{r.contribution}</td>
              <td className="number">{r.freedom}</td>
              <td className="number">
                <span className={styles['bar']} style={{ width: `${Math.max(1, r.percent)}%` }} aria-hidden />
                {r.percent} %
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {first && <p className="soft">{first}</p>}
    </details>
  );
}
