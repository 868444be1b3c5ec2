import { namedSourceSchema } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, described, id, unit } from './common';

export const sensorBody = described(
  'A sensor of a campaign with what its certificate states; channels that it measured refer to it.',
  closed({
    name: Type.String({ minLength: 1, maxLength: 60, pattern: '\\S' }),
    unit: described('Of the amounts that its sources state.', unit),
    sources: Type.Array(namedSourceSchema, { minItems: 1, maxItems: 12 }),
    notes: described('Number of the certificate, its date, who calibrated it.', Type.String({ maxLength: 1000 })),
  }),
);
export type SensorBody = Static<typeof sensorBody>;
export const sensorRow = closed({
  id,
  campaignId: id,
  ...sensorBody.properties,
  uses: described(
    'Channels that it measured.',
    Type.Array(closed({ runId: id, run: Type.String(), symbol: Type.String(), unit: Type.String() })),
  ),
});
export type SensorRow = Static<typeof sensorRow>;
