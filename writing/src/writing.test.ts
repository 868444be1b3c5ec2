/** Documents of reports as data: what they may hold, how they are numbered, what their living things are said to be. */
import { describe, expect, test } from '@jest/globals';
import type {
  BlockNode,
  LivingAttrs,
  LivingContent,
  LivingNow,
  LivingSource,
  LivingTable,
  ReportDocument,
} from '@undameter/contract';
import {
  bullets,
  checkDocument,
  compareStates,
  countLiving,
  flowOf,
  frameOf,
  heading,
  livingBlock,
  livingFrom,
  livingOf,
  numberingOf,
  paragraph,
  plainText,
  reference,
  runsOf,
  shownPart,
  templates,
  value,
  whyMoved,
} from './index';

const doc = (...content: BlockNode[]): ReportDocument => ({ type: 'doc', content });
const [old, fresh] = ['0'.repeat(32), '1'.repeat(32)];
const kept: LivingSource = { kind: 'count', runId: 1, what: 'kept' };
const origin = { place: 'signals', thing: 1, words: 'Signals: Press' };
const number = (text: string): LivingContent => ({ form: 'number', text });
const now = (over: Partial<LivingNow> = {}): LivingNow => ({
  source: kept,
  hash: fresh,
  content: number('399'),
  basis: [{ what: 'samples kept', value: '399' }],
  origin,
  problem: null,
  ...over,
});
const attrs = (over: Partial<LivingAttrs> = {}): LivingAttrs => ({
  id: 'n',
  source: kept,
  taken: old,
  kept: null,
  hidden: [],
  caption: null,
  ...over,
});
const taken = [{ hash: old, content: number('400'), basis: [{ what: 'samples kept', value: '400' }] }];
const problem = { code: 'NOT_FOUND', message: 'There is no run 1.', facts: {} };
const table: LivingTable = {
  form: 'table',
  caption: 'Points',
  columns: [
    { key: 'a', title: 'A (m³)', isNumber: false },
    { key: 'b', title: 'B', isNumber: true },
  ],
  rows: [
    { key: '1', cells: ['one', '1'] },
    { key: '2', cells: ['two', '2'] },
  ],
  note: '',
};

describe('the state of a living thing', () => {
  const cases: [string, Partial<LivingAttrs>, LivingNow[], string, string | undefined][] = [
    ['as it was taken', { taken: fresh }, [now()], 'asTaken', '399'],
    ['not taken yet: it shows what is there', { taken: null }, [now()], 'asTaken', '399'],
    ['moved: the old one is shown', {}, [now()], 'moved', '400'],
    ['kept on purpose over just this one', { kept: { over: fresh, reason: 'checked' } }, [now()], 'kept', '400'],
    ['moved again since it was kept', { kept: { over: '2'.repeat(32), reason: 'checked' } }, [now()], 'moved', '400'],
    ['lost', {}, [now({ hash: null, content: null, problem })], 'lost', '400'],
    ['not asked yet', {}, [], 'waiting', '400'],
  ];
  test.each(cases)('%s', (_, over, answers, state, text) => {
    const living = livingFrom({ now: answers, taken: [...taken, { hash: fresh, content: number('399'), basis: [] }] });
    const shown = living.shownOf(attrs(over));
    expect([living.stateOf(attrs(over)), shown?.form === 'number' ? shown.text : undefined]).toEqual([state, text]);
  });
  test('is counted, each thing once under what it is', () => {
    const living = livingFrom({ now: [now()], taken });
    const all = [attrs(), attrs({ taken: fresh }), attrs({ source: { kind: 'errors' }, taken: null })];
    expect(countLiving(all, living)).toEqual({ numbers: 2, moved: 1, kept: 0, figures: 0, tables: 0, lost: 0 });
  });
  test('why it moved is told only of what did', () => {
    const same = { what: 'model', value: 'Polynomial' };
    const [was, is] = [taken[0]!.basis, now().basis];
    expect(whyMoved([...was, same], [...is, same])).toEqual(['samples kept: 400, now 399']);
    expect(whyMoved(was, was)).toEqual([]);
    expect(whyMoved([], is)).toEqual(['samples kept: 399, new']);
  });
});

