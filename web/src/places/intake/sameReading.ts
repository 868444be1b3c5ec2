import { recognise } from '@undameter/core';
import { savedLayoutOf, type IntakeState } from './state';

/** Less in common, and what was corrected for one part says nothing of the other. */
const LIKE_ENOUGH = 0.6;

/** Another part, with what was corrected by hand on the one in hand where its columns are the same. */
export function sameReading(corrected: IntakeState, other: IntakeState): IntakeState {
  const { likeness, choices, along } = recognise(savedLayoutOf(corrected, 'in hand'), other.preview);
  return likeness < LIKE_ENOUGH ? other : { ...other, kind: corrected.kind, columns: choices, along };
}
