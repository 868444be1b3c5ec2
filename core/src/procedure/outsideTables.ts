import type { FormulaDoubts } from '../formula';
import { formatCount } from '../number/formatNumber';
import type { Channel } from '../sample';
import type { RunState } from './RunState';

/** What is told of arguments outside a table's knots or beside its holes, and which samples of the result rest on them. */
export function outsideTables(
  { tables }: RunState,
  { outsideTable, besideHole }: FormulaDoubts,
): { doubts: string[]; doubtful: Channel['doubtful'] } {
  const found = Object.entries(outsideTable).map(([table, places]) => ({
    table,
    places,
    policy: tables?.get(table)?.outside ?? 'refuse',
  }));
  const words = { refuse: 'missing', hold: 'held at the end value', extend: 'extended beyond the end' };
  // What is missing shows by itself.
  const shown = found.filter((f) => f.policy !== 'refuse');
  const samples = [...new Set(shown.flatMap((f) => [...f.places]))].sort((a, b) => a - b);
  return {
    doubts: [
      ...found.map(
        ({ table, places, policy }) => `${formatCount(places.length)} ${words[policy]}: outside the table ${table}`,
      ),
      ...Object.entries(besideHole).map(
        ([table, places]) => `${formatCount(places.length)} missing: beside a hole of the table ${table}`,
      ),
    ],
    doubtful:
      samples.length > 0
        ? {
            samples: Int32Array.from(samples),
            why: `outside the table ${shown.map((f) => f.table).join(', ')}`,
            isOutsideTable: true,
          }
        : undefined,
  };
}
