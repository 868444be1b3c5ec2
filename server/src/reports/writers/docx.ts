import { plainText, type FlowBlock, type Run } from '@undameter/writing';
import {
  AlignmentType,
  BorderStyle,
  Document,
  Footer,
  Header,
  HeadingLevel,
  ImageRun,
  LevelFormat,
  Packer,
  PageBreak,
  PageNumber,
  Paragraph,
  SimpleField,
  Table,
  TableCell,
  TableOfContents,
  TableRow,
  TabStopType,
  TextRun,
  WidthType,
  type FileChild,
} from 'docx';
import { LANGUAGE, type ReportToWrite, type ReportWriter } from './Writer';

const HEADINGS = [HeadingLevel.HEADING_1, HeadingLevel.HEADING_2, HeadingLevel.HEADING_3] as const;
const PIXELS_PER_MM = 96 / 25.4;
const TWIPS_PER_MM = 1440 / 25.4;
const MARGIN_MM = 25;
const pages = { A4: [210, 297], LETTER: [215.9, 279.4] } as const;

/** A document that a word processor can go on with: real headings, captions, tables; figures as SVG with a picture beside. */
export const docx: ReportWriter = {
  format: 'docx',
  mediaType: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  extension: 'docx',
  pictures: { hasFaces: true, dpi: 600 },
  write: (report) => Packer.toBuffer(documentOf(report)),
};

function documentOf(report: ReportToWrite): Document {
  const { title, page, flow } = report;
  const [width, height] = pages[page.size];
  const margin = MARGIN_MM * TWIPS_PER_MM;
  const room = width - 2 * MARGIN_MM;
  const head = new Paragraph({
    tabStops: [{ type: TabStopType.RIGHT, position: Math.round(room * TWIPS_PER_MM) }],
    children: [new TextRun(`${page.headLeft}\t${page.headRight}`)],
  });
  const foot = new Paragraph({
    alignment: AlignmentType.RIGHT,
    children: [new TextRun({ children: [PageNumber.CURRENT, ' / ', PageNumber.TOTAL_PAGES] })],
  });
  return new Document({
    title,
    creator: page.author || 'Undameter',
    styles: {
      default: {
        document: {
          run: { font: 'Arial', size: 20, language: { value: LANGUAGE } },
          paragraph: { spacing: { after: 120 } },
        },
        title: { run: { size: 40, bold: true } },
        heading1: { run: { size: 30, bold: true }, paragraph: { spacing: { before: 240, after: 80 }, keepNext: true } },
        heading2: { run: { size: 24, bold: true }, paragraph: { spacing: { before: 200, after: 80 }, keepNext: true } },
        heading3: { run: { size: 21, bold: true }, paragraph: { spacing: { before: 160, after: 60 }, keepNext: true } },
      },
      paragraphStyles: [
        { id: 'Caption', name: 'caption', basedOn: 'Normal', next: 'Normal', quickFormat: true, run: { size: 18 } },
      ],
    },
    numbering: { config: [headingNumbers, orderedNumbers] },
    features: { updateFields: page.contents },
    sections: [
      {
        properties: {
          page: {
            size: { width: Math.round(width * TWIPS_PER_MM), height: Math.round(height * TWIPS_PER_MM) },
            margin: { top: margin, right: margin, bottom: margin, left: margin },
          },
        },
        headers: { default: new Header({ children: [head] }) },
        footers: { default: new Footer({ children: [foot] }) },
        children: [
          new Paragraph({ heading: HeadingLevel.TITLE, children: [new TextRun(title)] }),
          ...(page.author ? [new Paragraph(page.author)] : []),
          ...(page.contents ? [new TableOfContents('Contents', { hyperlink: true, headingStyleRange: '1-3' })] : []),
          ...flow.flatMap((block, i) => childrenOf(block, report, room, { list: i, level: 0 })),
        ],
      },
    ],
  });
}

const headingNumbers = {
  reference: 'headings',
  levels: [0, 1, 2].map((level) => ({
    level,
    format: LevelFormat.DECIMAL,
    text: [1, 2, 3]
      .slice(0, level + 1)
      .map((n) => `%${n}`)
      .join('.'),
    alignment: AlignmentType.START,
    style: { paragraph: { indent: { left: 0, hanging: 0 } } },
  })),
};
const orderedNumbers = {
  reference: 'ordered',
  levels: [0, 1, 2].map((level) => ({
    level,
    format: LevelFormat.DECIMAL,
    text: `%${level + 1}.`,
    alignment: AlignmentType.START,
    style: { paragraph: { indent: { left: 360 * (level + 1), hanging: 360 } } },
  })),
};

const textOf = (runs: readonly Run[], isBold = false): TextRun[] =>
  runs.flatMap(({ text, bold, italic, shift }) =>
    text.split('\n').map(
      (line, i) =>
        new TextRun({
          text: line,
          ...(i > 0 ? { break: 1 } : {}),
          ...(bold || isBold ? { bold: true } : {}),
          ...(italic ? { italics: true } : {}),
          ...(shift === 'raised' ? { superScript: true } : shift === 'lowered' ? { subScript: true } : {}),
        }),
    ),
  );

