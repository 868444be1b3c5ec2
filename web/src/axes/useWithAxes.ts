import type { Size } from '../chart/Chart';
import type { ChartOption } from '../chart/echarts';
import { axesIn, withLooks, type NamedAxis } from './axesOfOption';
import type { Looks } from './looks';
import { useChartAxes, type HeldAxes } from './useChartAxes';

/** A chart whose axes are as they are wanted, and what a form needs to change them. */
export interface WithAxes {
  build(size: Size): ChartOption;
  held: HeldAxes;
  /** The axes that are on the chart now. */
  list(): NamedAxis[];
}

/** Axes stand in the option whatever its size. */
const ANY_SIZE: Size = { width: 900, height: 500 };

/** @param chart  which one: its place, and what it shows there */
export function useWithAxes(
  campaignId: number,
  chart: string,
  build: (size: Size, looks: Looks) => ChartOption,
): WithAxes {
  const held = useChartAxes(campaignId, chart);
  const { looks } = held;
  return {
    build: (size) => withLooks(build(size, looks), looks),
    held,
    list: () => axesIn(build(ANY_SIZE, looks)),
  };
}
