import { plainText, type FlowBlock, type Run } from '@undameter/writing';
import { LANGUAGE, type ReportToWrite, type ReportWriter } from './Writer';

/** One file that needs no other: figures as vectors in it. */
export const html: ReportWriter = {
  format: 'html',
  mediaType: 'text/html; charset=utf-8',
  extension: 'html',
  pictures: { hasFaces: true, dpi: 0 },
  write: (report) => Promise.resolve(Buffer.from(pageOf(report))),
};

const escapes: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
export const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => escapes[c]!);

const style = `
body { max-width: 170mm; margin: 12mm auto; padding: 0 5mm; color: #1c2b30; background: #fff;
  font: 11pt/1.5 "IBM Plex Sans", "Segoe UI", Helvetica, Arial, sans-serif; }
h1 { font-size: 20pt; line-height: 1.2; } h2 { font-size: 15pt; margin: 1.4em 0 0.4em; }
h3 { font-size: 12pt; } h4 { font-size: 11pt; }
h2 .n, h3 .n, h4 .n, .soft { color: #5a666a; font-weight: 400; }
table { border-collapse: collapse; border-top: 1.5px solid; border-bottom: 1.5px solid; font-size: 9.5pt; margin: 0.4em 0; }
caption { text-align: left; padding-bottom: 0.3em; }
th { border-bottom: 1px solid; text-align: left; } th, td { padding: 0.2em 0.9em 0.2em 0; vertical-align: top; }
td { border-bottom: 1px solid #e2e6e6; } .number { text-align: right; font-variant-numeric: tabular-nums; }
figure { margin: 1em 0; break-inside: avoid; } figure img { max-width: 100%; height: auto; }
figcaption, caption, .note { font-size: 9.5pt; } nav ol { list-style: none; padding: 0; }
nav .l2 { padding-left: 1.2em; } nav .l3 { padding-left: 2.4em; }
@media print { body { margin: 0; } a { color: inherit; text-decoration: none; } .page-break { break-after: page; } }
`;

function pageOf(report: ReportToWrite): string {
  const { title, page, flow } = report;
  const heads = [page.headLeft, page.headRight].filter(Boolean).map(escaped).join(' · ');
  return `<!doctype html>
<html lang="${LANGUAGE}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(title)}</title>
${page.author ? `<meta name="author" content="${escaped(page.author)}">` : ''}
<style>${style}</style>
</head>
<body>
${heads ? `<p class="soft">${heads}</p>` : ''}
<h1>${escaped(title)}</h1>
${page.author ? `<p class="soft">${escaped(page.author)}</p>` : ''}
${page.contents ? contentsOf(flow) : ''}
${flow.map((block) => blockOf(block, report)).join('\n')}
</body>
</html>
`;
}

const contentsOf = (flow: readonly FlowBlock[]): string =>
  `<nav aria-label="Contents"><ol>${flow
    .flatMap((b) =>
      b.kind === 'heading'
        ? [`<li class="l${b.level}"><a href="#${b.anchor}">${b.number} ${escaped(plainText(b.runs))}</a></li>`]
        : [],
    )
    .join('')}</ol></nav>`;

export const htmlOf = (runs: readonly Run[]): string =>
  runs
    .map(({ text, bold, italic, shift }) => {
      let set = escaped(text).replaceAll('\n', '<br>');
      if (shift) set = shift === 'raised' ? `<sup>${set}</sup>` : `<sub>${set}</sub>`;
      if (italic) set = `<i>${set}</i>`;
      return bold ? `<b>${set}</b>` : set;
    })
    .join('');

const labelled = ({ label, caption }: { label: string; caption: Run[] }): string =>
  `${label ? `<b>${label}.</b> ` : ''}${htmlOf(caption)}`;

function blockOf(block: FlowBlock, report: ReportToWrite): string {
  switch (block.kind) {
    case 'heading': {
      const tag = `h${block.level + 1}`;
      return `<${tag} id="${block.anchor}"><span class="n">${block.number}</span> ${htmlOf(block.runs)}</${tag}>`;
    }
    case 'paragraph':
      return `<p>${htmlOf(block.runs)}</p>`;
    case 'list': {
      const tag = block.isOrdered ? 'ol' : 'ul';
      const items = block.items.map((item) => `<li>${item.map((b) => blockOf(b, report)).join('')}</li>`);
      return `<${tag}>${items.join('')}</${tag}>`;
    }
    case 'table':
      return tableOf(block);
    case 'figure':
      return figureOf(block, report);
    case 'pageBreak':
      return '<div class="page-break"></div>';
  }
}

function tableOf(block: Extract<FlowBlock, { kind: 'table' }>): string {
  const { head, rows, isNumber, label, note, anchor } = block;
  const cells = (row: Run[][], tag: 'th' | 'td'): string =>
    row.map((runs, c) => `<${tag}${isNumber[c] ? ' class="number"' : ''}>${htmlOf(runs)}</${tag}>`).join('');
  return `<table${anchor ? ` id="${anchor}"` : ''}>${label ? `<caption>${labelled(block)}</caption>` : ''}${
    head.length > 0 ? `<thead><tr>${cells(head, 'th')}</tr></thead>` : ''
  }<tbody>${rows.map((row) => `<tr>${cells(row, 'td')}</tr>`).join('')}</tbody></table>${
    note.length > 0 ? `<p class="note soft">${htmlOf(note)}</p>` : ''
  }`;
}

function figureOf(block: Extract<FlowBlock, { kind: 'figure' }>, { pictures }: ReportToWrite): string {
  const picture = pictures[block.hash];
  const shown = picture
    ? `<img alt="${escaped(plainText(block.caption))}" style="width:${block.widthMm}mm" src="data:image/svg+xml;base64,${Buffer.from(picture.svg).toString('base64')}">`
    : '<p>[this figure could not be drawn]</p>';
  return `<figure id="${block.anchor}">${shown}<figcaption>${labelled(block)}</figcaption></figure>`;
}
