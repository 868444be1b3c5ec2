import { describe, expect, test } from '@jest/globals';
import { answersAsText, answersInWords, answersTo, argumentsIn } from './manyLookUps';
import { backwards, backwardsInTwo, forwards } from './lookUpWords';
import { draftOf, emptyDraft, understand, type TableDraft, type Understood } from './state';

const head = { ...emptyDraft, symbol: 'rho', xName: 'Temperature', xUnit: 'degC', yUnit: 'kg/m^3' };
const { shape: _, cells: __, second: ___, ...plain } = head;
const made = (over: object = {}): [TableDraft, Understood] => {
  const draft = draftOf({ ...plain, x: [0, 10, 20], y: [1000, 990, 970], second: null, ...over });
  return [draft, understand(draft) as Understood];
};
const grid = { x: [0, 10], y: [1, 2, 3, 4], second: { name: 'Pressure', unit: 'bar', w: [1, 2], isScattered: false } };

describe('backwards says what forwards says', () => {
  const back = (y: number, over?: object) => backwards(y, ...made(over));
  const forth = (x: number, over?: object) => forwards([x], ...made(over));
  test('extended: the place beyond the end, and that it is beyond', () => {
    expect(forth(30, { outside: 'extend' })).toBe('rho = 950 kg/m³, extended beyond the end');
    expect(back(950, { outside: 'extend' })).toBe('at 30 °C (extended beyond the end)');
    expect(back(995, { outside: 'extend' })).toBe('at 5 °C');
  });
  test('held: the end and everything beyond it; no other value has a place there', () => {
    expect(forth(30, { outside: 'hold' })).toBe('rho = 970 kg/m³, held beyond the end');
    expect(back(970, { outside: 'hold' })).toBe('at 20 °C and beyond, held');
    expect(back(990, { outside: 'hold' })).toBe('at 10 °C');
    expect(back(950, { outside: 'hold' })).toBe('the table never takes that value');
  });
  test('refused: nothing beyond', () => {
    expect(forth(30)).toBe('outside the table: missing');
    expect(back(970)).toBe('at 20 °C');
    expect(back(950)).toBe('the table never takes that value');
  });
  test('beside a hole of a grid: not outside, and no value that lies there is found', () => {
    const holed = { ...grid, x: [0, 10, 20], y: [1, 2, 3, null, 5, 6] };
    expect(forwards([5, 1.5], ...made(holed))).toBe('beside a hole of the table: missing');
    expect(forwards([25, 1.5], ...made(holed))).toBe('outside the table: missing');
    expect(forwards([5, 1], ...made(holed))).toBe('rho = 2 kg/m³');
    const [draft, found] = made(holed);
    const answers = answersTo('5 1,5\n30 1\n5 1', draft, found);
    expect(answers.map((a) => a.remark)).toEqual(['beside a hole of the table', 'outside the table', '']);
    expect(answersInWords(answers)).toBe('1 of 3 answered, 1 outside the table, 1 beside a hole');
    expect(backwardsInTwo(3.5, { x: null, w: 1.5 }, draft, found)).toBe(
      'Temperature: the table never takes that value',
    );
  });
  test('in two arguments with the other one given', () => {
    const two = (y: number, given: { x: number | null; w: number | null }, over: object = {}) =>
      backwardsInTwo(y, given, ...made({ ...grid, ...over }));
    expect(two(2, { x: null, w: 1 })).toBe('Temperature: at 5 °C');
    expect(two(1.5, { x: 0, w: null })).toBe('Pressure: at 1.5 bar');
    expect(two(5, { x: null, w: 1 }, { outside: 'extend' })).toBe('Temperature: at 20 °C (extended beyond the end)');
    expect(two(5, { x: null, w: 1 })).toBe('Temperature: the table never takes that value');
    expect(two(5, { x: null, w: null })).toBe('type one of the arguments as well');
  });
});

describe('many values at once', () => {
  test('a pasted column is read line by line, with a point or a comma', () =>
    expect(argumentsIn('5\r\n 7,5 \n\nwarm\n', 1)).toEqual([
      { line: '5', at: [5] },
      { line: '7,5', at: [7.5] },
      { line: 'warm', at: null },
    ]));
  test('two columns are split at tabs, semicolons or blanks; one that is short is not read', () =>
    expect(argumentsIn('1\t2\n1,5; 2\n3 4\n5', 2).map((r) => r.at)).toEqual([[1, 2], [1.5, 2], [3, 4], null]));
  test('each gets its answer, or why it has none', () => {
    const answers = answersTo('5\nwarm\n30', ...made());
    expect(answers.map((a) => [a.value, a.remark])).toEqual([
      [995, ''],
      [null, 'not a number'],
      [null, 'outside the table'],
    ]);
    expect(answersInWords(answers)).toBe('1 of 3 answered, 1 not read, 1 outside the table');
    expect(answersTo('30', ...made({ outside: 'hold' }))[0]).toMatchObject({
      value: 970,
      remark: 'held beyond the end',
    });
    expect(answersInWords(answersTo('5', ...made()))).toBe('1 of 1 answered');
  });
  test('the copy has headings with units, all digits, and a ± only where the table states one', () => {
    const [draft, understood] = made();
    expect(answersAsText(answersTo('5\nwarm', draft, understood), draft)).toBe(
      'Temperature (°C)\trho (kg/m³)\tRemark\n5\t995\t\nwarm\t\tnot a number',
    );
    const [sure, knows] = made({ uncertainty: { kind: 'absolute', value: 0.5 } });
    expect(answersAsText(answersTo('5', sure, knows), sure)).toMatch(/^Temperature.*\t± \(k = 1\)\tRemark\n5\t995\t/);
  });
  test('over a grid both arguments are looked up', () => {
    const [draft, understood] = made(grid);
    const answers = answersTo('5 1\n5', draft, understood);
    expect(answers.map((a) => [a.value, a.remark])).toEqual([
      [2, ''],
      [null, 'not 2 numbers'],
    ]);
    expect(answersAsText(answers, draft)).toBe(
      'Temperature (°C)\tPressure (bar)\trho (kg/m³)\tRemark\n5\t1\t2\t\n5\t\t\tnot 2 numbers',
    );
  });
});
