import { describe, expect, test } from '@jest/globals';
import type { FigureContent, FigureReply, FigureRow } from '@undameter/contract';
import { dressingOf, houseStyles, panelsTogether, usualArrangement } from '@undameter/drawing';
import { dressAxis, dressEquation, dressSeries, moved, newEquation, ownCount, restyled, styleOf } from './dress';
import { rulerMarks, scaleFor } from './draw';
import { automaticTitle } from './AxisForm';
import { whatIsShown } from './ChartsForm';
import { begun, changed, redone, undone } from './history';
import { middleOf } from './middleOf';
import { listedPart, partsOf, seriesOf, withEquations } from './parts';
import { stateInWords } from './stateInWords';

const plain = dressingOf(houseStyles[0]!);
const axis = { name: 'Flow', symbol: 'Q', unit: 'L/min', log: false, words: null, range: null };
const series = (id: string, equation: object | null = null) => ({
  id,
  title: id,
  name: id,
  points: { x: [1, 2, 3], y: [10, 20, null], xError: [], yError: [] },
  curve: null,
  equation,
});
const panel = (id: string, x: object | null, all: object[], right: object | null = null) => ({
  id,
  x,
  y: { ...axis, name: id === 'main' ? 'Head' : 'Residual' },
  right,
  series: all,
});
const one = { panels: [panel('main', axis, [series('a', {}), series('b')])] } as unknown as FigureContent;
const two = {
  panels: [panel('main', null, [series('a', {})], axis), panel('residuals', axis, [series('a')])],
} as unknown as FigureContent;

describe('the way back', () => {
  const typed = changed(changed(changed(begun(''), 'F', 'title'), 'Fl', 'title'), 'Flow', 'title');
  test('a word typed letter by letter is one step', () => {
    expect(typed.past).toEqual(['']);
    expect(undone(typed).now).toBe('');
    expect(redone(undone(typed)).now).toBe('Flow');
  });
  test('another thing, or the same one after going back, is a step of its own', () => {
    expect(changed(typed, 'x', 'caption').past).toEqual(['', 'Flow']);
    expect(changed(changed(typed, 'x', null), 'y', null).past).toEqual(['', 'Flow', 'x']);
    expect(changed(undone(typed), 'G', 'title').past).toEqual(['']);
  });
  test('a change after going back ends the way forth; at the ends nothing happens', () => {
    expect(changed(undone(typed), 'G', null).future).toEqual([]);
    expect(undone(begun(1))).toEqual(begun(1));
    expect(redone(begun(1))).toEqual(begun(1));
  });
  test('goes back two hundred steps', () => {
    const many = Array.from({ length: 300 }).reduce<ReturnType<typeof begun<number>>>(
      (history, _, k) => changed(history, k + 1, null),
      begun(0),
    );
    expect([many.past.length, many.past[0]]).toEqual([200, 100]);
  });
});

