/** A session before it begins: what hinders it, each in a sentence, and what is sent. */
import { describe, expect, test } from '@jest/globals';
import type { InstrumentRow } from '@undameter/contract';
import { bodyOf, firstSession, problemOf, ticked, type SessionDraft } from './sessionDraft';

const quantity = (symbol: string, access: 'read' | 'set') =>
  ({ symbol, name: symbol, unit: '', access }) as InstrumentRow['quantities'][number];
const instruments = [
  { id: 4, name: 'Drive', quantities: [quantity('z', 'set'), quantity('Q', 'read')] },
] as unknown as InstrumentRow[];
const valve = { instrumentId: 4, quantity: 'z' };
const flow = { instrumentId: 4, quantity: 'Q' };
const plan = { from: 0, to: 10, steps: 2, thereAndBack: false, repeats: 1, isRandom: false, seed: 1 };
const session = (over: Partial<SessionDraft>): SessionDraft => ({ ...firstSession([]), ...over });
const weight = { symbol: 'm', name: 'Weight', unit: 'kg' };

describe('a session', () => {
  test('begins with a name that no run has', () => {
    expect(firstSession([]).name).toBe('Readings 1');
    expect(firstSession(['Readings 1', 'Sweep', 'Readings 2']).name).toBe('Readings 3');
  });
  test('can begin with something that is read', () => {
    expect(problemOf(session({ quantities: [flow] }), instruments)).toBeNull();
    expect(problemOf(session({ quantities: [valve, flow], plan }), instruments)).toBeNull();
    // What is set by hand can be planned too.
    expect(problemOf(session({ quantities: [flow], byHand: [weight], plan }), instruments)).toBeNull();
  });
  test.each<[string, Partial<SessionDraft>, string]>([
    ['without a name', { quantities: [flow], name: '  ' }, 'The run needs a name'],
    ['with nothing that is read', { quantities: [valve] }, 'at least one quantity that is read'],
    ['with a quantity that is gone', { quantities: [{ instrumentId: 9, quantity: 'Q' }] }, 'at least one quantity'],
    [
      'with a symbol that is none',
      { quantities: [flow], byHand: [{ ...weight, symbol: '2m' }] },
      '"2m" cannot be a symbol',
    ],
    ['with a column without a name', { quantities: [flow], byHand: [{ ...weight, name: '' }] }, 'm needs a name'],
    [
      'with a unit that nobody knows',
      { quantities: [flow], byHand: [{ ...weight, unit: 'heap' }] },
      '"heap" is not a unit',
    ],
    ['with a plan of nothing', { quantities: [flow], plan }, 'A plan needs something that is set'],
    [
      'with too long a plan',
      { quantities: [valve, flow], plan: { ...plan, steps: 9000 } },
      'The plan has 9001 settings',
    ],
  ])('%s does not', (_, over, words) => expect(problemOf(session(over), instruments)).toContain(words));
  test('sends its settings in their order, and none without a plan', () => {
    expect(bodyOf(session({ quantities: [valve, flow], plan, name: ' Head ' }))).toMatchObject({
      name: 'Head',
      plan: [0, 5, 10],
    });
    expect(bodyOf(session({ quantities: [flow] })).plan).toEqual([]);
  });
  test('knows what is ticked by instrument and quantity', () => {
    const one = session({ quantities: [flow] });
    expect([ticked(one, flow), ticked(one, valve), ticked(one, { ...flow, instrumentId: 5 })]).toEqual([
      true,
      false,
      false,
    ]);
  });
});
