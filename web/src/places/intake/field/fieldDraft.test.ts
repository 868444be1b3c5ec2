import { describe, expect, test } from '@jest/globals';
import type { FieldUploadReply } from '@undameter/contract';
import { zipSync } from 'fflate';
import {
  beginField,
  fieldBodyOf,
  fieldProblem,
  isField,
  remarksOf,
  unitProblem,
  withVariable,
  type FieldDraft,
} from './fieldDraft';

const range = { isRemembered: false, lowest: 0, highest: 1, missing: 0 };
const sent: FieldUploadReply = {
  ...{
    uploadId: 'a'.repeat(32),
    fileName: 'guide-vane.vtu',
    bytes: 100,
    nodes: 9,
    cells: 4,
    coordinateUnit: 'mm',
    plane: null,
    times: [],
    remarks: [],
  },
  zones: [{ name: 'suction side', nodes: 9, cells: 4 }],
  variables: [
    { variable: 'Static_Pressure', symbol: 'p', name: 'Pressure', unit: 'kPa', ...range },
    { variable: 'U x', symbol: 'U_x', name: 'U x', unit: '', ...range },
  ],
};
const draft = beginField(sent);

test('begins with the name of the file, and all that it holds', () => {
  expect([draft.name, draft.coordinateUnit]).toEqual(['guide-vane', 'mm']);
  expect(draft.variables.map((v) => [v.symbol, v.isTaken])).toEqual([
    ['p', true],
    ['U_x', true],
  ]);
});
test('nodes without cells are joined in the plane that is proposed, or in another; else none is named', () => {
  const open = beginField({ ...sent, plane: 'xz' });
  expect(fieldBodyOf(open, sent.uploadId).plane).toBe('xz');
  expect(fieldBodyOf({ ...open, plane: 'yz' }, sent.uploadId).plane).toBe('yz');
  expect(fieldBodyOf(draft, sent.uploadId)).not.toHaveProperty('plane');
});
test('tells of the plane that was proposed only as long as no other is chosen', () => {
  const joined = 'Nodes without cells are joined by triangles in the plane of x and z; hollows are bridged.';
  const table = { ...sent, plane: 'xz' as const, remarks: ['"p" stands there more than once.', joined] };
  const open = beginField(table);
  expect(remarksOf(table, open)).toEqual(table.remarks);
  expect(remarksOf(table, { ...open, plane: 'yz' })).toEqual([
    table.remarks[0],
    'When it is taken its nodes are joined anew, in the plane of y and z.',
  ]);
});
test('takes what is ticked, with its units', () => {
  const less = withVariable(withVariable(draft, 'U x', { isTaken: false }), 'Static_Pressure', { unit: 'Pa' });
  expect(fieldBodyOf({ ...less, name: ' Vane ' }, 'b')).toEqual({
    ...{ uploadId: 'b', name: 'Vane', coordinateUnit: 'mm' },
    variables: [{ variable: 'Static_Pressure', symbol: 'p', name: 'Pressure', unit: 'Pa' }],
  });
});
describe('what hinders is said before the server is asked', () => {
  const change = (of: Partial<FieldDraft>) => fieldProblem({ ...draft, ...of });
  const variable = (of: object) => fieldProblem(withVariable(draft, 'U x', of));
  test.each([
    [change({}), null],
    [change({ name: ' ' }), 'Give the run a name.'],
    [change({ coordinateUnit: '' }), 'Say in which unit x, y and z are: the file does not.'],
    [change({ coordinateUnit: 'furlong' }), unitProblem('furlong')],
    [variable({ symbol: '2x' }), '"2x" cannot stand for U x: a letter, then letters, digits and underscores.'],
    [variable({ symbol: 'p' }), 'The symbol p is there twice. Change one of them.'],
    [variable({ symbol: 'zone' }), 'The symbol zone is there twice. Change one of them.'],
    [variable({ symbol: 'p', isTaken: false }), null],
    [variable({ unit: 'quux' }), unitProblem('quux')],
    [variable({ unit: 'quux', isTaken: false }), null],
  ])('%s', (found, wanted) => expect(found).toBe(wanted));
  test('a unit that is one has no problem', () =>
    expect([unitProblem('m/s'), unitProblem('')]).toEqual([undefined, undefined]));
});
describe('a field is told from a log', () => {
  const file = (name: string, content: BlobPart = 'x') => new File([content], name);
  const zip = (...names: string[]) => zipSync(Object.fromEntries(names.map((n) => [n, Uint8Array.of(1)])));
  const endings = ['vtu', 'vtp', 'stl'];
  test.each([
    ['vane.vtu', file('vane.vtu'), true],
    ['VANE.STL', file('VANE.STL'), true],
    ['sweep.csv', file('sweep.csv'), false],
    ['vtu', file('vtu.csv'), false],
    ['zones.zip', file('zones.zip', zip('suction.vtp', 'all.vtm') as BlobPart), true],
    ['logs.zip', file('logs.zip', zip('sweep.csv', 'vtu-notes.txt') as BlobPart), false],
  ])('%s', async (_, of, wanted) => expect(await isField(of, endings)).toBe(wanted));
});

test('of a series the last time is proposed; a file of none asks for no time', () => {
  const series = beginField({ ...sent, times: [0, 0.25, 0.5] });
  expect(fieldBodyOf(series, sent.uploadId).time).toBe(2);
  expect(fieldBodyOf({ ...series, time: 0 }, sent.uploadId).time).toBe(0);
  expect(fieldBodyOf(beginField({ ...sent, times: [3] }), sent.uploadId)).not.toHaveProperty('time');
  expect(fieldBodyOf(draft, sent.uploadId)).not.toHaveProperty('time');
});
