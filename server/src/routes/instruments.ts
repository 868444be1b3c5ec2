import {
  instrumentAnswer,
  instrumentBody,
  instrumentRow,
  instrumentTrial,
  type InstrumentBody,
  type InstrumentRow,
} from '@undameter/contract';
import { AppError, isSymbol, parseUnit } from '@undameter/core';
import { protocolOf } from '@undameter/instruments';
import type { Services } from '../services';
import {
  createInstrument,
  instrument,
  instruments as instrumentsOf,
  removeInstrument,
  updateInstrument,
} from '../store/instruments';
import { collectionRoutes } from './collectionRoutes';
import type { Routes } from './Routes';

/** Instruments of a campaign, and what one answers before it is kept. */
export function instrumentRoutes(app: Routes, { db, instruments }: Services): void {
  collectionRoutes<InstrumentBody, InstrumentRow>(app, {
    path: 'instruments',
    called: 'instrument',
    body: instrumentBody,
    row: instrumentRow,
    list: (campaignId) => instrumentsOf(db, campaignId),
    one: (id) => instrument(db, id),
    check: checked,
    create: (campaignId, body) => createInstrument(db, campaignId, body),
    update: (id, body) => updateInstrument(db, id, body),
    remove: (id) => removeInstrument(db, id),
  });
  app.post(
    '/instruments/try',
    {
      schema: {
        operationId: 'tryInstrument',
        tags: ['instruments'],
        summary: 'Ask an instrument what it is, and for one value, before it is kept',
        body: instrumentTrial,
        response: { 200: instrumentAnswer },
      },
    },
    async ({ body: { quantity, ...line } }) => {
      const identity = (await instruments.at(line).identify()) ?? null;
      return { identity, value: quantity ? await instruments.read(line, quantity) : null };
    },
  );
}

/** @throws {AppError} SYMBOL_INVALID, SYMBOL_TAKEN, INSTRUMENT_CANNOT, INSTRUMENT_SCALE_ZERO, and as `parseUnit` */
function checked(body: InstrumentBody): InstrumentBody {
  const { by, title } = protocolOf(body.protocol);
  const symbols = new Set<string>();
  for (const { symbol, unit, source, scale, name } of body.quantities) {
    if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
    if (symbols.has(symbol)) throw new AppError('SYMBOL_TAKEN', { symbol });
    symbols.add(symbol);
    parseUnit(unit);
    if (scale === 0) throw new AppError('INSTRUMENT_SCALE_ZERO', { name });
    if (source.by !== by)
      throw new AppError('INSTRUMENT_CANNOT', {
        protocol: title,
        what: source.by === 'command' ? 'no command can be sent' : 'there are no registers',
      });
  }
  return body;
}
