import type { ImportBody, UploadReply } from '@undameter/contract';
import {
  formatCount,
  type ColumnChoice,
  type Layout,
  type Preview,
  type PreviewColumn,
  type SavedLayout,
} from '@undameter/core';

/** A file that waits, what was understood of it, and what was corrected by hand. */
export interface IntakeState {
  upload: UploadReply;
  layout: Layout;
  preview: Preview;
  columns: ColumnChoice[];
  runName: string;
  kind: ImportBody['kind'];
  along: number | null;
}
export type IntakeAction =
  /** Another part of the container was opened: nothing of what was corrected fits it. */
  | { type: 'open'; upload: UploadReply }
  /** What a remembered layout says is put aside. */
  | { type: 'asUnderstood' }
  | { type: 'reread'; layout: Layout; preview: Preview }
  /** Minutes that the clock of a column of moments was ahead of UTC; null: not stated. */
  | { type: 'zone'; index: number; zone: number | null }
  | { type: 'column'; index: number; change: Partial<ColumnChoice> }
  | { type: 'change'; change: Partial<Pick<IntakeState, 'runName' | 'kind' | 'along'>> };

function withZone({ zone: _, ...reading }: ColumnChoice['reading'], zone: number | null): ColumnChoice['reading'] {
  return zone === null ? reading : { ...reading, zone };
}

const chosen = (c: PreviewColumn): ColumnChoice => ({
  index: c.index,
  keep: c.proposed,
  name: c.name,
  symbol: c.symbol,
  unit: c.unit,
  reading: c.reading,
});

/** A file as it was read before, or as a remembered layout reads it, where one fits; else as it was understood. */
export function begin(upload: UploadReply, remembered = upload.again ?? upload.recognised): IntakeState {
  const inside = upload.levels.length > 1 ? upload.levels.at(-2)!.part : upload.name;
  return {
    upload,
    layout: remembered?.layout ?? upload.layout,
    preview: remembered?.preview ?? upload.preview,
    columns: remembered?.choices ?? upload.preview.columns.map(chosen),
    runName:
      upload.again?.runName ??
      inside
        .split('/')
        .at(-1)!
        .replace(/\.[^.]+$/, ''),
    kind: upload.again?.kind ?? (/simul/i.test(upload.name) ? 'simulated' : 'measured'),
    along: remembered ? remembered.along : upload.preview.timeColumn,
  };
}

/** What is remembered of this file's reading for the next one of its rig. */
export const savedLayoutOf = ({ layout, columns, preview, along }: IntakeState, name: string): SavedLayout => ({
  name,
  layout,
  along,
  columns: preview.columns.map((c) => ({ heading: c.name, unitFound: c.unit, choice: columns[c.index]! })),
});

export function intake(state: IntakeState, action: IntakeAction): IntakeState {
  switch (action.type) {
    case 'open':
      return begin(action.upload);
    case 'asUnderstood':
      return { ...begin({ ...state.upload, recognised: null }, null), runName: state.runName };
    case 'reread':
      return {
        ...state,
        layout: action.layout,
        preview: action.preview,
        // Columns that are the same as before keep what was corrected on them.
        columns: action.preview.columns.map((c) => {
          const before = state.preview.columns[c.index];
          const same = before?.name === c.name && before.type === c.type && before.unit === c.unit;
          return same ? (state.columns[c.index] ?? chosen(c)) : chosen(c);
        }),
        along: action.preview.timeColumn,
      };
    case 'zone':
      return {
        ...state,
        columns: state.columns.map((c) =>
          c.index === action.index ? { ...c, reading: withZone(c.reading, action.zone) } : c,
        ),
      };
    case 'column':
      return {
        ...state,
        columns: state.columns.map((c) => (c.index === action.index ? { ...c, ...action.change } : c)),
      };
    case 'change':
      return { ...state, ...action.change };
  }
}

/** What the server is asked to import. */
export const importOf = (state: IntakeState, campaignId: number): ImportBody => ({
  campaignId,
  name: state.runName,
  kind: state.kind,
  layout: state.layout,
  columns: state.columns
    .filter((c) => c.keep)
    .map(({ reading, name, symbol, unit }) => ({ reading, name, symbol, unit })),
  width: state.preview.columns.length,
  along: state.along,
  ...(state.upload.again ? { replaceRunId: state.upload.again.runId } : {}),
});

/** Columns that are left out though they hold something, or that hold nothing: told before the import. */
export function leftOut({ preview, columns }: IntakeState): string | null {
  const out = preview.columns.filter((c) => !columns[c.index]!.keep);
  if (out.length === 0) return null;
  const dead = out.filter((c) => c.type === 'empty');
  const named = (list: typeof out): string =>
    list
      .slice(0, 4)
      .map((c) => `"${c.name}"`)
      .join(', ') + (list.length > 4 ? ` and ${formatCount(list.length - 4)} more` : '');
  const others = out.filter((c) => c.type !== 'empty');
  return [
    ...(dead.length > 0 ? [`Left out, since no cell has a value: ${named(dead)}.`] : []),
    ...(others.length > 0 ? [`Left out: ${named(others)}.`] : []),
  ].join(' ');
}