describe('a document', () => {
  const whole = doc(
    heading(1, 'First'),
    paragraph('Text ', value('n', kept), ', see ', reference('t'), '.'),
    bullets('one', 'two'),
    livingBlock('t', { kind: 'parameters', fitId: 3 }),
    { type: 'pageBreak' },
    {
      type: 'table',
      content: [{ type: 'tableRow', content: [{ type: 'tableHeader', content: [paragraph('Head')] }] }],
    },
  );
  test('that is known passes as it is', () => {
    const checked = checkDocument(whole);
    expect(checkDocument(checked)).toEqual(checked);
    expect(livingOf(checked).map((l) => l.id)).toEqual(['n', 't']);
  });
  test('loses what no node has', () => {
    const odd = { ...heading(1, 'a'), attrs: { level: 1, onclick: 'x' } };
    expect(checkDocument(doc(odd as BlockNode)).content).toEqual([heading(1, 'a')]);
  });
  const living = (over: object) => ({ type: 'living', attrs: { ...attrs(), ...over } });
  const text = { type: 'text', text: 'a' };
  test.each<[string, unknown, string]>([
    ['a node that is none', { type: 'video' }, '"video" cannot stand in "doc"'],
    ['words without a paragraph', text, '"text" cannot stand in "doc"'],
    ['a heading of level 9', { type: 'heading', attrs: { level: 9 } }, 'level 1, 2 or 3'],
    ['an empty text', { type: 'paragraph', content: [{ type: 'text', text: '' }] }, 'empty'],
    ['a reference to nothing', { type: 'paragraph', content: [{ type: 'reference', attrs: {} }] }, 'names nothing'],
    ['a source that is none', living({ source: { kind: 'file', path: '/etc' } }), 'not known here'],
    ['a hash that is none', living({ taken: 'x' }), 'no content'],
    ['kept without a reason', living({ kept: { over: old } }), 'no reason'],
    ['a caption that is a book', living({ caption: 'x'.repeat(1001) }), '1000 characters'],
  ])('with %s is refused, with where it is', (_, node, words) => {
    const given = doc(paragraph('fine'), node as BlockNode);
    expect(() => checkDocument(given)).toThrow(words);
    expect(() => checkDocument(given)).toThrow(/at the report(\.2)?/);
  });
  test('that is too deep or too large is refused', () => {
    const nested = (depth: number): BlockNode => ({
      type: 'bulletList',
      content: [{ type: 'listItem', content: depth > 0 ? [nested(depth - 1)] : [paragraph('in')] }],
    });
    expect(() => checkDocument(doc(nested(3)))).not.toThrow();
    expect(() => checkDocument(doc(nested(8)))).toThrow('more than 12 levels');
    const long = doc(paragraph('x'.repeat(20_001)));
    expect(() => checkDocument(long)).toThrow('characters in one text');
  });
});

test('headings, figures and tables count on, each in its own order', () => {
  const source: LivingSource = { kind: 'figure', figureId: 1 };
  const given = doc(
    heading(1, 'A'),
    livingBlock('f1', source),
    heading(2, 'B'),
    livingBlock('t1', { kind: 'parameters', fitId: 1 }),
    heading(2, 'C'),
    livingBlock('w', { kind: 'finding', findingId: 1 }),
    heading(1, 'D'),
    livingBlock('f2', source),
    heading(3, 'E'),
  );
  const forms = { figure: 'figure', parameters: 'table', finding: 'prose' } as const;
  const { outline, labels } = numberingOf(given, (n) => forms[n.attrs.source.kind as keyof typeof forms]);
  expect(outline.map((o) => `${o.number} ${o.words}`)).toEqual(['1 A', '1.1 B', '1.2 C', '2 D', '2.0.1 E']);
  expect([...labels]).toEqual([
    ['f1', 'Figure 1'],
    ['t1', 'Table 1'],
    ['f2', 'Figure 2'],
  ]);
});

