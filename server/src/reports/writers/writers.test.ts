/** What the writers make of a flow: nothing that was typed is read as a sign of the format, nothing is left out. */
import { describe, expect, test } from '@jest/globals';
import { unzipSync, strFromU8 } from 'fflate';
import type { FlowBlock } from '@undameter/writing';
import { lettersWithout } from '../../figures/typefaces';
import { docx } from './docx';
import { html } from './html';
import { markdown } from './markdown';
import type { ReportToWrite } from './Writer';

const table = (over: Partial<Extract<FlowBlock, { kind: 'table' }>> = {}): FlowBlock => ({
  kind: 'table',
  label: 'Table 1',
  anchor: 't',
  caption: [{ text: 'Points' }],
  head: [[{ text: 'Name' }], [{ text: 'H (m)' }]],
  rows: [[[{ text: 'a|b' }], [{ text: '27.61 ± 0.19' }]]],
  isNumber: [false, true],
  note: [{ text: '± with k = 2.' }],
  ...over,
});
const figure: FlowBlock = {
  kind: 'figure',
  label: 'Figure 1',
  anchor: 'f',
  caption: [{ text: 'Head' }],
  hash: 'h',
  widthMm: 160,
  heightMm: 90,
};
const words = (text: string): FlowBlock => ({ kind: 'paragraph', runs: [{ text }] });
const report = (flow: FlowBlock[], over: Partial<ReportToWrite> = {}): ReportToWrite => ({
  title: 'A & B',
  page: { size: 'A4', headLeft: 'Lab <1>', headRight: '', author: '"Q"', contents: false },
  flow,
  pictures: { h: { svg: '<svg xmlns="http://www.w3.org/2000/svg"/>', png: new Uint8Array([137, 80, 78, 71]) } },
  ...over,
});
const text = async (bytes: Promise<Uint8Array>): Promise<string> => Buffer.from(await bytes).toString();
const partOf = async (bytes: Promise<Uint8Array>, name: string): Promise<string> =>
  strFromU8(unzipSync(await bytes)[name]!);

describe('a web page', () => {
  test('shows what was typed as it was typed', async () => {
    const page = await text(html.write(report([words('<script>alert("x")</script> & 1 < 2')])));
    expect(page).toContain('&lt;script&gt;alert(&quot;x&quot;)&lt;/script&gt; &amp; 1 &lt; 2');
    expect(page).not.toContain('<script');
    for (const part of ['<title>A &amp; B</title>', 'Lab &lt;1&gt;', 'content="&quot;Q&quot;"'])
      expect(page).toContain(part);
  });
  test('sets runs as they are set, and lines apart', async () => {
    const runs = [
      { text: 'x', italic: true as const },
      { text: '2', shift: 'raised' as const },
      { text: 'a\nb', bold: true as const },
    ];
    expect(await text(html.write(report([{ kind: 'paragraph', runs }])))).toContain(
      '<p><i>x</i><sup>2</sup><b>a<br>b</b></p>',
    );
  });
  test('has a table with its head, its numbers to the right, its caption and its note', async () => {
    const page = await text(html.write(report([table()])));
    expect(page).toContain('<caption><b>Table 1.</b> Points</caption>');
    expect(page).toContain('<th class="number">H (m)</th>');
    expect(page).toContain('<td class="number">27.61 ± 0.19</td>');
    expect(page).toContain('± with k = 2.');
    const typed = await text(html.write(report([table({ label: '', head: [], note: [] })])));
    for (const part of ['<caption', '<thead', 'class="note']) expect(typed).not.toContain(part);
  });
  test('lists its contents only where that is wanted', async () => {
    const flow: FlowBlock[] = [{ kind: 'heading', level: 2, number: '1.1', runs: [{ text: 'Data' }], anchor: 's' }];
    const wanted = report(flow);
    expect(await text(html.write(wanted))).not.toContain('<nav');
    const page = { ...wanted.page, contents: true };
    expect(await text(html.write(report(flow, { page })))).toContain('<li class="l2"><a href="#s">1.1 Data</a></li>');
  });
  test('says so where a figure could not be drawn', async () => {
    const without = await text(html.write(report([figure], { pictures: {} })));
    expect(without).toContain('could not be drawn');
    expect(without).toContain('<b>Figure 1.</b> Head');
    expect(await text(html.write(report([figure])))).not.toContain('could not be drawn');
  });
});

describe('Markdown', () => {
  const written = (flow: FlowBlock[]) => partOf(markdown.write(report(flow)), 'report.md');
  test('shows signs of the format as the characters that they are', async () =>
    expect(await written([words('2*3_4 [a](b) #c <d>')])).toContain('2\\*3\\_4 \\[a\\](b) \\#c &lt;d&gt;'));
  test('has tables whose bars do not part a cell', async () => {
    const page = await written([table()]);
    expect(page).toContain('| Name | H (m) |\n| --- | ---: |\n| a\\|b | 27.61 ± 0.19 |');
    expect(page).toContain('**Table 1.** Points');
  });
  test('indents lists within lists, and numbers those that count', async () => {
    const inner: FlowBlock = { kind: 'list', isOrdered: false, items: [[words('in')]] };
    const outer: FlowBlock = { kind: 'list', isOrdered: true, items: [[words('one'), inner], [words('two')]] };
    expect(await written([outer])).toContain('1. one\n\n      - in\n2. two');
  });
  test('refers to the picture beside it', async () => {
    const files = unzipSync(await markdown.write(report([figure])));
    expect(strFromU8(files['report.md']!)).toContain('](figure-1.png)');
    expect([...files['figure-1.png']!]).toEqual([137, 80, 78, 71]);
  });
});

describe('a word-processor document', () => {
  const body = (flow: FlowBlock[], over: Partial<ReportToWrite> = {}) =>
    partOf(docx.write(report(flow, over)), 'word/document.xml');
  test('numbers its captions by fields, with the number that each has now', async () => {
    const xml = await body([table(), figure]);
    expect(xml).toMatch(/w:instr="SEQ Table \\\* ARABIC"[^>]*>.*?<w:t[^>]*>1<\/w:t>/);
    expect(xml).toMatch(/w:instr="SEQ Figure \\\* ARABIC"/);
  });
  test('has headings of its own kind, numbered by itself', async () => {
    const xml = await body([{ kind: 'heading', level: 1, number: '1', runs: [{ text: 'Data' }], anchor: 's' }]);
    expect(xml).toContain('<w:pStyle w:val="Heading1"/>');
    expect(xml).toContain('<w:numPr>');
    // The number is the word processor's: typed as well it would stand there twice.
    expect(xml).not.toContain('>1 Data<');
  });
  test('repeats the head of a table on each page, and sets numbers to the right', async () => {
    const xml = await body([table()]);
    expect(xml).toContain('<w:tblHeader/>');
    expect(xml.match(/<w:jc w:val="right"\/>/g)).toHaveLength(2);
    expect(await body([table({ head: [] })])).not.toContain('<w:tblHeader/>');
  });
  test('has the size of its page', async () => {
    expect(await body([])).toContain('w:w="11906"');
    const page = { ...report([]).page, size: 'LETTER' as const };
    expect(await body([], { page })).toContain('w:w="12240"');
  });
});

describe('letters that the face of the PDF does not have', () => {
  test('are named once each', () => expect(lettersWithout('a😀b😀 ש')).toBe('😀ש'));
  test('are none of what the trade writes', () =>
    expect(lettersWithout('Ω μ ρ₂ m³ χ² ± 12\u202f140 → ≤ ≈ − √ °C ′ “x” … é ß\nα–ω')).toBe(''));
});
