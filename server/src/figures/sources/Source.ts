import type { FigureContent, FigurePanel, FigureSeries, FigureSource } from '@undameter/contract';
import type { Services } from '../../services';

/** One thing that figures can be drawn from. */
export interface SourceKind<Kind extends FigureSource['kind'] = FigureSource['kind']> {
  kind: Kind;
  /** What a figure of it shows now. @throws {AppError} when what it stands on is gone or cannot be computed */
  contentOf(services: Services, source: Extract<FigureSource, { kind: Kind }>): Promise<FigureContent>;
}

/** A source that knows its own kind. */
export const sourceKind = <Kind extends FigureSource['kind']>(source: SourceKind<Kind>): SourceKind<Kind> => source;

export const emptyPanel = (id: string, weight: number): Omit<FigurePanel, 'x' | 'y' | 'series'> => ({
  id,
  title: '',
  weight,
  right: null,
  levels: [],
  map: null,
});

interface Named {
  name: string;
  symbol: string;
  unit: string;
}

export const plainAxis = ({ name, symbol, unit }: Named) => ({
  name,
  symbol,
  unit,
  log: false,
  words: null as string[] | null,
  range: null as number[] | null,
});

/** A name that is the same in lists and on the figure. */
export const named = (name: string): Pick<FigureSeries, 'title' | 'name'> => ({ title: name, name });

/** A series with nothing in it, to be filled. */
export const bareSeries: Omit<FigureSeries, 'id' | 'title' | 'name' | 'nature'> = {
  of: '',
  group: null,
  side: 'left',
  points: null,
  curve: null,
  setAside: null,
  cells: null,
  equation: null,
};
