/** What the page of a report computes of its text and of what can be put in. */
import { describe, expect, test } from '@jest/globals';
import type { BlockNode, LivingAttrs, LivingEntry, LivingSource, ReportDocument } from '@undameter/contract';
import { heading, livingBlock, paragraph, value } from '@undameter/writing';
import { askOf, movedBelow } from './askOf';
import { findEntries, isInline } from './findEntries';
import { OfferedStore } from './suggestions';
import { contextWords, notShownWords, unsettledWords } from './words';

const kept: LivingSource = { kind: 'count', runId: 1, what: 'kept' };
const entry = (name: string, text: string, over: Partial<LivingEntry> = {}): LivingEntry => ({
  group: 'numbers',
  name,
  text,
  from: 'Models: fit Head against flow',
  source: kept,
  ...over,
});
const entries = [
  entry('Slope at zero head', '1 m'),
  entry('Head at zero flow, 1450 rpm', '6.90 ± 0.19 m'),
  entry('Head at zero flow, 2900 rpm', '27.61 ± 0.19 m'),
  entry('Samples kept', '11 420', { from: 'Signals: Sweep' }),
];

describe('what can be put in is found', () => {
  const names = (typed: string): string[] => findEntries(entries, typed).map((e) => e.name);
  test('by any part of its words, in any order, those first that begin with what was typed', () =>
    expect(names('head zero')).toEqual([
      'Head at zero flow, 1450 rpm',
      'Head at zero flow, 2900 rpm',
      'Slope at zero head',
    ]));
  test('by its number and by where it comes from', () => {
    expect(names('27.61')).toEqual(['Head at zero flow, 2900 rpm']);
    expect(names('sweep')).toEqual(['Samples kept']);
  });
  test('all where nothing was typed, none where nothing fits', () => {
    expect(names('  ')).toHaveLength(4);
    expect(names('head torque')).toEqual([]);
  });
  test.each<[LivingSource, boolean]>([
    [kept, true],
    [{ kind: 'point', runId: 1, conditionId: 1, number: 1, symbol: 'H' }, true],
    [{ kind: 'finding', findingId: 1 }, false],
    [{ kind: 'figure', figureId: 1 }, false],
  ])('%j stands in a sentence: %s', (source, inline) => expect(isInline({ source })).toBe(inline));
});

describe('the list behind the trigger character', () => {
  const typed = (query: string, chosen: string[] = []) => ({
    query,
    command: (entry: LivingEntry) => void chosen.push(entry.name),
    clientRect: () => ({ left: 10, bottom: 20 }) as DOMRect,
  });
  const namesIn = (store: OfferedStore) => store.get()?.entries.map((e) => e.name);
  test('follows what is typed, and what is chosen from it goes in', () => {
    const [store, chosen] = [new OfferedStore(), [] as string[]];
    store.know(entries);
    store.follow(typed('head zero 2900', chosen));
    expect(namesIn(store)).toEqual(['Head at zero flow, 2900 rpm']);
    store.get()!.choose(store.get()!.entries[0]!);
    expect(chosen).toEqual(['Head at zero flow, 2900 rpm']);
    store.follow(typed('nothing of the kind'));
    expect(store.get()).toBeNull();
  });
  test('opens for who typed before it had come, and not for who has gone on', () => {
    const store = new OfferedStore();
    store.follow(typed('samples'));
    expect(store.get()).toBeNull();
    store.know(entries);
    expect(namesIn(store)).toEqual(['Samples kept']);
    store.follow(null);
    store.know(entries);
    expect(store.get()).toBeNull();
  });
});

const taken = (node: ReturnType<typeof value>, hash: string): BlockNode =>
  paragraph({ ...node, attrs: { ...node.attrs, taken: hash } });
const document: ReportDocument = {
  type: 'doc',
  content: [
    taken(value('a', kept), 'a'.repeat(32)),
    heading(1, 'Data'),
    taken(value('b', kept), 'b'.repeat(32)),
    livingBlock('c', { kind: 'errors' }),
    heading(1, 'End'),
  ],
};

test('each source and each state that was taken is asked for once, whatever the order of the text', () => {
  const asked = askOf(document);
  expect(asked.sources).toEqual(
    [{ kind: 'errors' }, kept].sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1)),
  );
  expect(asked.taken).toEqual(['a'.repeat(32), 'b'.repeat(32)]);
  expect(askOf({ ...document, content: document.content.toReversed() })).toEqual(asked);
});

test('what moved is counted below its heading, and above the first', () => {
  const isMoved = ({ id }: LivingAttrs): boolean => id !== 'c';
  expect([...movedBelow(document, isMoved)]).toEqual([
    [0, 1],
    [1, 1],
  ]);
  expect(movedBelow(document, () => false).size).toBe(0);
});

describe('in words', () => {
  test('what is taken out is said to be as the data are only when they were asked and nothing moved', () => {
    expect(unsettledWords(0, true)).toBe('as the data are now');
    expect(unsettledWords(0, false)).toBe('as it was taken');
    expect(unsettledWords(1, true)).toBe('1 moved, not settled: it leaves as taken');
    expect(unsettledWords(3, true)).toContain('they leave as taken');
  });
  test('letters that a file cannot show are named, and a word said what to do', () => {
    expect(notShownWords('😀ש')).toContain('has no 😀 ש: empty boxes stand there.');
    const many = notShownWords([...'אבגדהוזחטיכלמנ'].join(''));
    expect(many).toContain(' and 2 more: empty boxes');
  });
  test('a version is named once there is one', () => {
    expect(contextWords({ kind: 'laboratory report' }, [])).toBe('Laboratory report');
    const version = { id: 1, reportId: 1, name: 'as sent', createdAt: '2026-11-21T09:00:00Z' };
    expect(contextWords({ kind: 'note' }, [version])).toMatch(/^Note; version "as sent" kept 21 Nov 2026/);
  });
});