describe('the parts of a figure', () => {
  test('are its axes, its series and what stands beside them', () =>
    expect(partsOf(one, plain).map((p) => p.title)).toEqual([
      ...['sheet', 'charts', 'title', 'y axis', 'x axis', 'a', 'b', 'equations', 'places', 'notes', 'key'],
    ]));
  test('of several panels are told apart by their quantity; a shared x axis is one', () =>
    expect(
      partsOf(two, plain)
        .map((p) => [p.id, p.title])
        .filter(([id]) => id!.startsWith('axis')),
    ).toEqual([
      ['axis:main.y', 'y: Head'],
      ['axis:main.right', 'right: Head'],
      ['axis:residuals.y', 'y: Residual'],
      ['axis:residuals.x', 'x axis'],
    ]));
  test('without a content are those that every figure has', () =>
    expect(partsOf(null, plain).map((p) => p.id)).toEqual(['sheet', 'charts', 'title', 'notes', 'key']));
  test('of several charts bear its letter; an axis that they share is one', () => {
    const charts = [
      { id: '', content: one },
      { id: 'c1', content: one },
    ];
    const shown = { panels: panelsTogether(charts), about: '' };
    const arrangement = { ...usualArrangement, columns: 1, sharedX: true };
    expect(partsOf(shown, { ...plain, arrangement }).map((p) => p.title)).toEqual([
      ...['sheet', 'charts', 'title', 'a y axis', 'b y axis', 'b x axis', 'a a', 'a b', 'b a', 'b b'],
      ...['equations', 'places', 'notes', 'key'],
    ]);
    expect([whatIsShown(shown, 'c1'), whatIsShown(shown, 'c2')]).toEqual(['Head over Flow', 'is being drawn']);
  });
  test('a series that several panels show is one, and has its equation once', () => {
    expect(seriesOf(two).map((s) => s.id)).toEqual(['a']);
    expect(withEquations(two).map((s) => s.id)).toEqual(['a']);
    expect(withEquations(null)).toEqual([]);
  });
  test.each([
    ['equation:condition 3', 'equations'],
    ['note:0', 'notes'],
    ['line:1', 'notes'],
    ['point:2', 'notes'],
    ['axis:main.x', 'axis:main.x'],
    ['series:a', 'series:a'],
  ])('what is pointed at as %s is listed as %s', (id, listed) => expect(listedPart(id)).toBe(listed));
});

describe('what an axis is called by itself', () => {
  test.each([
    [{}, 'Flow Q (L/min)'],
    [{ unit: 'm^3/h' }, 'Flow Q (m3/h)'],
    [{ numbers: 'time' as const }, 'Flow Q (min:s or h:min:s)'],
    [{ numbers: 'clock' as const }, 'Time of day'],
  ])('with %j: %s', (own, title) => expect(automaticTitle(axis, own)).toBe(title));
  test('with a moment in the file, its date', () =>
    expect(automaticTitle({ ...axis, origin: '2026-11-03T10:12:00Z' }, { numbers: 'clock' })).toBe(
      'Time of day, 2026-11-03 (UTC)',
    ));
});

describe('dressing', () => {
  test('an axis keeps what it had, and without anything of its own is not dressed', () => {
    const dressed = dressAxis(dressAxis(plain, 'main.x', { low: 0 }), 'main.x', { title: 'Q' });
    expect(dressed.axes).toEqual({ 'main.x': { low: 0, title: 'Q' } });
    expect(dressAxis(dressed, 'main.x', { low: undefined, title: undefined }).axes).toEqual({});
    expect(plain.axes).toEqual({});
  });
  test('a series likewise', () =>
    expect(dressSeries(plain, 'a', { colour: '#ff0000' }).series).toEqual({ a: { colour: '#ff0000' } }));
  test('an equation comes with units and ±, is changed, and goes', () => {
    const shown = dressEquation(plain, 'a', {});
    expect(shown.equations).toEqual({ a: newEquation });
    expect(dressEquation(shown, 'a', { rSquared: true }).equations['a']).toEqual({ ...newEquation, rSquared: true });
    expect(dressEquation(shown, 'a', null).equations).toEqual({});
  });
  test('what stands freely is moved: an equation, the note of that number, nothing else', () => {
    const noted = { ...plain, notes: [0, 1].map(() => ({ text: 'n', at: { x: 0, y: 0 }, to: null })) };
    const at = { x: 0.123456, y: 9 };
    expect(moved(noted, 'note:1', at).notes.map((n) => n.at)).toEqual([
      { x: 0, y: 0 },
      { x: 0.1235, y: 3 },
    ]);
    expect(moved(dressEquation(plain, 'condition 3', {}), 'equation:condition 3', at).equations).toMatchObject({
      'condition 3': { at: { x: 0.1235, y: 3 } },
    });
    expect(moved(noted, 'axis:main.x', at)).toBe(noted);
  });
  test('a style takes what belongs to no data along, and is put on without what is its own', () => {
    const dressed = dressAxis({ ...plain, title: 'T' }, 'main.y', { labels: 'along', title: 'Head', low: 0 });
    const style = styleOf({ ...dressed, key: { place: 'below', corner: 'free', order: ['a'] } });
    expect(style).toEqual({
      look: plain.look,
      key: { place: 'below', corner: 'free', order: [] },
      axes: { 'main.y': { labels: 'along' } },
    });
    const other = { ...dressAxis(plain, 'main.y', { low: 5 }), title: 'Other', key: { ...plain.key, order: ['b'] } };
    expect(restyled(other, { name: 'Journal', ...style })).toMatchObject({
      styleName: 'Journal',
      title: 'Other',
      key: { place: 'below', order: ['b'] },
      axes: { 'main.y': { low: 5, labels: 'along' } },
    });
    expect(restyled(other, { name: 'Report', look: plain.look })).toEqual({ ...other, styleName: 'Report' });
  });
  test('things of its own are counted', () => {
    expect(ownCount(plain)).toBe(0);
    expect(ownCount({ ...dressAxis(plain, 'main.x', { low: 0 }), title: 'T' })).toBe(2);
  });
});

