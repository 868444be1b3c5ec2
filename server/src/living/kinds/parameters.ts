import { parameterHeads, sameParameter, seriesKey, type SeriesReply } from '@undameter/contract';
import { formatCount, formatValue } from '@undameter/core';
import { fit as storedFit } from '../../store/fits';
import { run } from '../../store/runs';
import { livingKind, ofCampaign, plusMinus, titleWithUnit } from '../Kind';
import { basisOfFit, fittedOf, originOfFit } from './fitted';

/** The parameters of a fit as a table: a line for each series. */
export const parameters = livingKind({
  kind: 'parameters',
  entries: async (services, campaignId) =>
    (await fittedOf(services, campaignId)).map(({ row, reply }) => ({
      group: 'tables',
      name: `Parameters, ${row.name}`,
      text: `${reply.series.length} series`,
      from: originOfFit(row).words,
      source: { kind: 'parameters', fitId: row.id },
    })),
  async say({ db, pools, loader }, campaignId, { fitId }) {
    const row = ofCampaign(await storedFit(db, fitId), campaignId, 'fit');
    const reply = await pools.fit(await loader.fit(row));
    const solved = reply.series.filter((s) => s.problem === null);
    const heads = parameterHeads(solved);
    return {
      content: {
        form: 'table',
        caption: [row.name, formulaOfAll(solved) ?? ''].filter(Boolean).join(': '),
        columns: [
          { key: 'series', title: 'Series', isNumber: false },
          ...heads.map((p) => ({
            key: keyOfParameter(p),
            title: titleWithUnit(loweredNumber(p.symbol), p.unit),
            isNumber: true,
          })),
          { key: 'scatter', title: titleWithUnit('Residual s', reply.y.unit), isNumber: true },
          { key: 'rSquared', title: 'R²', isNumber: true },
          { key: 'points', title: 'Points', isNumber: true },
        ],
        rows: solved.map((s) => ({
          key: seriesKey(s),
          cells: [
            s.name,
            ...heads.map((head) => {
              const p = s.parameters.find((q) => sameParameter(q, head));
              return p === undefined || p.value === null ? '–' : plusMinus(p.value, p.halfWidth);
            }),
            formatValue(s.residualStandardDeviation ?? NaN, 3),
            formatValue(s.rSquared ?? NaN, 4),
            formatCount(s.points),
          ],
        })),
        note: noteOf(solved),
      },
      basis: basisOfFit(reply, (await run(db, row.runId)).name),
      origin: originOfFit(row),
    };
  },
});

const keyOfParameter = ({ symbol, unit }: { symbol: string; unit: string }): string => `${symbol} ${unit}`.trim();

/** The formula where all series have the same. */
const formulaOfAll = ([first, ...others]: readonly SeriesReply[]): string | undefined =>
  others.every((s) => s.formula === first?.formula) ? first?.formula : undefined;

/** `a0` as its letter with the number set below. */
const loweredNumber = (symbol: string): string => symbol.replace(/^([A-Za-z]+)(\d+)$/, '$1_{$2}');

/** What the ± are, and of what. */
function noteOf(
  solved: readonly { sources: readonly string[]; parameters: readonly { halfWidth: number | null }[] }[],
): string {
  if (!solved.some((s) => s.parameters.some((p) => p.halfWidth !== null))) return '';
  const sources = [...new Set(solved.flatMap((s) => s.sources))];
  const held =
    sources.length > 0
      ? `systematic of ${sources.join(', ')}, and random`
      : 'random only, no systematic error of the channels is declared';
  return `± are 95 % intervals: ${held}.`;
}
