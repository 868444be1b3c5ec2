import {
  speeches,
  type InstrumentBody,
  type InstrumentQuantity,
  type InstrumentRow,
  type InstrumentSource,
} from '@undameter/contract';
import { isSymbol, isUnit } from '@undameter/core';

export const newInstrument: InstrumentBody = {
  ...{ name: '', protocol: 'scpi', host: '127.0.0.1', port: 5025, timeoutMs: 1000 },
  quantities: [],
};

/** What of a row can be changed. */
export const bodyOf = ({ id: _, campaignId: __, ...body }: InstrumentRow): InstrumentBody => body;

const firstSource: Record<string, InstrumentSource> = {
  command: { by: 'command', command: 'MEAS:VOLT?' },
  register: { by: 'register', table: 'input', address: 0, type: 'float32', order: 'ABCD', unit: 1 },
};

export const speechOf = (protocol: string) => speeches.find((s) => s.kind === protocol)!;

/** Another protocol has its usual port, and asks for its quantities in its own way. */
export function withProtocol(body: InstrumentBody, protocol: string): InstrumentBody {
  const [before, now] = [speechOf(body.protocol), speechOf(protocol)];
  const source = firstSource[now.by]!;
  return {
    ...body,
    protocol,
    port: body.port === before.usualPort ? now.usualPort : body.port,
    quantities: body.quantities.map((q) => (q.source.by === now.by ? q : { ...q, source })),
  };
}

export function withQuantity(body: InstrumentBody): InstrumentBody {
  const symbols = new Set(body.quantities.map((q) => q.symbol));
  let n = 1;
  while (symbols.has(`q_${n}`)) n++;
  const made: InstrumentQuantity = {
    ...{ symbol: `q_${n}`, name: `Quantity ${n}`, unit: '', access: 'read', scale: 1, offset: 0 },
    ...{ low: null, high: null, resolution: 0, source: firstSource[speechOf(body.protocol).by]! },
  };
  return { ...body, quantities: [...body.quantities, made] };
}

export const changed = (body: InstrumentBody, at: number, change: Partial<InstrumentQuantity>): InstrumentBody => ({
  ...body,
  quantities: body.quantities.map((q, i) => (i === at ? { ...q, ...change } : q)),
});

/** What hinders saving; null where nothing does. */
export function hindrance({ name, quantities }: InstrumentBody): string | null {
  if (name.trim() === '') return null;
  const symbols = quantities.map((q) => q.symbol);
  for (const { symbol, name: called, unit, source, access } of quantities) {
    if (!isSymbol(symbol)) return `"${symbol}" cannot be a symbol: a letter first, then letters, digits and _.`;
    if (symbols.indexOf(symbol) !== symbols.lastIndexOf(symbol)) return `Two quantities have the symbol ${symbol}.`;
    if (!isUnit(unit)) return `"${unit}" of ${called} is not a unit that is known.`;
    if (source.by === 'command' && access === 'set' && !source.command.includes('{value}'))
      return `The command that sets ${called} needs {value} where the value goes, as in SOUR:VOLT {value}.`;
    if (source.by === 'register' && access === 'set' && source.table === 'input')
      return `${called} is set, and input registers can only be read: choose a holding register.`;
  }
  return null;
}
