import type { BudgetLine } from '@undameter/contract';
import { budgetRows, improveFirst } from './budget';
import styles from './BudgetOf.module.css';

interface BudgetProps {
  /** Of what, as its heading says. */
  of: string;
  lines: readonly BudgetLine[];
  unit: string;
}

/** Why a number may be off, folded until it is asked for. */
export function BudgetOf(props: BudgetProps) {
  if (budgetRows(props.lines, props.unit).length === 0) return null;
  return (
    <details className={styles['budget']}>
      <summary>Uncertainty budget</summary>
      <BudgetTable {...props} />
    </details>
  );
}

/** Each source of error with its share, as a table with bars. */
export function BudgetTable({ of, lines, unit }: BudgetProps) {
  const rows = budgetRows(lines, unit);
  const first = improveFirst(rows);
  return (
    <div className={styles['table']}>
      <table aria-label={`Uncertainty budget of ${of}`}>
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
    </div>
  );
}
