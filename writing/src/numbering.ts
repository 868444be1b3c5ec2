import type { HeadingNode, LivingContent, LivingNode, ReportDocument } from '@undameter/contract';
import { wordsOf, type AnyNode } from './walk';

export interface OutlineLine {
  level: number;
  /** `3.1`. */
  number: string;
  words: string;
  /** Place among the blocks of the document. */
  block: number;
}

export interface Numbering {
  outline: OutlineLine[];
  /** `Figure 2`, `Table 1`, by the id of the living block. */
  labels: ReadonlyMap<string, string>;
}

const called: Partial<Record<LivingContent['form'], string>> = { figure: 'Figure', table: 'Table' };

/**
 * Numbers of headings, figures and tables in reading order. A heading below one that is missing counts from it: an
 * `h2` before any `h1` is 0.1.
 * @param formOf  what a living block shows; undefined: nothing that has a number
 */
export function numberingOf(
  document: ReportDocument,
  formOf: (node: LivingNode) => LivingContent['form'] | undefined,
): Numbering {
  const outline: OutlineLine[] = [];
  const labels = new Map<string, string>();
  const headings = [0, 0, 0];
  const counts: Record<string, number> = {};
  for (const [block, node] of document.content.entries()) {
    if (node.type === 'heading') {
      const number = nextHeading(headings, node);
      outline.push({ level: node.attrs.level, number, words: wordsOf(node as AnyNode), block });
    } else if (node.type === 'living') {
      const word = called[formOf(node) ?? 'prose'];
      if (!word) continue;
      counts[word] = (counts[word] ?? 0) + 1;
      labels.set(node.attrs.id, `${word} ${counts[word]}`);
    }
  }
  return { outline, labels };
}

function nextHeading(counts: number[], { attrs: { level } }: HeadingNode): string {
  counts[level - 1]!++;
  counts.fill(0, level);
  return counts.slice(0, level).join('.');
}
