import type { LivingEntry, LivingSource } from '@undameter/contract';
import type { Services } from '../../services';
import type { LivingKind } from '../Kind';
import { budget } from './budget';
import { count } from './count';
import { data } from './data';
import { differences } from './differences';
import { errors } from './errors';
import { figure } from './figure';
import { finding } from './finding';
import { number } from './number';
import { parameters } from './parameters';
import { point } from './point';
import { points } from './points';
import { procedure } from './procedure';
import { rig } from './rig';
import { sensors } from './sensors';
import { setAside } from './setAside';
import { verdict } from './verdict';

/** What can live in a report. Adding one: its file, its schema in the contract's `livingSource`, its name here. */
const kinds: { [Kind in LivingSource['kind']]: LivingKind<Kind> } = {
  number,
  count,
  point,
  finding,
  figure,
  parameters,
  points,
  differences,
  verdict,
  procedure,
  setAside,
  rig,
  sensors,
  budget,
  errors,
  data,
};

export const kindOf = (source: LivingSource): LivingKind => kinds[source.kind] as LivingKind;

/** Everything of a campaign that can be put into a report. */
export async function entriesOf(services: Services, campaignId: number): Promise<LivingEntry[]> {
  const all: LivingEntry[] = [];
  for (const kind of Object.values(kinds)) all.push(...(await kind.entries(services, campaignId)));
  return all;
}
