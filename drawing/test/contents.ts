/** What the tests of this room draw. */
import type { FigureSeries } from '@undameter/contract';
import type { Measure } from '../src/layLine';

/** Every letter is half as wide as the type is high: what is tested is where things are put, not how a face runs. */
export const measure: Measure = (text, { size }) => 0.5 * size * text.length;

export const axis = (name: string, unit: string) => ({ name, symbol: '', unit, log: false, words: null, range: null });

/** A curve with nothing else to it, unless it is said. */
export const series = (id: string, over: Partial<FigureSeries> = {}): FigureSeries => ({
  id,
  title: id,
  name: id,
  of: '',
  group: null,
  nature: 'model',
  side: 'left',
  points: null,
  curve: null,
  setAside: null,
  cells: null,
  equation: null,
  ...over,
});
