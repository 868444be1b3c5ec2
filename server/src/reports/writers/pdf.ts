import { plainText, type FlowBlock, type Run } from '@undameter/writing';
import type { Content, ContentText, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces';
import { PDF_FONT, pdfmake, pointsOf } from '../../figures/pdfMaker';
import { LANGUAGE, type ReportToWrite, type ReportWriter } from './Writer';

const MARGIN_MM = 25;
const widths = { A4: 210, LETTER: 215.9 } as const;
const sizes = [15, 12, 10.5];
const INK = '#1c2b30';
const SOFT = '#5a666a';

/** Pages with vectors, real text, a list of contents and page numbers. */
export const pdf: ReportWriter = {
  format: 'pdf',
  mediaType: 'application/pdf',
  extension: 'pdf',
  pictures: { hasFaces: false, dpi: 0 },
  write: (report) => pdfmake.createPdf(definitionOf(report)).getBuffer(),
};

function definitionOf(report: ReportToWrite): TDocumentDefinitions {
  const { title, page, flow } = report;
  const room = pointsOf(widths[page.size] - 2 * MARGIN_MM);
  const margin = pointsOf(MARGIN_MM);
  return {
    pageSize: page.size,
    pageMargins: [margin, margin, margin, margin],
    language: LANGUAGE,
    tagged: true,
    displayTitle: true,
    info: { title, author: page.author },
    defaultStyle: { font: PDF_FONT, fontSize: 10, lineHeight: 1.25, color: INK },
    header: {
      margin: [margin, margin / 2, margin, 0],
      columns: [
        { text: page.headLeft, color: SOFT, fontSize: 8.5 },
        { text: page.headRight, color: SOFT, fontSize: 8.5, alignment: 'right' },
      ],
    },
    footer: (current, count) => ({
      margin: [margin, margin / 3, margin, 0],
      text: `${current} / ${count}`,
      alignment: 'right',
      color: SOFT,
      fontSize: 8.5,
    }),
    // A heading does not end a page.
    pageBreakBefore: (node, { getFollowingNodesOnPage }) =>
      node.headlineLevel !== undefined && getFollowingNodesOnPage().length === 0,
    content: [
      { text: title, fontSize: 20, bold: true, margin: [0, 0, 0, page.author ? 2 : 12] },
      ...(page.author ? [{ text: page.author, color: SOFT, margin: [0, 0, 0, 12] } as Content] : []),
      // The library cannot set a list of nothing.
      ...(page.contents && flow.some((b) => b.kind === 'heading') ? [contents] : []),
      ...flow.map((block) => contentOf(block, report, room)),
    ],
  };
}

const contents: Content = {
  toc: { title: { text: 'Contents', fontSize: 12, bold: true, margin: [0, 6, 0, 4] } },
  margin: [0, 0, 0, 14],
};

const textOf = (runs: readonly Run[]): ContentText[] =>
  runs.map(({ text, bold, italic, shift }) => ({
    text,
    ...(bold ? { bold } : {}),
    ...(italic ? { italics: true } : {}),
    ...(shift === 'raised' ? { sup: true } : shift === 'lowered' ? { sub: true } : {}),
  }));

function contentOf(block: FlowBlock, report: ReportToWrite, room: number): Content {
  switch (block.kind) {
    case 'heading': {
      const text = `${block.number}  ${plainText(block.runs)}`;
      const size = sizes[block.level - 1] ?? 10.5;
      // The types of the library know a line of contents only as a whole text, which the library itself does not ask for.
      const heading = {
        text: [{ text: `${block.number}  `, color: SOFT }, ...textOf(block.runs)],
        fontSize: size,
        bold: true,
        headlineLevel: block.level,
        tocItem: true,
        tocMargin: [(block.level - 1) * 14, 1, 0, 1],
        outline: true,
        outlineText: text,
        margin: [0, 12, 0, 4],
      };
      return heading as unknown as Content;
    }
    case 'paragraph':
      return { text: textOf(block.runs), margin: [0, 0, 0, 6] };
    case 'list': {
      const items = block.items.map((item): Content => ({ stack: item.map((b) => contentOf(b, report, room)) }));
      return block.isOrdered ? { ol: items, margin: [0, 0, 0, 6] } : { ul: items, margin: [0, 0, 0, 6] };
    }
    case 'table':
      return tableOf(block);
    case 'figure':
      return figureOf(block, report, room);
    case 'pageBreak':
      return { text: '', pageBreak: 'after' };
  }
}

const captionOf = ({ label, caption }: { label: string; caption: Run[] }, below: number): Content => ({
  text: [...(label ? [{ text: `${label}. `, bold: true }] : []), ...textOf(caption)],
  fontSize: 9,
  margin: [0, 2, 0, below],
});

function tableOf(block: Extract<FlowBlock, { kind: 'table' }>): Content {
  const { head, rows, isNumber, label, note } = block;
  const cell = (runs: Run[], column: number, isHead: boolean): TableCell => ({
    text: textOf(runs),
    alignment: isNumber[column] ? 'right' : 'left',
    bold: isHead,
    noWrap: isNumber[column] && !isHead,
  });
  const body = [...(head.length > 0 ? [head] : []), ...rows].map((row, i) =>
    row.map((runs, column) => cell(runs, column, i === 0 && head.length > 0)),
  );
  if (body.length === 0 || body[0]!.length === 0) return captionOf(block, 6);
  const last = body.length;
  return {
    stack: [
      ...(label ? [captionOf(block, 3)] : []),
      {
        table: { headerRows: head.length > 0 ? 1 : 0, widths: columnWidths(block), body },
        fontSize: 8.5,
        layout: {
          hLineWidth: (i: number) => (i === 0 || i === last || (i === 1 && head.length > 0) ? 0.8 : 0.25),
          vLineWidth: () => 0,
          hLineColor: (i: number) => (i <= 1 || i === last ? INK : '#c9cfcf'),
          paddingLeft: (i: number) => (i === 0 ? 0 : 5),
          paddingRight: () => 5,
          paddingTop: () => 2,
          paddingBottom: () => 1,
        },
      },
      ...(note.length > 0 ? [{ text: textOf(note), fontSize: 8, color: SOFT, margin: [0, 2, 0, 0] } as Content] : []),
    ],
    margin: [0, 4, 0, 10],
  };
}

/** Columns of numbers as wide as they are; what is long shares the rest. */
function columnWidths({ isNumber, rows, head }: Extract<FlowBlock, { kind: 'table' }>): ('auto' | '*')[] {
  const longest = isNumber.map((_, c) => Math.max(0, ...[head, ...rows].map((row) => plainText(row[c] ?? []).length)));
  return isNumber.map((number, c) => (number || longest[c]! <= 24 ? 'auto' : '*'));
}

function figureOf(block: Extract<FlowBlock, { kind: 'figure' }>, { pictures }: ReportToWrite, room: number): Content {
  const picture = pictures[block.hash];
  const scale = Math.min(1, room / pointsOf(block.widthMm));
  return {
    unbreakable: true,
    stack: [
      picture
        ? { svg: picture.svg, width: pointsOf(block.widthMm) * scale, height: pointsOf(block.heightMm) * scale }
        : { text: '[this figure could not be drawn]' },
      captionOf(block, 0),
    ],
    margin: [0, 4, 0, 10],
  };
}
