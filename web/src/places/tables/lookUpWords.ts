import { formatValue, formatWithUncertainty, printUnit, type Lookable } from '@undameter/core';
import type { TableDraft, Understood } from './state';

/** A value with its ± and unit; undefined where there is none. */
export function saidOf(
  lookable: Lookable,
  at: readonly Float64Array[],
  { yUnit }: Pick<TableDraft, 'yUnit'>,
): string | undefined {
  const { values } = lookable.at(at);
  if (Number.isNaN(values[0])) return undefined;
  const u = lookable.standardAt?.(values, at)[0] ?? 0;
  const said = formatWithUncertainty(values[0]!, u);
  return `${u > 0 ? `${said.value} ± ${said.uncertainty}` : formatValue(values[0]!, 6)} ${printUnit(yUnit)}${u > 0 ? ' (k = 1)' : ''}`;
}

export function forwards(given: readonly number[], draft: TableDraft, { lookable }: Understood): string {
  const at = given.map((v) => Float64Array.of(v));
  const said = saidOf(lookable, at, draft);
  const { outside, holes } = lookable.at(at);
  if (said === undefined) return holes?.length ? 'beside a hole of the table: missing' : 'outside the table: missing';
  const beyond =
    outside.length === 0 ? '' : draft.outside === 'hold' ? ', held beyond the end' : ', extended beyond the end';
  return `${draft.symbol || 'y'} = ${said}${beyond}`;
}

interface Found {
  at: number;
  /** Beyond the knots, where the table is continued. */
  isBeyond: boolean;
  /** At an end that is held: everything beyond it has the value too. */
  isHeldOn: boolean;
}

function said(found: readonly Found[], unit: string): string {
  if (found.length === 0) return 'the table never takes that value';
  const all = found
    .map(({ at, isBeyond, isHeldOn }) => {
      const how = isBeyond ? ' (extended beyond the end)' : isHeldOn ? ' and beyond, held' : '';
      return `${formatValue(at, 6)} ${printUnit(unit)}${how}`;
    })
    .join(', ');
  return found.length === 1 ? `at ${all}` : `at ${found.length} places: ${all}`;
}

/** Where a table in one argument takes a value. */
export function backwards(y: number, draft: TableDraft, { curve, table, lookable }: Understood): string {
  const ends = [Math.min(...table.x), Math.max(...table.x)];
  const found = (curve?.argumentsOf(y) ?? []).map((at) => ({
    at,
    isBeyond: lookable.at([Float64Array.of(at)]).outside.length > 0,
    isHeldOn: draft.outside === 'hold' && ends.includes(at),
  }));
  return said(found, draft.xUnit);
}

/** Either argument, with the other one as it is typed. */
export function backwardsInTwo(
  y: number,
  { x, w }: { x: number | null; w: number | null },
  draft: TableDraft,
  { surface, lookable }: Understood,
): string {
  if (!surface || (x === null && w === null)) return 'type one of the arguments as well';
  const of = (
    name: string,
    unit: string,
    places: readonly number[],
    both: (at: number) => [number, number],
  ): string => {
    const found = places.map((at) => ({
      at,
      isBeyond: draft.outside === 'extend' && lookable.at(both(at).map((v) => Float64Array.of(v))).outside.length > 0,
      isHeldOn: false,
    }));
    return `${name}: ${said(found, unit)}`;
  };
  const { second } = draft;
  return [
    ...(w === null ? [] : [of(draft.xName || 'Argument', draft.xUnit, surface.argumentsOf(y, { w }), (at) => [at, w])]),
    ...(x === null
      ? []
      : [of(second.name || 'Second argument', second.unit, surface.argumentsOf(y, { x }), (at) => [x, at])]),
  ].join('; ');
}
