import { AppError } from '@undameter/core';
import type { Protocol } from '../Protocol';
import type { Source } from '../sources';
import { modbus } from './modbus/link';
import { scpi } from './scpi/link';

/** Every protocol; a new folder joins the list here, and what it can ask the list in `sources`. */
const protocols = [scpi, modbus] as unknown as readonly Protocol<Source>[];

/** @throws {AppError} INSTRUMENT_CANNOT */
export function protocolOf(kind: string): Protocol<Source> {
  const found = protocols.find((p) => p.kind === kind);
  if (!found) throw new AppError('INSTRUMENT_CANNOT', { protocol: kind, what: 'nothing can be asked here' });
  return found;
}
