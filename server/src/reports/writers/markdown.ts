import { zipOf } from '@undameter/formats';
import { plainText, type FlowBlock, type Run } from '@undameter/writing';
import { escaped } from './html';
import type { ReportToWrite, ReportWriter } from './Writer';

/** Text that any editor reads, with its pictures beside it in one archive. */
export const markdown: ReportWriter = {
  format: 'md',
  mediaType: 'application/zip',
  extension: 'zip',
  pictures: { hasFaces: true, dpi: 300 },
  write: (report) => {
    const files: Record<string, Uint8Array> = { 'report.md': Buffer.from(textOf(report)) };
    for (const block of report.flow) {
      const picture = block.kind === 'figure' ? report.pictures[block.hash] : undefined;
      if (block.kind === 'figure' && picture?.png) files[fileOf(block)] = picture.png;
    }
    return Promise.resolve(zipOf(files));
  },
};

const fileOf = ({ label }: { label: string }): string => `${label.toLowerCase().replace(' ', '-')}.png`;

const textOf = ({ title, page, flow }: ReportToWrite): string =>
  `${[`# ${marked([{ text: title }])}`, page.author, ...flow.map((b) => blockOf(b))].filter(Boolean).join('\n\n')}\n`;

/** What would be read as a sign of the format is taken as the character that it is. */
const marked = (runs: readonly Run[]): string =>
  runs
    .map(({ text, bold, italic, shift }) => {
      let set = escaped(text).replace(/[\\`*_[\]#|~]/g, '\\$&');
      if (shift) set = shift === 'raised' ? `<sup>${set}</sup>` : `<sub>${set}</sub>`;
      if (italic) set = `*${set}*`;
      if (bold) set = `**${set}**`;
      return set.replaceAll('\n', '  \n');
    })
    .join('');

const labelled = ({ label, caption }: { label: string; caption: Run[] }): string =>
  `${label ? `**${label}.** ` : ''}${marked(caption)}`;

function blockOf(block: FlowBlock, indent = ''): string {
  switch (block.kind) {
    case 'heading':
      return `${'#'.repeat(block.level + 1)} ${block.number} ${marked(block.runs)}`;
    case 'paragraph':
      return marked(block.runs);
    case 'list':
      return block.items
        .map((item, i) => {
          const sign = block.isOrdered ? `${i + 1}. ` : '- ';
          const inner = `${indent}${' '.repeat(sign.length)}`;
          return `${indent}${sign}${item.map((b) => blockOf(b, inner)).join(`\n\n${inner}`)}`;
        })
        .join('\n');
    case 'table':
      return tableOf(block);
    case 'figure':
      return `![${plainText(block.caption).replace(/[[\]]/g, '')}](${fileOf(block)})\n\n${labelled(block)}`;
    case 'pageBreak':
      return '---';
  }
}

function tableOf(block: Extract<FlowBlock, { kind: 'table' }>): string {
  const { head, rows, isNumber, label, note } = block;
  const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;
  const cell = (runs: Run[]): string => marked(runs).replaceAll('  \n', '<br>');
  const titles = head.length > 0 ? head.map(cell) : isNumber.map(() => '');
  return [
    ...(label ? [`${labelled(block)}\n`] : []),
    line(titles),
    line(isNumber.map((n) => (n ? '---:' : '---'))),
    ...rows.map((row) => line(row.map(cell))),
    ...(note.length > 0 ? [`\n${marked(note)}`] : []),
  ].join('\n');
}
