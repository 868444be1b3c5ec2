import type { ComparisonReply, LivingEntry } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { comparison as storedComparison, comparisons } from '../../store/comparisons';
import { livingKind, ofCampaign } from '../Kind';

/** Whether what is held against a reference agrees with it, and in what not. */
export const verdict = livingKind({
  kind: 'verdict',
  entries: async ({ db, loader }, campaignId) => {
    const all: LivingEntry[] = [];
    for (const row of await comparisons(db, campaignId)) {
      const common = { group: 'words' as const, from: `Compare: ${row.name}` };
      const source = { kind: 'verdict' as const, comparisonId: row.id };
      const { candidates } = await loader.comparison(row);
      all.push({ ...common, name: `Verdict, ${row.name}`, text: 'for each series and candidate', source });
      if (candidates.length > 1)
        for (const [candidate, { name }] of candidates.entries())
          all.push({
            ...common,
            name: `Verdict, ${name}`,
            text: `for each series of ${row.name}`,
            source: { ...source, candidate },
          });
    }
    return all;
  },
  async say({ db, pools, loader }, campaignId, { comparisonId, candidate }) {
    const row = ofCampaign(await storedComparison(db, comparisonId), campaignId, 'comparison');
    const reply = await pools.compare(await loader.comparison(row));
    const isMany = reply.candidates.length > 1;
    const isAsked = (k: number): boolean => candidate === undefined || candidate === k;
    if (candidate !== undefined && !reply.candidates[candidate])
      throw new AppError('NOT_FOUND', { what: 'candidate', id: String(candidate + 1) });
    return {
      content: {
        form: 'prose',
        paragraphs: saidOf(reply).flatMap(({ name, texts }) =>
          texts.flatMap((said, k) => {
            if (!isAsked(k)) return [];
            const of = [name, isMany ? reply.candidates[k]!.name : ''].filter(Boolean);
            return [of.length > 0 ? `${of.join(', ')}: ${said}` : said];
          }),
        ),
      },
      basis: reply.series.map((s) => ({ what: `points of ${s.name}`, value: String(s.points) })),
      origin: { place: 'compare', thing: row.id, words: `Compare: ${row.name}` },
    };
  },
});

/** What is said of each candidate: group by group where there are groups, else series by series. */
const saidOf = ({ groups, series }: ComparisonReply): { name: string; texts: string[] }[] =>
  groups.length > 0
    ? groups.map(({ name, candidates }) => ({ name, texts: candidates.map((c) => c.verdict.text) }))
    : series.map(({ name, conditionId, candidates }) => ({
        name: conditionId === null ? '' : name,
        texts: candidates.map((c) => (c.problem ? `not tested: ${c.problem.message}` : c.verdict.text)),
      }));
