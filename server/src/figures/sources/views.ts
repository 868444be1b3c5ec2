import type { FigureAxis } from '@undameter/contract';
import { AppError, printUnit } from '@undameter/core';
import { alongAxis, axisOfChannel, channelOf, channelPanels } from './channels';
import { aboutRun } from './run';
import { bareSeries, named, emptyPanel, plainAxis, sourceKind } from './Source';

/** Channels over another one, as symbols. */
export const channels = sourceKind({
  kind: 'channels',
  async contentOf({ loader, pools }, { runId, panels, x, from, to }) {
    const run = await loader.run(runId);
    const bench = await pools.evaluate({ run, conditions: await loader.conditions(run.campaignId) });
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

/** Spectra of channels, each in a panel of its own; zero frequency has no place on a logarithmic axis. */
export const spectrum = sourceKind({
  kind: 'spectrum',
  async contentOf({ loader, pools }, { runId, panels, as, from, to }) {
    const run = await loader.run(runId);
    const bench = await pools.evaluate({ run, conditions: await loader.conditions(run.campaignId) });
    const symbols = [...new Set(panels.flat())];
    const spectra = await pools.spectraOf({ run, symbols, as, from, to });
    const failed = spectra.find((s) => s.problem)?.problem;
    if (failed) throw new AppError('FIGURE_SOURCE_FAILED', { name: run.name, reason: failed.message });
    const time = alongAxis(bench, null, undefined).unit;
    const x = frequencyAxis(time);
    return {
      panels: symbols.map((symbol, i) => {
        const channel = channelOf(bench.channels, symbol);
        const { frequency = [], value = [] } = spectra.find((s) => s.symbol === symbol) ?? {};
        return {
          ...emptyPanel(`panel ${i + 1}`, 1),
          x: i === symbols.length - 1 ? x : null,
          y: spectralAxis(channel, as, time),
          series: [
            {
              ...bareSeries,
              id: symbol,
              ...named(channel.name),
              nature: 'measured' as const,
              curve: { x: frequency.slice(1), y: value.slice(1), low: [], high: [], held: false },
            },
          ],
        };
      }),
      about: `${aboutRun(run.name, bench)}; the longest stretch without a gap`,
    };
  },
});

function frequencyAxis(timeUnit: string): FigureAxis {
  const time = printUnit(timeUnit);
  const unit = time === 's' ? 'Hz' : `1/${time || 'sample'}`;
  return { ...plainAxis({ name: 'Frequency', symbol: 'f', unit }), log: true };
}

function spectralAxis(
  { name, unit }: { name: string; unit: string },
  as: 'amplitude' | 'density',
  timeUnit: string,
): FigureAxis {
  const own = printUnit(unit) || '1';
  const wrapped = /[/·]/.test(own) ? `(${own})` : own;
  const axis =
    as === 'amplitude'
      ? { name: `Amplitude of ${name.toLowerCase()}`, symbol: '', unit: own }
      : {
          name: `Power density of ${name.toLowerCase()}`,
          symbol: '',
          unit: `${wrapped}^2·${printUnit(timeUnit) || '1'}`,
        };
  return { ...plainAxis(axis), log: true };
}

/** How often a channel takes which values. */
export const histogram = sourceKind({
  kind: 'histogram',
  async contentOf({ loader, pools }, { runId, symbol, from, to }) {
    const run = await loader.run(runId);
    const bench = await pools.evaluate({ run, conditions: await loader.conditions(run.campaignId) });
    const [made] = await pools.histogramsOf({ run, symbols: [symbol], from, to });
    const channel = channelOf(bench.channels, symbol);
    const { low = null, width = null, counts = [] } = made ?? {};
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
              ...named(channel.name),
              nature: 'measured',
              cells: low === null || width === null ? null : { low, width, counts },
            },
          ],
        },
      ],
      about: aboutRun(run.name, bench),
    };
  },
});

const MAP_CELLS = 60;

/** Where a run dwelt on two channels, with its operating points. */
export const map = sourceKind({
  kind: 'map',
  async contentOf({ loader, pools }, { runId, x, y }) {
    const run = await loader.run(runId);
    const conditions = await loader.conditions(run.campaignId);
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