describe('the sheet on the screen', () => {
  test('is shown whole, and no larger than three times its print', () => {
    const { look } = plain;
    const scale = scaleFor(look, { width: 880, height: 520 });
    expect(scale * look.widthMm * (96 / 25.4)).toBeLessThanOrEqual(880 - 68 + 0.1);
    expect(scale * look.heightMm * (96 / 25.4)).toBeLessThanOrEqual(520 - 68 + 0.1);
    expect(scaleFor({ ...look, widthMm: 20, heightMm: 15 }, { width: 2000, height: 2000 })).toBe(3);
    expect(scaleFor(look, { width: 10, height: 10 })).toBe(0.1);
  });
  test('a ruler has a mark each 2 mm, longer at each 10, a number at each 20; a large one fewer', () => {
    const marks = rulerMarks(40);
    expect(marks).toHaveLength(21);
    expect(marks.filter((m) => m.label).map((m) => m.label)).toEqual(['0', '20', '40']);
    expect([1, 5, 10].map((k) => marks[k]!.length)).toEqual([3, 6, 9]);
    expect(rulerMarks(1000).filter((m) => m.label)).toHaveLength(11);
  });
  test('what is added stands in the midst of the data', () => expect(middleOf(one)).toEqual({ x: 2, y: 20 }));
});

describe('the state of a figure in words', () => {
  const row = { number: 2, frozenAt: '2026-11-29T10:00:00Z' } as FigureRow;
  const reply = (over: Partial<FigureReply>): FigureReply => ({
    content: { panels: [], about: 'from the fit "Line"' },
    drawnAt: '2026-11-30T10:00:00Z',
    isFrozen: false,
    hasMoved: false,
    problem: null,
    ...over,
  });
  test('it follows its data, unless it is frozen or what it stands on is gone', () => {
    expect(stateInWords(row, reply({}))).toBe('Figure 2, from the fit "Line"; follows its data');
    expect(stateInWords(row, reply({ isFrozen: true }))).toMatch(/; frozen 29 Nov 2026[^;]*$/);
    expect(stateInWords(row, reply({ isFrozen: true }))).not.toContain('moved');
    expect(stateInWords(row, reply({ isFrozen: true, hasMoved: true }))).toContain('its data have moved since');
    const problem = { code: 'NOT_FOUND', message: '', facts: {} };
    expect(stateInWords(row, reply({ problem }))).toContain('what it stands on is gone, drawn last 30 Nov 2026');
    const other = stateInWords(row, reply({ problem: { ...problem, code: 'PANEL_UNITS' } }));
    expect(other).toContain('it cannot be drawn from its data now, drawn last 30 Nov 2026');
    expect(other).not.toContain('gone');
  });
  test('just released, its row is ahead of its picture, and it is not said to be frozen', () =>
    expect(stateInWords({ ...row, frozenAt: null }, reply({ isFrozen: true }))).toContain('follows its data'));
  test('while it is asked for it is being drawn', () =>
    expect(stateInWords(row, undefined)).toBe('Figure 2, is being drawn'));
});
