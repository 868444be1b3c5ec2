import { Type, type Static } from 'typebox';
import { columnReadingSchema } from './ColumnReading';
import { layoutSchema } from './Layout';
import type { Preview } from './Preview';

const closed = { additionalProperties: false };
const shortText = Type.String({ maxLength: 200 });

/** What was chosen for one column of a file. */
export const columnChoiceSchema = Type.Object(
  {
    index: Type.Integer({ minimum: 0 }),
    keep: Type.Boolean(),
    name: shortText,
    symbol: shortText,
    unit: shortText,
    reading: columnReadingSchema,
  },
  closed,
);
export type ColumnChoice = Static<typeof columnChoiceSchema>;

/** A choice as it is remembered: with the heading and the unit that the file had there. */
const savedColumnSchema = Type.Object({ heading: shortText, unitFound: shortText, choice: columnChoiceSchema }, closed);

/** How files of one rig are read: what was understood of one of them and corrected by hand. */
export const savedLayoutSchema = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    layout: layoutSchema,
    columns: Type.Array(savedColumnSchema, { minItems: 1, maxItems: 20000 }),
    /** Index of the column along which samples are ordered. */
    along: Type.Union([Type.Integer({ minimum: 0 }), Type.Null()]),
  },
  closed,
);
export type SavedLayout = Static<typeof savedLayoutSchema>;

export interface Recognised {
  /** Share of headings that the file and the saved layout have in common, 0 to 1. */
  likeness: number;
  choices: ColumnChoice[];
  along: number | null;
  /** Where the file deviates, in short sentences. */
  differences: string[];
}

/**
 * Applies a saved layout to a file: columns are found again by their heading, wherever they
 * stand now; a column that is new keeps what was understood of it.
 */
export function recognise(saved: SavedLayout, preview: Preview): Recognised {
  const taken = new Set<number>();
  const now = new Map<number, number>();
  saved.columns.forEach((column) => {
    const found = preview.columns.find((c) => c.name === column.heading && !taken.has(c.index));
    if (!found) return;
    taken.add(found.index);
    now.set(column.choice.index, found.index);
  });
  const differences: string[] = [];
  const choices = preview.columns.map((c): ColumnChoice => {
    const column = saved.columns.find((s) => now.get(s.choice.index) === c.index);
    if (!column) {
      differences.push(`"${c.name}" is new`);
      return { index: c.index, keep: c.proposed, name: c.name, symbol: c.symbol, unit: c.unit, reading: c.reading };
    }
    const otherUnit = column.unitFound !== c.unit;
    if (otherUnit)
      differences.push(`"${c.name}" is now in ${c.unit || 'no unit'}, it was in ${column.unitFound || 'no unit'}`);
    const { date, ...reading } = column.choice.reading;
    const dateIndex = date && now.get(date.index);
    return {
      ...column.choice,
      index: c.index,
      // A unit that the file states anew goes before the remembered one.
      unit: otherUnit ? c.unit : column.choice.unit,
      reading: {
        ...reading,
        index: c.index,
        ...(date && dateIndex !== undefined ? { date: { ...date, index: dateIndex } } : {}),
      },
    };
  });
  for (const s of saved.columns) if (!now.has(s.choice.index)) differences.push(`"${s.heading}" is not there`);
  const all = new Set([...saved.columns.map((s) => s.heading), ...preview.columns.map((c) => c.name)]).size;
  return {
    likeness: all === 0 ? 0 : now.size / Math.max(all, saved.columns.length, preview.columns.length),
    choices,
    along: saved.along === null ? null : (now.get(saved.along) ?? null),
    differences,
  };
}