describe('written out', () => {
  const source: LivingSource = { kind: 'parameters', fitId: 1 };
  const living = livingFrom({
    now: [now({ source, hash: fresh, content: table }), now()],
    taken,
  });
  test('a number stands in its sentence as it was taken, a reference has its number', () => {
    const flow = flowOf(doc(paragraph(value('n', kept), ' of ', reference('t')), livingBlock('t', source)), living);
    const [words] = flow;
    expect(words?.kind === 'paragraph' && plainText(words.runs)).toBe('399 of Table 1');
    expect(flow[1]).toMatchObject({ kind: 'table', label: 'Table 1', isNumber: [false, true] });
  });
  test('what could never be taken, and a reference to what is gone, say so in their place', () => {
    const [words] = flowOf(
      doc(paragraph(reference('gone'), value('x', { kind: 'count', runId: 9, what: 'kept' }))),
      living,
    );
    expect(words?.kind === 'paragraph' && plainText(words.runs)).toBe(
      '[nothing could be taken here][nothing could be taken here]',
    );
  });
  test('columns and rows that are not wanted are left out, the others keep their order', () => {
    const part = shownPart(table, ['column a', 'row 2']);
    expect([part.columns.map((c) => c.title), part.rows]).toEqual([['B'], [{ key: '1', cells: ['1'] }]]);
    expect(shownPart(table, [])).toEqual(table);
    // A row is not hidden by a column of its name.
    expect(shownPart(table, ['column 1']).rows).toHaveLength(2);
  });
  test('a typed table keeps its columns under wide cells and short rows', () => {
    const cell = (text: string, colspan = 1) => ({
      type: 'tableCell' as const,
      attrs: { colspan },
      content: [paragraph(text)],
    });
    const grid: BlockNode = {
      type: 'table',
      content: [
        { type: 'tableRow', content: [cell('wide', 2), cell('c')] },
        { type: 'tableRow', content: [cell('a')] },
      ],
    };
    const [block] = flowOf(doc(grid), living);
    expect(block).toMatchObject({ kind: 'table', head: [], rows: [{ length: 3 }, { length: 3 }] });
  });
  test('two states differ in what was written and in the numbers that they show', () => {
    const [a, b] = [doc(paragraph('Same.'), paragraph('Old.')), doc(paragraph('Same.'), paragraph('New.'))];
    expect(compareStates(a, b, living)).toEqual([
      { state: 'same', text: 'Same.' },
      { state: 'gone', text: 'Old.' },
      { state: 'added', text: 'New.' },
    ]);
    const both = livingFrom({ now: [], taken: [...taken, { hash: fresh, content: number('399'), basis: [] }] });
    const shows = (hash: string) =>
      doc({ type: 'paragraph', content: [{ type: 'value', attrs: attrs({ taken: hash }) }] });
    expect(compareStates(shows(old), shows(fresh), both).map((l) => l.text)).toEqual(['400', '399']);
    expect(compareStates(a, a, living).every((l) => l.state === 'same')).toBe(true);
  });
});

describe('a text of ours', () => {
  const marks = { raised: '↑', lowered: '↓' };
  test.each([
    ['H of p_d', 'H of pd↓'],
    ['kg/m³', 'kg/m3↑'],
    ['my_log.csv', 'my_log.csv'],
    ['a_{0} (m)', 'a0↓ (m)'],
    ['rho_w(T_w)', 'ρw↓(Tw↓)'],
  ])('%s is set as %s, an arrow behind what is shifted', (text, set) =>
    expect(
      runsOf(text)
        .map((r) => r.text + (r.shift ? marks[r.shift] : ''))
        .join(''),
    ).toBe(set),
  );
});

describe('a template', () => {
  const things = {
    question: 'How stiff is it?',
    runs: [
      { id: 1, name: 'Simulated', kind: 'simulated' as const, steps: 0 },
      { id: 2, name: 'Press', kind: 'measured' as const, steps: 2 },
    ],
    figures: [{ id: 4, name: 'The line' }],
    findings: [{ id: 5, origin: { kind: 'parameter' as const, fitId: 3, conditionId: null, parameter: 'a1' } }],
    fits: [{ id: 3, name: 'Line', runId: 2 }],
    comparisons: [],
    hasSensors: false,
  };
  const none = { ...things, question: '', runs: [], figures: [], findings: [], fits: [] };
  test.each(templates.map((t) => [t.kind, t] as const))(
    '%s is a document that can be kept, of a full campaign and of an empty one',
    (_, t) => {
      for (const campaign of [things, none]) expect(() => checkDocument(t.documentOf(campaign))).not.toThrow();
      const sources = livingOf(t.documentOf(things)).map((l) => l.source.kind);
      expect(sources).toContain('finding');
      // What the campaign does not have is not put in.
      expect(livingOf(t.documentOf(none)).map((l) => l.source.kind)).not.toContain('finding');
      const ids = livingOf(t.documentOf(things)).map((l) => l.id);
      expect(new Set(ids).size).toBe(ids.length);
    },
  );
  test('the laboratory report has the parts that are asked for, in their order', () => {
    const { outline } = numberingOf(templates[0]!.documentOf(things), () => undefined);
    expect(outline.map((o) => o.words)).toEqual([
      'Question',
      'Set-up',
      'Data',
      'Analysis',
      'Sources of error',
      'Conclusion',
    ]);
  });
  // ISO/IEC 17025:2017, 7.8.2.1 and 7.8.3, from memory.
  test('the test report follows the order of the standard', () => {
    const { outline } = numberingOf(templates[1]!.documentOf(things), () => undefined);
    const order = [
      'Test object',
      'Method',
      'Results with their uncertainty',
      'Deviations from the method',
      'Statement of conformity',
    ];
    expect(outline.map((o) => o.words).filter((w) => order.includes(w))).toEqual(order);
  });
  test('for another campaign its living things become words that say what belongs there', () => {
    const frame = frameOf(templates[0]!.documentOf(things));
    expect(livingOf(frame).map((l) => l.source.kind)).toEqual(['errors']);
    expect(JSON.stringify(frame)).toContain('Put in: a figure.');
    expect(() => checkDocument(frame)).not.toThrow();
  });
});
