import type { FieldBody, FieldUploadReply } from '@undameter/contract';
import { AppError, isSymbol, parseUnit, type JoinPlane } from '@undameter/core';

/** A file of a field that waits, with what is wanted of it. */
export interface FieldDraft {
  name: string;
  coordinateUnit: string;
  /** In which nodes without cells are joined; null: all have cells. */
  plane: JoinPlane | null;
  /** Number of the time that is taken; null: the file is of no series. */
  time: number | null;
  variables: (FieldBody['variables'][number] & { isTaken: boolean })[];
}

export const beginField = ({ fileName, coordinateUnit, plane, times, variables }: FieldUploadReply): FieldDraft => ({
  name: fileName.replace(/\.[^.]+$/, '').slice(0, 120),
  ...{ coordinateUnit, plane, time: times.length > 1 ? times.length - 1 : null },
  variables: variables.map(({ variable, symbol, name, unit }) => ({ variable, symbol, name, unit, isTaken: true })),
});

export const withVariable = (
  draft: FieldDraft,
  variable: string,
  change: Partial<FieldDraft['variables'][number]>,
): FieldDraft => ({
  ...draft,
  variables: draft.variables.map((v) => (v.variable === variable ? { ...v, ...change } : v)),
});

/** What is wrong with a unit, in words; undefined: nothing. */
export function unitProblem(unit: string): string | undefined {
  try {
    parseUnit(unit);
    return undefined;
  } catch (error) {
    if (error instanceof AppError) return error.message;
    throw error;
  }
}

const TAKEN = ['x', 'y', 'z', 'zone'];

/** What hinders taking the field; null: nothing. */
export function fieldProblem({ name, coordinateUnit, variables }: FieldDraft): string | null {
  if (name.trim() === '') return 'Give the run a name.';
  if (coordinateUnit.trim() === '') return 'Say in which unit x, y and z are: the file does not.';
  const taken = variables.filter((v) => v.isTaken);
  const odd = taken.find((v) => !isSymbol(v.symbol));
  if (odd) return `"${odd.symbol}" cannot stand for ${odd.variable}: a letter, then letters, digits and underscores.`;
  const symbols = [...TAKEN, ...taken.map((v) => v.symbol)];
  const twice = symbols.find((symbol, k) => symbols.indexOf(symbol) !== k);
  if (twice !== undefined) return `The symbol ${twice} is there twice. Change one of them.`;
  return [coordinateUnit, ...taken.map((v) => v.unit)].map(unitProblem).find((p) => p !== undefined) ?? null;
}

export const fieldBodyOf = (
  { name, coordinateUnit, plane, time, variables }: FieldDraft,
  uploadId: string,
): FieldBody => ({
  ...{ uploadId, name: name.trim(), coordinateUnit },
  ...(plane === null ? {} : { plane }),
  ...(time === null ? {} : { time }),
  variables: variables.filter((v) => v.isTaken).map(({ isTaken: _, ...variable }) => variable),
});

/** What was read otherwise than it stands in the file; of a plane that was chosen since, nothing is joined yet. */
export function remarksOf({ remarks, plane: proposed }: FieldUploadReply, { plane }: FieldDraft): string[] {
  if (plane === null || plane === proposed) return remarks;
  const [across, up] = [...plane];
  const others = remarks.filter((remark) => !remark.includes('are joined by triangles'));
  return [...others, `When it is taken its nodes are joined anew, in the plane of ${across} and ${up}.`];
}

/** The names of an archive's files stand at its end, unpacked. */
const DIRECTORY_BYTES = 256 * 1024;

/** Whether a file is a simulated field, by its ending; an archive by those of its files. */
export async function isField(file: File, endings: readonly string[]): Promise<boolean> {
  const ending = file.name.toLowerCase().split('.').at(-1) ?? '';
  if (endings.includes(ending)) return true;
  if (ending !== 'zip') return false;
  const directory = await file.slice(Math.max(0, file.size - DIRECTORY_BYTES)).text();
  return endings.some((e) => new RegExp(`\\w\\.${e}(?=PK|\\W|$)`, 'i').test(directory));
}
