import { AppError, cyclesAtLeast, normalCounts, unitOfDifference } from '@undameter/core';
import { axisOfChannel, channelOf } from './channels';
import { aboutRun } from './run';
import { bareSeries, emptyPanel, named, plainAxis, sourceKind } from './Source';

/** How often a channel takes which values, with the normal distribution of the same mean and standard deviation. */
export const histogram = sourceKind({
  kind: 'histogram',
  async contentOf({ loader, pools }, { kind: _, runId, symbol, ...asked }) {
    const run = await loader.run(runId);
    const bench = await pools.evaluate({ run, conditions: await loader.conditionsOn(runId, run.campaignId) });
    const [made] = await pools.histogramsOf({ run, symbols: [symbol], ...asked });
    const channel = channelOf(bench.channels, symbol);
    const { low = null, width = null, counts = [], normal = null } = made ?? {};
    const cells = low === null || width === null ? null : { low, width, counts };
    const curve = cells && normal && normalCounts(cells, normal);
    return {
      panels: [
        {
          ...emptyPanel('main', 1),
          x: axisOfChannel(channel),
          y: plainAxis({ name: 'Samples in each bin', symbol: '', unit: '' }),
          series: [
            {
              ...bareSeries,
              id: symbol,
              // The axis names it.
              ...{ title: channel.name, name: '' },
              nature: 'measured',
              cells,
            },
            ...(curve
              ? [
                  {
                    ...bareSeries,
                    id: `${symbol} normal`,
                    ...named('Normal distribution'),
                    nature: 'model' as const,
                    curve: { ...curve, low: [], high: [], held: false },
                  },
                ]
              : []),
          ],
        },
      ],
      about: aboutRun(run.name, bench),
    };
  },
});

/** Load cycles: how many are at least so large. */
export const cycles = sourceKind({
  kind: 'cycles',
  async contentOf({ loader, pools }, { kind: _, runId, symbol, ...asked }) {
    const run = await loader.run(runId);
    const bench = await pools.evaluate({ run, conditions: await loader.conditionsOn(runId, run.campaignId) });
    const [made] = await pools.cyclesOf({ run, symbols: [symbol], ...asked });
    if (made?.problem) throw new AppError('FIGURE_SOURCE_FAILED', { name: run.name, reason: made.problem.message });
    const channel = channelOf(bench.channels, symbol);
    const { counts: x, ranges: y } = cyclesAtLeast((made?.classes ?? []).map((c) => ({ ...c, mean: c.mean ?? NaN })));
    return {
      panels: [
        {
          ...emptyPanel('main', 1),
          x: { ...plainAxis({ name: 'Cycles at least so large', symbol: '', unit: '' }), log: true },
          y: plainAxis({
            name: `Range of ${channel.name.toLowerCase()}`,
            symbol: '',
            unit: unitOfDifference(channel.unit),
          }),
          series: [
            {
              ...bareSeries,
              id: symbol,
              ...named(channel.name),
              nature: 'measured',
              curve: { x, y, low: [], high: [], held: false },
            },
          ],
        },
      ],
      about: `${aboutRun(run.name, bench)}; rainflow, ${made?.total ?? 0} cycles`,
    };
  },
});
