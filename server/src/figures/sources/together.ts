import type { ChartSource, FigureContent } from '@undameter/contract';
import { letterOf, panelsTogether } from '@undameter/drawing';
import type { Services } from '../../services';
import { sourceKind } from './Source';

type ContentOf = (services: Services, source: ChartSource) => Promise<FigureContent>;

/** Several charts on one sheet; `contentOf` knows what each of them shows. */
export const togetherBy = (contentOf: ContentOf) =>
  sourceKind({
    kind: 'together',
    async contentOf(services, { charts }) {
      const contents = await Promise.all(
        charts.map(async ({ id, source }) => ({ id, content: await contentOf(services, source) })),
      );
      return {
        panels: panelsTogether(contents),
        about: contents.map(({ content }, k) => `${letterOf(k)} ${content.about}`).join('; '),
      };
    },
  });
