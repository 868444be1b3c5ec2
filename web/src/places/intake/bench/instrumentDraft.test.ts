/** The form of an instrument: what follows from its protocol, and what hinders saving. */
import { describe, expect, test } from '@jest/globals';
import type { InstrumentBody, InstrumentQuantity } from '@undameter/contract';
import { changed, hindrance, newInstrument, withProtocol, withQuantity } from './instrumentDraft';

const named: InstrumentBody = { ...newInstrument, name: 'Meter' };
const one = (change: Partial<InstrumentQuantity>): InstrumentBody => changed(withQuantity(named), 0, change);

test('another protocol brings its usual port, unless one was chosen, and its own way to ask', () => {
  const modbus = withProtocol(withQuantity(named), 'modbus');
  expect([modbus.port, modbus.quantities[0]!.source.by]).toEqual([502, 'register']);
  expect(withProtocol({ ...named, port: 5020 }, 'modbus').port).toBe(5020);
  const kept = changed(withQuantity(named), 0, { source: { by: 'command', command: 'MEAS:CURR?' } });
  expect(withProtocol(kept, 'scpi').quantities[0]!.source).toEqual({ by: 'command', command: 'MEAS:CURR?' });
});

test('further quantities have symbols of their own', () => {
  const three = withQuantity(withQuantity(withQuantity(named)));
  expect(three.quantities.map((q) => q.symbol)).toEqual(['q_1', 'q_2', 'q_3']);
});

describe('saving', () => {
  test('is not hindered by a whole form, nor by one that was just opened', () => {
    expect(hindrance(one({ symbol: 'U', unit: 'V' }))).toBeNull();
    expect(hindrance(newInstrument)).toBeNull();
  });
  test.each<[string, Partial<InstrumentQuantity>, string]>([
    ['a symbol', { symbol: '1a' }, '"1a" cannot be a symbol'],
    ['a unit', { unit: 'furlongish' }, 'is not a unit that is known'],
    ['a command without its value', { access: 'set' }, 'needs {value}'],
    [
      'an input register that is set',
      {
        access: 'set',
        source: { by: 'register', table: 'input', address: 0, type: 'int16', order: 'ABCD', unit: 1 },
      },
      'choose a holding register',
    ],
  ])('is hindered by %s, with a sentence', (_, change, words) => expect(hindrance(one(change))).toContain(words));
  test('is hindered by two of one symbol', () =>
    expect(hindrance(changed(withQuantity(withQuantity(named)), 1, { symbol: 'q_1' }))).toContain('Two quantities'));
});
