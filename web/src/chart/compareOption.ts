import type { ComparedCandidate, ComparisonReply } from '@undameter/contract';
import type { Size } from './Chart';
import type { ChartOption } from './echarts';
import { band, colourOf, errorBars, level, line, points } from './marks';
import type { KeyEntry } from './key';
import { axisTitle, stackOption, type Pane } from './panes';
import type { Palette } from '../theme/palette';

/** What the lower pane shows. */
export const differenceViews = { difference: 'difference', equality: 'equality' } as const;
export type DifferenceView = keyof typeof differenceViews;

/** Ends of the y axes of the panes, where charts side by side have one; undefined: as what is drawn needs. */
export interface Ranges {
  main: readonly [number, number] | undefined;
  difference: readonly [number, number] | undefined;
}

/** Below this width a key would cover the title, and names at the ends of curves the chart beside it. */
const ROOM_FOR_NAMES = 420;

interface Shown {
  series: number;
  which: number;
  candidate: ComparedCandidate;
  colour: string;
  name: string;
  kind: ComparisonReply['candidates'][number]['kind'];
}

/** Measured as open symbols with their ±, model as solid line in its band, simulated as dashed line; below, candidate − reference with its ± or the line of equality. */
export function compareOption(
  reply: ComparisonReply,
  palette: Palette,
  size: Size,
  view: DifferenceView = 'difference',
  ranges?: Ranges,
): ChartOption {
  const many = reply.series.length > 1;
  const isWide = size.width >= ROOM_FOR_NAMES;
  const shown = reply.series.flatMap((s, i) =>
    s.candidates.flatMap((candidate, k): Shown[] =>
      candidate.problem
        ? []
        : [
            {
              series: i,
              which: k,
              candidate,
              colour: colourOf(palette, many ? i : k + 1),
              kind: reply.candidates[k]!.kind,
              name: [many ? s.name : '', reply.candidates[k]!.name].filter(Boolean).join(', '),
            },
          ],
    ),
  );
  return stackOption({
    size,
    palette,
    x: { title: axisTitle(reply.x) },
    key: isWide ? keyOf(reply) : [],
    panes: [
      { ...overlay(reply, shown, palette, isWide), ...within(ranges?.main) },
      view === 'equality'
        ? equality(reply, shown, palette)
        : { ...differences(reply, shown, palette), ...within(ranges?.difference) },
    ],
  });
}

const within = (yRange: readonly [number, number] | undefined): Partial<Pane> => (yRange ? { yRange } : {});

function keyOf({ candidates }: ComparisonReply): KeyEntry[] {
  const kinds = new Set(candidates.map((c) => c.kind));
  return [
    { label: 'reference', mark: 'symbol' },
    ...(kinds.has('fit') ? [{ label: 'model, 95 % band', mark: 'solid' } as const] : []),
    ...(kinds.has('simulated') ? [{ label: 'simulated', mark: 'dashed' } as const] : []),
  ];
}

function overlay(reply: ComparisonReply, shown: readonly Shown[], palette: Palette, isWide: boolean): Pane {
  const many = reply.series.length > 1;
  return {
    title: axisTitle(reply.y),
    weight: 3,
    marks: [
      ...shown.flatMap(({ candidate, colour, name, kind, which, series }) => [
        ...(candidate.curve.low.length > 0 ? [band(candidate.curve, colour, '')] : []),
        line(candidate.curve, {
          name,
          colour,
          width: kind === 'measured' ? 1.2 : 1.8,
          dashed: kind === 'simulated',
          dotted: kind === 'measured',
          z: 7,
          ...(which === 0 && many && isWide ? { endLabel: reply.series[series]!.name } : {}),
        }),
      ]),
      ...reply.series.flatMap(({ drawn }, i) => {
        const colour = many ? colourOf(palette, i) : palette.ink;
        return [
          ...(drawn.yUncertainty.length > 0
            ? [errorBars({ ...drawn, xError: drawn.xUncertainty, yError: drawn.yUncertainty }, colour)]
            : []),
          points(drawn, { name: '', colour, series: i, ground: palette.sheet, size: 6 }),
        ];
      }),
    ],
  };
}

/** With several candidates each has a symbol, as the marks draw them. */
const symbolsInWords = ({ candidates }: ComparisonReply): string =>
  candidates.length < 2 ? '' : `: ${candidates.map((c, k) => `${'○□△◇+▢'[k % 6]} ${c.name}`).join(', ')}`;

export const titleOfDifference = ({ y }: ComparisonReply): string =>
  axisTitle({ name: 'Candidate − reference', unit: y.unit });

function differences(reply: ComparisonReply, shown: readonly Shown[], palette: Palette): Pane {
  return {
    title: `${titleOfDifference(reply)}${symbolsInWords(reply)}`,
    weight: 1.2,
    marks: [
      level(0, palette.soft),
      ...shown.flatMap(({ candidate: { drawn }, colour, which, series }) => [
        ...(drawn.uncertainty.some((u) => u !== null)
          ? [
              errorBars(
                { x: drawn.x, y: drawn.difference, xError: drawn.x.map(() => null), yError: drawn.uncertainty },
                colour,
              ),
            ]
          : []),
        points(
          { x: drawn.x, y: drawn.difference },
          { name: '', colour, series: reply.candidates.length > 1 ? which : series, ground: palette.sheet, size: 4.5 },
        ),
      ]),
    ],
  };
}

/** Candidate against reference: what lies on the line is equal. */
function equality(reply: ComparisonReply, shown: readonly Shown[], palette: Palette): Pane {
  const all = shown
    .flatMap(({ candidate: { drawn } }) => [...drawn.reference, ...drawn.candidate])
    .filter((v) => v !== null);
  const ends = all.length > 0 ? [Math.min(...all), Math.max(...all)] : [];
  return {
    title: `${axisTitle({ name: `Candidate ${reply.y.name.toLowerCase()}`, unit: reply.y.unit })}${symbolsInWords(reply)}`,
    weight: 2.2,
    ownX: { title: axisTitle({ name: `Reference ${reply.y.name.toLowerCase()}`, unit: reply.y.unit }) },
    marks: [
      line({ x: ends, y: ends }, { name: 'equal', colour: palette.soft, width: 1 }),
      ...shown.map(({ candidate: { drawn }, colour, which, series }) =>
        points(
          { x: drawn.reference, y: drawn.candidate },
          { name: '', colour, series: reply.candidates.length > 1 ? which : series, ground: palette.sheet, size: 5 },
        ),
      ),
    ],
  };
}
