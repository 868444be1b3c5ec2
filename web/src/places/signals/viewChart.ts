import type { AxisLook } from '@undameter/contract';
import type { Palette } from '../../theme/palette';
import type { Shown } from './chartOption';

/** What every way to look at channels is drawn with. */
export interface ViewChart {
  shown: readonly Shown[];
  looks: Readonly<Record<string, AxisLook>>;
  palette: Palette;
}
