import type { ComparisonReply, FigurePanel, FigureSeries } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { partOfComparison } from '@undameter/drawing';
import { comparison as storedComparison } from '../../store/comparisons';
import { bareSeries, emptyPanel, plainAxis, sourceKind } from './Source';

type Below = 'none' | 'difference' | 'equality';

/** A reference with what is held against it, and below candidate − reference or the line of equality. */
export const comparison = sourceKind({
  kind: 'comparison',
  async contentOf({ db, loader, pools }, { comparisonId, below, only }) {
    const stored = await storedComparison(db, comparisonId);
    const all = await pools.compare(await loader.comparison(stored));
    const reply = only ? partOfComparison(all, only) : all;
    // Conditions that the comparison no longer has would leave an empty chart without a word.
    if (only && reply.series.length === 0)
      throw new AppError('NOT_FOUND', { what: 'condition of the comparison', id: only.join(', ') });
    const candidates = reply.candidates.map((c) => c.name).join(', ');
    return {
      panels: panelsOfComparison(reply, below),
      about: `from the comparison "${stored.name}": ${candidates} against ${reply.reference}`,
    };
  },
});

const natures = { measured: 'measured', simulated: 'simulated', fit: 'model' } as const;

/** Of several series each is one colour with all that is held against it; of a single one the candidates are told apart. */
export function panelsOfComparison(reply: ComparisonReply, below: Below): FigurePanel[] {
  const isMany = reply.series.length > 1;
  const isSharedX = below === 'difference';
  const main: FigurePanel = {
    ...emptyPanel('main', 3),
    x: isSharedX ? null : plainAxis(reply.x),
    y: plainAxis(reply.y),
    series: reply.series.flatMap((_, i) => [referenceOf(reply, i), ...candidatesOf(reply, i, isMany)]),
  };
  if (below === 'none') return [main];
  return [main, below === 'difference' ? differencePanel(reply) : equalityPanel(reply)];
}

const seriesId = (reply: ComparisonReply, i: number): string => {
  const { conditionId } = reply.series[i]!;
  return conditionId === null ? 'all' : `condition ${conditionId}`;
};
const candidateId = (reply: ComparisonReply, i: number, k: number): string =>
  `${seriesId(reply, i)} candidate ${k + 1}`;
const titleOf = (reply: ComparisonReply, i: number, k: number): string =>
  reply.series.length > 1 ? `${reply.series[i]!.name}, ${reply.candidates[k]!.name}` : reply.candidates[k]!.name;

/** Of several series each is a colour with all that is held against it. */
const groupOf = (reply: ComparisonReply, i: number, which: number): string =>
  reply.series.length > 1 ? seriesId(reply, i) : `${seriesId(reply, i)} ${which}`;

function referenceOf(reply: ComparisonReply, i: number): FigureSeries {
  const { drawn, name } = reply.series[i]!;
  return {
    ...bareSeries,
    id: seriesId(reply, i),
    of: reply.series.length > 1 ? reply.reference : '',
    group: groupOf(reply, i, 0),
    title: reply.series.length > 1 ? `${name}, ${reply.reference}` : reply.reference,
    // Of several series the first curve bears the name, which ends where the eye looks for it.
    name: reply.series.length > 1 ? '' : reply.reference,
    nature: 'measured',
    points: { x: drawn.x, y: drawn.y, xError: drawn.xUncertainty, yError: drawn.yUncertainty },
  };
}

const candidatesOf = (reply: ComparisonReply, i: number, isMany: boolean): FigureSeries[] =>
  reply.series[i]!.candidates.flatMap(({ curve, problem }, k) =>
    problem
      ? []
      : [
          {
            ...bareSeries,
            id: candidateId(reply, i, k),
            of: isMany ? reply.candidates[k]!.name : '',
            group: groupOf(reply, i, k + 1),
            title: titleOf(reply, i, k),
            name: isMany ? (k === 0 ? reply.series[i]!.name : '') : reply.candidates[k]!.name,
            nature: natures[reply.candidates[k]!.kind],
            curve: { ...curve, held: false },
          },
        ],
  );

/** Series of the lower panel: the points of each candidate. */
const pointsOf = (
  reply: ComparisonReply,
  at: (drawn: ComparisonReply['series'][number]['candidates'][number]['drawn']) => NonNullable<FigureSeries['points']>,
): FigureSeries[] =>
  reply.series.flatMap((s, i) =>
    s.candidates.flatMap((candidate, k) =>
      candidate.problem
        ? []
        : [
            {
              ...bareSeries,
              id: candidateId(reply, i, k),
              group: groupOf(reply, i, k + 1),
              title: titleOf(reply, i, k),
              name: '',
              nature: 'measured' as const,
              points: at(candidate.drawn),
            },
          ],
    ),
  );

const differencePanel = (reply: ComparisonReply): FigurePanel => ({
  ...emptyPanel('difference', 1.2),
  x: plainAxis(reply.x),
  y: plainAxis({ name: 'Candidate − reference', symbol: '', unit: reply.y.unit }),
  levels: [0],
  series: pointsOf(reply, (drawn) => ({ x: drawn.x, y: drawn.difference, xError: [], yError: drawn.uncertainty })),
});

function equalityPanel(reply: ComparisonReply): FigurePanel {
  const quantity = reply.y.name.toLowerCase();
  const series = pointsOf(reply, (drawn) => ({ x: drawn.reference, y: drawn.candidate, xError: [], yError: [] }));
  const all = series.flatMap((s) => [...s.points!.x, ...s.points!.y]).filter((v) => v !== null);
  const ends = all.length > 0 ? [Math.min(...all), Math.max(...all)] : [];
  return {
    ...emptyPanel('equality', 2.2),
    x: plainAxis({ name: `Reference ${quantity}`, symbol: '', unit: reply.y.unit }),
    y: plainAxis({ name: `Candidate ${quantity}`, symbol: '', unit: reply.y.unit }),
    series: [
      ...series,
      {
        ...bareSeries,
        id: 'equal',
        title: 'Line of equality',
        name: '',
        nature: 'model',
        curve: { x: ends, y: ends, low: [], high: [], held: false },
      },
    ],
  };
}
