import { differenceFactor, parseUnit } from '../units';
import type { DeclaredUncertainty, NamedSource } from './Uncertainty';

/** A sensor with what its certificate and its data sheet state. */
export interface Sensor {
  name: string;
  /** Of the amounts that its sources state. */
  unit: string;
  sources: readonly NamedSource[];
}

/**
 * What a sensor states, as the declaration of a channel that it measured: its errors are the same in all of its channels,
 * also in those of other runs; a source that several sensors share keeps its own name.
 * @param unit  of the channel
 * @throws {AppError} UNIT_UNKNOWN, UNIT_MISFIT where the sensor measures something else
 */
export function uncertaintyOfSensor(sensor: Sensor, unit: string): DeclaredUncertainty {
  const factor = differenceFactor(parseUnit(sensor.unit), parseUnit(unit));
  const inUnit = (of: NamedSource['of']): NamedSource['of'] => {
    if (of.kind === 'absolute') return { ...of, value: of.value * factor };
    return of.kind === 'fullScale' ? { ...of, fullScale: of.fullScale * factor } : of;
  };
  const sources = sensor.sources.map(({ name, isShared, of }) => ({
    name: isShared ? name : `${sensor.name} ${name}`,
    isShared: true,
    of: inUnit(of),
  }));
  return { kind: 'several', sources };
}
