import type { FigureContent, FigureSource } from '@undameter/contract';
import type { Services } from '../../services';
import { comparison } from './comparison';
import { conditions } from './conditions';
import { cycles, histogram } from './distributions';
import { fit } from './fit';
import { run } from './run';
import type { SourceKind } from './Source';
import { spectrum, transfer } from './spectra';
import { table } from './table';
import { togetherBy } from './together';
import { channels, map } from './views';

/** What figures can be drawn from. Adding one: its file, its schema in the contract's `figureSource`, its name here. */
const sources: { [Kind in FigureSource['kind']]: SourceKind<Kind> } = {
  run,
  channels,
  spectrum,
  transfer,
  histogram,
  cycles,
  conditions,
  map,
  table,
  fit,
  comparison,
  together: togetherBy((services, source) => contentOf(services, source)),
};

/** What a figure of a source shows now. @throws {AppError} when what it stands on is gone or cannot be computed */
export const contentOf = (services: Services, source: FigureSource): Promise<FigureContent> =>
  (sources[source.kind] as SourceKind).contentOf(services, source);
