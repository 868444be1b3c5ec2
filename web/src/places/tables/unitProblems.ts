import { AppError, parseUnit } from '@undameter/core';
import type { TableDraft } from './state';

/** What is said of units that are not known, as they are typed; nothing where all are. */
export function unitProblems({ shape, xUnit, yUnit, second }: TableDraft): string[] {
  const asked = [
    ['The unit', yUnit],
    ['The unit of the argument', xUnit],
    ...(shape === 'curve' ? [] : [['The unit of the second argument', second.unit]]),
  ] as const;
  return asked.flatMap(([what, text]) => {
    try {
      parseUnit(text!);
      return [];
    } catch (error) {
      if (error instanceof AppError) return [`${what}: ${error.message}`];
      throw error;
    }
  });
}
