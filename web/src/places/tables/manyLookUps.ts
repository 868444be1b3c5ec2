import { printUnit } from '@undameter/core';
import { typedNumber } from '../../sheet/typedNumber';
import type { TableDraft, Understood } from './state';

/** One pasted line and what the table says to it. */
export interface Answer {
  /** As it was pasted. */
  line: string;
  at: number[] | null;
  value: number | null;
  /** One standard uncertainty, where the table states one. */
  uncertainty: number | null;
  /** Why there is no value, or what is to be known of it. */
  remark: string;
}

/** A pasted column of an argument, or two side by side: a line each, a decimal point or comma. */
export function argumentsIn(text: string, count: number): { line: string; at: number[] | null }[] {
  const lines = text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '');
  return lines.map((line) => {
    const cells = line.split(/\t|;|\s+/).filter((cell) => cell !== '');
    const numbers = cells.map(typedNumber);
    const isRead = numbers.length === count && numbers.every((v) => v !== null);
    return { line, at: isRead ? (numbers as number[]) : null };
  });
}

const BESIDE_HOLE = 'beside a hole of the table';

/** What the table says to all of them at once. */
export function answersTo(text: string, draft: TableDraft, { lookable }: Understood): Answer[] {
  const count = lookable.arguments.length;
  const asked = argumentsIn(text, count);
  const readable = asked.flatMap(({ at }) => (at ? [at] : []));
  const columns = Array.from({ length: count }, (_, k) => Float64Array.from(readable, (at) => at[k]!));
  const { values, outside, holes } = lookable.at(columns);
  const [beyond, besideHole] = [new Set(outside), new Set(holes)];
  const u = lookable.standardAt?.(values, columns);
  let next = 0;
  return asked.map(({ line, at }) => {
    const none = { line, at, value: null, uncertainty: null };
    if (!at) return { ...none, remark: count === 1 ? 'not a number' : `not ${count} numbers` };
    const i = next++;
    const value = values[i]!;
    if (Number.isNaN(value)) return { ...none, remark: besideHole.has(i) ? BESIDE_HOLE : 'outside the table' };
    const remark = beyond.has(i) ? (draft.outside === 'hold' ? 'held beyond the end' : 'extended beyond the end') : '';
    return { line, at, value, uncertainty: u?.[i] ?? null, remark };
  });
}

/** The answers as a spreadsheet takes them: a line each below a heading with units, all digits. */
export function answersAsText(answers: readonly Answer[], draft: TableDraft): string {
  const withUnit = (name: string, unit: string) => `${name}${unit && ` (${printUnit(unit)})`}`;
  const isSure = answers.every((a) => a.uncertainty === null);
  const heading = [
    withUnit(draft.xName || 'Argument', draft.xUnit),
    ...(draft.shape === 'curve' ? [] : [withUnit(draft.second.name || 'Second argument', draft.second.unit)]),
    withUnit(draft.symbol || draft.name || 'Value', draft.yUnit),
    ...(isSure ? [] : ['± (k = 1)']),
    'Remark',
  ];
  const arguments_ = draft.shape === 'curve' ? 1 : 2;
  const rows = answers.map(({ line, at, value, uncertainty, remark }) => [
    ...(at ?? [line, ...Array.from({ length: arguments_ - 1 }, () => '')]),
    value ?? '',
    ...(isSure ? [] : [uncertainty ?? '']),
    remark,
  ]);
  return [heading, ...rows].map((row) => row.join('\t')).join('\n');
}

/** How many were answered, and what became of the others. */
export function answersInWords(answers: readonly Answer[]): string {
  const count = (is: (a: Answer) => boolean) => answers.filter(is).length;
  const parts = [
    [count((a) => a.remark.startsWith('not ')), 'not read'],
    [count((a) => a.remark === 'outside the table'), 'outside the table'],
    [count((a) => a.remark === BESIDE_HOLE), 'beside a hole'],
    [count((a) => a.remark.endsWith('beyond the end')), 'beyond the end'],
  ] as const;
  const answered = count((a) => a.value !== null);
  return [
    `${answered} of ${answers.length} answered`,
    ...parts.flatMap(([n, what]) => (n > 0 ? [`${n} ${what}`] : [])),
  ].join(', ');
}
