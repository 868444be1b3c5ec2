import type { ReportDocument } from '@undameter/contract';
import { diffArrays } from 'diff';
import type { Living } from './living';
import { flowOf, type FlowBlock } from './flow';
import { plainText } from './runs';

export interface ComparedLine {
  state: 'same' | 'gone' | 'added';
  text: string;
}

/** Two states of a report block by block, with the numbers that each shows. */
export function compareStates(before: ReportDocument, now: ReportDocument, living: Living): ComparedLine[] {
  const [old, present] = [before, now].map((d) => flowOf(d, living).flatMap(linesOf));
  return diffArrays(old!, present!).flatMap(({ added, removed, value }) =>
    value.map((text) => ({
      state: added ? ('added' as const) : removed ? ('gone' as const) : ('same' as const),
      text,
    })),
  );
}

/** A block as lines of plain text. */
export function linesOf(block: FlowBlock): string[] {
  switch (block.kind) {
    case 'heading':
      return [`${block.number} ${plainText(block.runs)}`];
    case 'paragraph':
      return [plainText(block.runs)];
    case 'list':
      return block.items.flatMap((item) => item.flatMap(linesOf)).map((line) => `• ${line}`);
    case 'table': {
      const title = block.label ? [`${block.label}. ${plainText(block.caption)}`] : [];
      return [...title, ...[block.head, ...block.rows].map((row) => row.map(plainText).join(' | '))];
    }
    case 'figure':
      return [`${block.label}. ${plainText(block.caption)} [${block.hash.slice(0, 6)}]`];
    case 'pageBreak':
      return [];
  }
}
