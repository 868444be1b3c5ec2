import { dataRung } from './dataRung';
import { modelRung } from './modelRung';
import type { Diagnosed, Rung } from './Rung';
import { startRung } from './startRung';
import { uncertaintyRung } from './uncertaintyRung';

export type { Action, Diagnosed, Rung } from './Rung';

/** The ladder in the order in which experts look: a higher rung says nothing while a lower one fails. */
export const diagnose = (d: Diagnosed): Rung[] => [dataRung(d), modelRung(d), startRung(d), uncertaintyRung(d)];
