import type {
  BlockNode,
  GridNode,
  InlineNode,
  LivingContent,
  LivingNode,
  LivingTable,
  ReportDocument,
  TextNode,
} from '@undameter/contract';
import type { Living } from './living';
import { numberingOf, type Numbering } from './numbering';
import { runsOf, type Run } from './runs';

/** A report as it is written out: everything resolved, in the order of reading. Writers know nothing else. */
export type FlowBlock =
  | { kind: 'heading'; level: number; number: string; runs: Run[]; anchor: string }
  | { kind: 'paragraph'; runs: Run[] }
  | { kind: 'list'; isOrdered: boolean; items: FlowBlock[][] }
  | {
      kind: 'table';
      /** `Table 2`; nothing for one that was typed. */
      label: string;
      anchor: string;
      caption: Run[];
      head: Run[][];
      rows: Run[][][];
      isNumber: boolean[];
      note: Run[];
    }
  | {
      kind: 'figure';
      label: string;
      anchor: string;
      caption: Run[];
      /** Of the content that was taken; nothing where it has none. */
      hash: string;
      widthMm: number;
      heightMm: number;
    }
  | { kind: 'pageBreak' };

/** What stands where something is that was never taken and cannot be computed. */
const NOTHING = '[nothing could be taken here]';

/** The blocks of a report with what was taken put in. */
export function flowOf(document: ReportDocument, living: Living): FlowBlock[] {
  const numbering = numberingOf(document, ({ attrs }) => living.shownOf(attrs)?.form);
  const outlined = new Map(numbering.outline.map((line) => [line.block, line]));
  return document.content.flatMap((block, i): FlowBlock[] => {
    if (block.type !== 'heading') return blockOf(block, living, numbering);
    const { number } = outlined.get(i)!;
    const runs = runsOfLine(block.content, living, numbering);
    return [{ kind: 'heading', level: block.attrs.level, number, runs, anchor: `section-${number}` }];
  });
}

function blockOf(block: BlockNode, living: Living, numbering: Numbering): FlowBlock[] {
  switch (block.type) {
    case 'heading':
    case 'paragraph':
      return [{ kind: 'paragraph', runs: runsOfLine(block.content, living, numbering) }];
    case 'bulletList':
    case 'orderedList': {
      const items = block.content.map((item) => item.content.flatMap((b) => blockOf(b, living, numbering)));
      return [{ kind: 'list', isOrdered: block.type === 'orderedList', items }];
    }
    case 'table':
      return [gridOf(block, living, numbering)];
    case 'living':
      return livingBlock(block, living, numbering);
    case 'pageBreak':
      return [{ kind: 'pageBreak' }];
  }
}

const runsOfLine = (content: readonly InlineNode[] | undefined, living: Living, numbering: Numbering): Run[] =>
  (content ?? []).flatMap((node): Run[] => {
    switch (node.type) {
      case 'text':
        return [runOfText(node)];
      case 'value': {
        const shown = living.shownOf(node.attrs);
        return shown?.form === 'number' ? runsOf(shown.text) : [{ text: NOTHING }];
      }
      case 'reference':
        return [{ text: numbering.labels.get(node.attrs.to) ?? NOTHING }];
      case 'hardBreak':
        return [{ text: '\n' }];
    }
  });

function runOfText({ text, marks = [] }: TextNode): Run {
  const has = (type: string): boolean => marks.some((m) => m.type === type);
  return {
    text,
    ...(has('bold') ? { bold: true as const } : {}),
    ...(has('italic') ? { italic: true as const } : {}),
    ...(has('superscript') ? { shift: 'raised' as const } : has('subscript') ? { shift: 'lowered' as const } : {}),
  };
}

