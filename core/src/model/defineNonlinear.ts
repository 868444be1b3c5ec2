import { Type } from 'typebox';
import { multiplyUnits, parseUnit, perPower, type Unit } from '../units';
import { defineModel, type Handle, type Model, type Points, type Straight } from './Model';

export interface NonlinearParameter {
  symbol: string;
  meaning: string;
  unit(x: Unit, y: Unit): Unit;
  lower?: number;
}

/** A model that is written as a formula in x and its parameters. */
export interface NonlinearSpec {
  kind: string;
  title: string;
  formula: string;
  parameters: readonly NonlinearParameter[];
  /** Start values from the points, the likeliest first; in the order of the parameters. */
  starts(points: Points): number[][];
  isLinear?: boolean;
  simpler?(): readonly { kind: string; settings: Record<string, unknown> }[];
  straight?: Straight;
  handles?: readonly Handle[];
}

/** What a line through ln y weights. */
export const BY_LOGARITHM =
  'through ln y, where an error of one per cent counts the same at each y: small values weigh far more than in the direct fit';

/** Units of parameters as they mostly are. */
export const unitOf = {
  x: (x: Unit): Unit => x,
  y: (_: Unit, y: Unit): Unit => y,
  /** Of a difference of y: degrees Celsius become kelvins. */
  difference: (_: Unit, y: Unit): Unit => (y.offset === 0 ? y : y.scale === 1 ? parseUnit('K') : { ...y, offset: 0 }),
  slope: (x: Unit, y: Unit): Unit => perPower(y, x, 1),
  curvature: (x: Unit, y: Unit): Unit => perPower(y, x, 2),
  rate: (x: Unit): Unit => perPower(parseUnit(''), x, 1),
  product: (x: Unit, y: Unit): Unit => multiplyUnits(y, x),
  none: (): Unit => parseUnit(''),
};

export const defineNonlinear = ({ formula, parameters, ...spec }: NonlinearSpec): Model =>
  defineModel({
    ...spec,
    settings: Type.Object({}),
    formula: () => `y = ${formula}`,
    expression: () => formula,
    parameters: (_, x, y) => parameters.map(({ unit, ...parameter }) => ({ ...parameter, unit: unit(x, y) })),
  });
