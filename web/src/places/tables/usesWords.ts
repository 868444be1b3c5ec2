import type { TableUse } from '@undameter/contract';
import { counted } from '../../parts/counted';

/** What stands on a table, in numbers: `2 steps, 1 condition`; nothing where nothing does. */
export function usesInWords(uses: readonly TableUse[]): string {
  const kindOf = (use: TableUse): string => (use.runId === null ? use.where : 'step');
  return ['step', 'condition', 'figure']
    .map((kind) => [kind, uses.filter((use) => kindOf(use) === kind).length] as const)
    .flatMap(([kind, count]) => (count > 0 ? [counted(count, kind)] : []))
    .join(', ');
}