/** Where a list stands, so that each begins at 1. */
interface InList {
  list: number;
  level: number;
}

function childrenOf(block: FlowBlock, report: ReportToWrite, room: number, at: InList): FileChild[] {
  switch (block.kind) {
    case 'heading': {
      const level = block.level - 1;
      return [
        new Paragraph({
          heading: HEADINGS[level] ?? HeadingLevel.HEADING_3,
          numbering: { reference: 'headings', level },
          children: [new TextRun(' '), ...textOf(block.runs)],
        }),
      ];
    }
    case 'paragraph':
      return [new Paragraph({ children: textOf(block.runs) })];
    case 'list':
      return block.items.flatMap((item) => itemOf(item, block.isOrdered, report, room, at));
    case 'table':
      return tableOf(block, room);
    case 'figure':
      return figureOf(block, report, room);
    case 'pageBreak':
      return [new Paragraph({ children: [new PageBreak()] })];
  }
}

const itemOf = (item: FlowBlock[], isOrdered: boolean, report: ReportToWrite, room: number, at: InList): FileChild[] =>
  item.flatMap((block, i) => {
    if (block.kind !== 'paragraph' || i > 0)
      return childrenOf(block, report, room, { list: at.list, level: Math.min(2, at.level + 1) });
    const children = textOf(block.runs);
    return [
      isOrdered
        ? new Paragraph({ children, numbering: { reference: 'ordered', level: at.level, instance: at.list } })
        : new Paragraph({ children, bullet: { level: at.level } }),
    ];
  });

/** The number is a field, so that the word processor counts on. */
const captionOf = ({ label, caption }: { label: string; caption: Run[] }, keepNext: boolean): Paragraph => {
  const [word = '', number = ''] = label.split(' ');
  return new Paragraph({
    style: 'Caption',
    keepNext,
    children: [
      ...(word
        ? [
            new TextRun({ text: `${word} `, bold: true }),
            new SimpleField(`SEQ ${word} \\* ARABIC`, number),
            new TextRun({ text: '. ', bold: true }),
          ]
        : []),
      ...textOf(caption),
    ],
  });
};

const line = (size: number) => ({ style: BorderStyle.SINGLE, size, color: '1C2B30' });
const none = { style: BorderStyle.NONE, size: 0, color: 'auto' };

/** In twentieths of a point: by the longest text of each, so that numbers stay on one line. */
function columnWidths({ head, rows, isNumber }: Extract<FlowBlock, { kind: 'table' }>, room: number): number[] {
  const wanted = isNumber.map((_, c) =>
    Math.min(44, Math.max(6, ...[head, ...rows].map((row) => plainText(row[c] ?? []).length + 2))),
  );
  const all = wanted.reduce((sum, w) => sum + w, 0);
  return wanted.map((w) => Math.round((w / all) * room * TWIPS_PER_MM));
}

function tableOf(block: Extract<FlowBlock, { kind: 'table' }>, room: number): FileChild[] {
  const { head, rows, isNumber, label, note } = block;
  const widths = columnWidths(block, room);
  const rowOf = (cells: Run[][], isHead: boolean): TableRow =>
    new TableRow({
      tableHeader: isHead,
      cantSplit: true,
      children: cells.map(
        (runs, column) =>
          new TableCell({
            width: { size: widths[column]!, type: WidthType.DXA },
            borders: isHead ? { bottom: line(6) } : {},
            children: [
              new Paragraph({
                alignment: isNumber[column] ? AlignmentType.RIGHT : AlignmentType.LEFT,
                spacing: { after: 20 },
                children: textOf(runs, isHead),
              }),
            ],
          }),
      ),
    });
  const lines = [...(head.length > 0 ? [rowOf(head, true)] : []), ...rows.map((row) => rowOf(row, false))];
  if (lines.length === 0) return [captionOf(block, false)];
  return [
    ...(label ? [captionOf(block, true)] : []),
    new Table({
      width: { size: 100, type: WidthType.PERCENTAGE },
      columnWidths: widths,
      borders: {
        top: line(8),
        bottom: line(8),
        left: none,
        right: none,
        insideVertical: none,
        insideHorizontal: { style: BorderStyle.SINGLE, size: 2, color: 'C9CFCF' },
      },
      rows: lines,
    }),
    new Paragraph({ spacing: { after: 160 }, children: textOf(note) }),
  ];
}

function figureOf(
  block: Extract<FlowBlock, { kind: 'figure' }>,
  { pictures }: ReportToWrite,
  room: number,
): FileChild[] {
  const picture = pictures[block.hash];
  if (!picture?.png) return [new Paragraph('[this figure could not be drawn]'), captionOf(block, false)];
  const scale = Math.min(1, room / block.widthMm) * PIXELS_PER_MM;
  const words = plainText(block.caption);
  const image = new ImageRun({
    type: 'svg',
    data: Buffer.from(picture.svg),
    fallback: { type: 'png', data: Buffer.from(picture.png) },
    transformation: { width: Math.round(block.widthMm * scale), height: Math.round(block.heightMm * scale) },
    altText: { name: block.label, title: block.label, description: words },
  });
  return [new Paragraph({ keepNext: true, children: [image] }), captionOf(block, false)];
}
