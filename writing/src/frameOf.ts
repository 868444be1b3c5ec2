import type { BlockNode, InlineNode, LivingSource, ReportDocument } from '@undameter/contract';
import { paragraph, slanted } from './build';

/**
 * A report as a frame for another campaign: its living things, which stand on what only their own campaign has, become
 * words that say what belongs there; what belongs to every campaign stays.
 */
export const frameOf = (document: ReportDocument): ReportDocument => ({
  type: 'doc',
  content: document.content.map(framed),
});

const everywhere = new Set<LivingSource['kind']>(['errors', 'sensors']);
const words: Record<LivingSource['kind'], string> = {
  number: 'a number',
  count: 'a number of samples',
  point: 'a number',
  finding: 'a finding',
  figure: 'a figure',
  parameters: 'the parameters of a fit',
  points: 'operating points',
  differences: 'the differences of a comparison',
  verdict: 'the verdict of a comparison',
  procedure: 'the procedure in words',
  setAside: 'what was set aside',
  rig: 'the rig',
  sensors: 'the sensors',
  budget: 'an uncertainty budget',
  errors: 'sources of error',
  data: 'a table of data',
};

function framed(block: BlockNode): BlockNode {
  switch (block.type) {
    case 'living': {
      const { source } = block.attrs;
      if (!everywhere.has(source.kind)) return paragraph(slanted(`Put in: ${words[source.kind]}.`));
      return { ...block, attrs: { ...block.attrs, taken: null, kept: null } };
    }
    case 'paragraph':
    case 'heading':
      return block.content ? { ...block, content: block.content.map(framedInline) } : block;
    case 'bulletList':
    case 'orderedList':
      return {
        ...block,
        content: block.content.map((item) => ({ ...item, content: item.content.map(framed) })),
      };
    case 'table':
      return {
        ...block,
        content: block.content.map((row) => ({
          ...row,
          content: row.content.map((cell) => ({ ...cell, content: cell.content.map(framed) })),
        })),
      };
    case 'pageBreak':
      return block;
  }
}

const framedInline = (node: InlineNode): InlineNode => {
  if (node.type === 'value') return slanted(`[${words[node.attrs.source.kind]}]`);
  return node.type === 'reference' ? slanted('[reference]') : node;
};
