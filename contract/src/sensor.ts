import { namedSourceSchema } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, id, unit } from './common';

/** A sensor of a campaign with what its certificate states; channels that it measured refer to it. */
export const sensorBody = closed({
  name: Type.String({ minLength: 1, maxLength: 60, pattern: '\\S' }),
  /** Of the amounts that its sources state. */
  unit,
  sources: Type.Array(namedSourceSchema, { minItems: 1, maxItems: 12 }),
  /** Number of the certificate, its date, who calibrated it. */
  notes: Type.String({ maxLength: 1000 }),
});
export type SensorBody = Static<typeof sensorBody>;
export const sensorRow = closed({
  id,
  campaignId: id,
  ...sensorBody.properties,
  /** Channels that it measured. */
  uses: Type.Array(closed({ runId: id, run: Type.String(), symbol: Type.String(), unit: Type.String() })),
});
export type SensorRow = Static<typeof sensorRow>;
