import { Type, type Static } from 'typebox';
import { closed, described, reading } from './common';
import type { CurveReading, ReadingsReply } from './fit';

export const curveMarkKind = Type.Unsafe<'zero' | 'optimum' | 'linearPart' | 'break' | 'crossing' | 'byHand'>(
  Type.Enum(['zero', 'optimum', 'linearPart', 'break', 'crossing', 'byHand']),
);
export type CurveMarkKind = Static<typeof curveMarkKind>;

/** A place of a curve that is marked with its coordinates, as it is found each time anew. */
export const curveMark = closed({
  label: Type.String(),
  x: Type.Number(),
  y: Type.Number(),
  xHalf: described('Half width of the 95 % interval; nothing where none is known.', reading),
  yHalf: described('Half width of the 95 % interval; nothing where none is known.', reading),
  outside: described('So far beyond the points, in ranges of them; 0: within.', Type.Number()),
});
export type CurveMark = Static<typeof curveMark>;

const place = (label: string, { x, y, xHalf, yHalf, outside }: CurveReading): CurveMark => ({
  label,
  x,
  y,
  xHalf,
  yHalf,
  outside,
});

/** Of what was set by hand x is sure; what it is, is in the words that go with it. */
export const BY_HAND = 'set by hand';

/** Of a zero y is no news, and of an optimum x and y are both found. */
const kinds: Record<CurveMarkKind, (found: ReadingsReply) => CurveMark[]> = {
  zero: ({ zeros }) => zeros.map((r) => ({ ...place('zero', r), yHalf: null })),
  optimum: ({ optima }) => optima.map((r) => place(r.what, r)),
  byHand: ({ at }) => (at ?? []).map((r) => ({ ...place(BY_HAND, r), xHalf: null })),
  crossing: ({ crossings }) => crossings.map((r) => place('meets', r)),
  break: ({ breakPoint: b }) =>
    b ? [{ label: 'break', x: b.x, y: b.y, xHalf: b.xHalf, yHalf: null, outside: 0 }] : [],
  // An end at which the points end too is no end of the linear part.
  linearPart: ({ linearPart: part }) =>
    part
      ? (['from', 'to'] as const).flatMap((end) =>
          part[end === 'from' ? 'before' : 'after'] === null
            ? []
            : [
                {
                  label: 'end of the linear part',
                  x: part[end],
                  y: part.intercept + part.slope * part[end],
                  xHalf: null,
                  yHalf: null,
                  outside: 0,
                },
              ],
        )
      : [],
};

export const curveMarkKinds = Object.keys(kinds) as CurveMarkKind[];

/** What is found of one kind. */
export const marksOf = (found: ReadingsReply, kind: CurveMarkKind): CurveMark[] => kinds[kind](found);

/** A mark that was set by hand with the words for what it is: a break that was moved is told as moved. */
export const calledByHand = (mark: CurveMark, words: string): CurveMark => ({
  ...mark,
  label: words === '' ? BY_HAND : `${words}, ${BY_HAND}`,
});
