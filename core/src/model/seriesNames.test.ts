import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seriesNames, type SeriesSource } from './seriesNames';

const named = (...names: string[]) => (names.length > 0 ? names : [undefined]).map((name) => ({ name }));
const source = (over: Partial<SeriesSource> = {}): SeriesSource => ({
  run: 'Monday',
  x: 'Q',
  y: 'H',
  parts: named(),
  ...over,
});

describe('series are called', () => {
  test.each<[string, SeriesSource[], string[]]>([
    ['by nothing where there is one', [source()], ['all kept samples']],
    ['by their condition', [source({ parts: named('slow', 'fast') })], ['slow', 'fast']],
    ['by their run where runs differ', [source(), source({ run: 'Tuesday' })], ['Monday', 'Tuesday']],
    ['by their channel where channels differ', [source(), source({ y: 'P' })], ['H', 'P']],
    ['by their x too', [source(), source({ x: 'Q_2' })], ['over Q', 'over Q_2']],
    [
      'by all of it',
      [source({ parts: named('slow') }), source({ run: 'Tuesday', y: 'P', parts: named('slow', 'fast') })],
      ['slow, H, Monday', 'slow, P, Tuesday', 'fast, P, Tuesday'],
    ],
    ['by a number where nothing tells them apart', [source(), source()], ['all kept samples', 'all kept samples (2)']],
  ])('%s', (_, sources, names) => expect(seriesNames(sources)).toEqual(names));

  test('no two by one name', () => {
    const word = fc.constantFrom('a', 'b', 'c');
    const some = fc.record({
      run: word,
      x: word,
      y: word,
      parts: fc.uniqueArray(word, { maxLength: 3 }).map((names) => named(...names)),
    });
    fc.assert(
      fc.property(fc.array(some, { maxLength: 6 }), (sources) => {
        const names = seriesNames(sources);
        expect(new Set(names).size).toBe(names.length);
        expect(names).toHaveLength(sources.reduce((sum, s) => sum + s.parts.length, 0));
      }),
    );
  });
});
