import { chartAxes, idParams } from '@undameter/contract';
import { Type } from 'typebox';
import type { Services } from '../services';
import { campaign } from '../store/campaigns';
import { chartAxesOf, keepChartAxes } from '../store/chartAxes';
import type { Routes } from './Routes';

const tags = ['axes'];

/** How the axes of charts are wanted. */
export function chartAxesRoutes(app: Routes, { db }: Services): void {
  app.get(
    '/campaigns/:id/axes',
    {
      schema: {
        operationId: 'listChartAxes',
        tags,
        summary: 'The charts of a campaign whose axes are not as the chart chooses',
        params: idParams,
        response: { 200: Type.Array(chartAxes) },
      },
    },
    async ({ params }) => {
      await campaign(db, params.id);
      return chartAxesOf(db, params.id);
    },
  );
  app.put(
    '/campaigns/:id/axes',
    {
      config: { changes: 'axes' },
      schema: {
        operationId: 'keepChartAxes',
        tags,
        summary: 'Keep the axes of one chart, in place of those before',
        params: idParams,
        body: chartAxes,
        response: { 200: chartAxes },
      },
    },
    async ({ params, body }) => {
      await keepChartAxes(db, params.id, body);
      return body;
    },
  );
}
