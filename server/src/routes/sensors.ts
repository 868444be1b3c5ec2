import { sensorBody, sensorRow, type SensorBody, type SensorRow } from '@undameter/contract';
import { checkSources, parseUnit } from '@undameter/core';
import type { Services } from '../services';
import { createSensor, removeSensor, sensor, sensors, updateSensor } from '../store/sensors';
import { collectionRoutes } from './collectionRoutes';
import type { Routes } from './Routes';

export function sensorRoutes(app: Routes, { db }: Services): void {
  collectionRoutes<SensorBody, SensorRow>(app, {
    path: 'sensors',
    called: 'sensor',
    body: sensorBody,
    row: sensorRow,
    list: (campaignId) => sensors(db, campaignId),
    one: (id) => sensor(db, id),
    check: (body) => {
      parseUnit(body.unit);
      checkSources(body.name, body.sources);
      return body;
    },
    create: (campaignId, body) => createSensor(db, campaignId, body),
    update: (id, body) => updateSensor(db, id, body),
    remove: (id) => removeSensor(db, id),
  });
}
