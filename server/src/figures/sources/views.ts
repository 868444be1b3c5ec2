import { axisOfChannel, channelOf, channelPanels } from './channels';
import { aboutRun } from './run';
import { bareSeries, named, emptyPanel, sourceKind } from './Source';

/** Channels over another one, as symbols. */
export const channels = sourceKind({
  kind: 'channels',
  async contentOf({ loader, pools }, { runId, panels, x, from, to }) {
    const run = await loader.run(runId);
    const bench = await pools.evaluate({ run, conditions: await loader.conditionsOn(runId, run.campaignId) });
    const pairs = await pools.pairsOf({ run, symbols: [...new Set(panels.flat())], x, from, to });
    const thinned = pairs.every > 1 ? `, one of ${pairs.every} drawn` : '';
    return {
      panels: channelPanels(bench.channels, panels, axisOfChannel(channelOf(bench.channels, x)), (channel) => [
        {
          ...bareSeries,
          id: channel.symbol,
          ...named(channel.name),
          nature: 'measured',
          points: {
            x: pairs.x,
            y: pairs.series.find((s) => s.symbol === channel.symbol)?.y ?? [],
            xError: [],
            yError: [],
          },
        },
      ]),
      about: aboutRun(run.name, bench) + thinned,
    };
  },
});

const MAP_CELLS = 60;

/** Where a run dwelt on two channels, with its operating points. */
export const map = sourceKind({
  kind: 'map',
  async contentOf({ loader, pools }, { runId, x, y }) {
    const run = await loader.run(runId);
    const conditions = await loader.conditionsOn(runId, run.campaignId);
    const bench = await pools.evaluate({ run, conditions });
    const dwell = await pools.dwellOf({ run, x, y, columns: MAP_CELLS, rows: MAP_CELLS });
    const { points } = await pools.reducePoints({ run, conditions, symbols: [x, y] });
    const of = (own: typeof points, symbol: string, part: 'mean' | 'uncertainty') =>
      own.map((p) => p.values.find((v) => v.symbol === symbol)?.[part] ?? null);
    return {
      panels: [
        {
          ...emptyPanel('main', 1),
          x: axisOfChannel(channelOf(bench.channels, x)),
          y: axisOfChannel(channelOf(bench.channels, y)),
          map: dwell,
          series: conditions.flatMap(({ id, name }) => {
            const own = points.filter((p) => p.conditionId === id);
            if (own.length === 0) return [];
            return [
              {
                ...bareSeries,
                id: `condition ${id}`,
                ...named(name),
                nature: 'measured' as const,
                points: {
                  x: of(own, x, 'mean'),
                  y: of(own, y, 'mean'),
                  xError: of(own, x, 'uncertainty'),
                  yError: of(own, y, 'uncertainty'),
                },
              },
            ];
          }),
        },
      ],
      about: `${aboutRun(run.name, bench)}; the darker, the longer it was there`,
    };
  },
});
