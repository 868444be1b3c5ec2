import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { queries } from '../../data/queries';
import { BudgetTable } from '../../parts/BudgetOf';
import { Sentence } from '../../parts/Sentence';

/** Why the number of a finding may be off, asked for when it is unfolded. */
export function FindingBudget({ id, number }: { id: number; number: number }) {
  const [isOpen, setOpen] = useState(false);
  const { data, error } = useQuery({ ...queries.findingBudget(id), enabled: isOpen });
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>Uncertainty budget</summary>
      <Sentence error={error} />
      {!data && !error && <p className="soft">Reading …</p>}
      {data && data.lines.length > 0 && <BudgetTable of={`finding ${number}`} lines={data.lines} unit={data.unit} />}
      {data && data.lines.length === 0 && <p className="soft">{data.why}</p>}
    </details>
  );
}