/** A table that was typed: its first row is its head where it is made of headings; a wide cell has empty ones beside it. */
function gridOf({ content }: GridNode, living: Living, numbering: Numbering): FlowBlock {
  const lines = content.map((row) =>
    row.content.flatMap((cell) => {
      const blocks = cell.content.flatMap((b) => blockOf(b, living, numbering));
      const beside = Number(cell.attrs?.['colspan'] ?? 1) - 1;
      return [joined(blocks), ...Array.from({ length: beside }, (): Run[] => [])];
    }),
  );
  const hasHead = content[0]?.content.every((cell) => cell.type === 'tableHeader') ?? false;
  const columns = Math.max(0, ...lines.map((l) => l.length));
  const filled = lines.map((l) => [...l, ...Array.from({ length: columns - l.length }, (): Run[] => [])]);
  const isNumber = Array.from({ length: columns }, () => false);
  const [head, rows] = hasHead ? [filled[0]!, filled.slice(1)] : [[], filled];
  return { kind: 'table', label: '', anchor: '', caption: [], head, rows, isNumber, note: [] };
}

/** Blocks of a cell in one run of text, its paragraphs on lines of their own. */
const joined = (blocks: readonly FlowBlock[]): Run[] =>
  blocks.flatMap((block, i): Run[] => {
    const lead: Run[] = i > 0 ? [{ text: '\n' }] : [];
    if (block.kind === 'paragraph') return [...lead, ...block.runs];
    if (block.kind === 'list')
      return block.items.flatMap((item, k) => [
        ...(i + k > 0 ? [{ text: '\n' }] : []),
        { text: '• ' },
        ...joined(item),
      ]);
    return [];
  });

function livingBlock({ attrs }: LivingNode, living: Living, numbering: Numbering): FlowBlock[] {
  const shown = living.shownOf(attrs);
  if (!shown) return [{ kind: 'paragraph', runs: [{ text: NOTHING }] }];
  const label = numbering.labels.get(attrs.id) ?? '';
  switch (shown.form) {
    case 'number':
      return [{ kind: 'paragraph', runs: runsOf(shown.text) }];
    case 'prose':
      return shown.paragraphs.map((p) => ({ kind: 'paragraph', runs: runsOf(p) }));
    case 'list':
      return [
        ...(shown.lead ? [{ kind: 'paragraph' as const, runs: runsOf(shown.lead) }] : []),
        { kind: 'list', isOrdered: true, items: shown.items.map((i) => [{ kind: 'paragraph', runs: runsOf(i) }]) },
      ];
    case 'table':
      return [tableBlock(shownPart(shown, attrs.hidden), label, attrs)];
    case 'figure':
      return [figureBlock(shown, label, attrs, living)];
  }
}

/** A table without the columns and rows that are not wanted. */
export function shownPart(table: LivingTable, hidden: readonly string[]): LivingTable {
  const isShown = table.columns.map(({ key }) => !hidden.includes(`column ${key}`));
  return {
    ...table,
    columns: table.columns.filter((_, i) => isShown[i]),
    rows: table.rows
      .filter(({ key }) => !hidden.includes(`row ${key}`))
      .map(({ key, cells }) => ({ key, cells: cells.filter((_, i) => isShown[i]) })),
  };
}

const tableBlock = (table: LivingTable, label: string, attrs: LivingNode['attrs']): FlowBlock => ({
  kind: 'table',
  label,
  anchor: attrs.id,
  caption: runsOf(attrs.caption ?? table.caption),
  head: table.columns.map((c) => runsOf(c.title)),
  rows: table.rows.map(({ cells }) => cells.map(runsOf)),
  isNumber: table.columns.map((c) => c.isNumber),
  note: runsOf(table.note),
});

const figureBlock = (
  figure: Extract<LivingContent, { form: 'figure' }>,
  label: string,
  attrs: LivingNode['attrs'],
  living: Living,
): FlowBlock => ({
  kind: 'figure',
  label,
  anchor: attrs.id,
  caption: runsOf(attrs.caption ?? (figure.caption || figure.name)),
  hash: attrs.taken ?? living.nowOf(attrs)?.hash ?? '',
  widthMm: figure.widthMm,
  heightMm: figure.heightMm,
});
