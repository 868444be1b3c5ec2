import type { SpectrumReply } from '@undameter/contract';
import {
  AppError,
  bandAround,
  frequencyUnit,
  gainUnit,
  spectralNames,
  spectralUnit,
  tapers,
  type Taper,
} from '@undameter/core';
import { reading } from '../../threads/toReply';
import { alongAxis, channelOf } from './channels';
import { aboutRun } from './run';
import { bareSeries, emptyPanel, named, plainAxis, sourceKind } from './Source';

const logarithmic = (name: string, symbol: string, unit: string) => ({
  ...plainAxis({ name, symbol, unit }),
  log: true,
});

/** Spectra of channels, each in a panel of its own; zero frequency has no place on a logarithmic axis. */
export const spectrum = sourceKind({
  kind: 'spectrum',
  async contentOf({ loader, pools }, { kind: _, runId, panels, conditionIds, ...asked }) {
    const run = await loader.run(runId);
    const all = await loader.conditionsOn(runId, run.campaignId);
    const bench = await pools.evaluate({ run, conditions: all });
    const symbols = [...new Set(panels.flat())];
    const conditions = conditionIds && (await loader.conditions(run.campaignId, conditionIds));
    const spectra = await pools.spectraOf({ run, symbols, ...asked, ...(conditions ? { conditions } : {}) });
    failedIn(spectra, run.name);
    const isOrders = asked.turnsBy !== undefined;
    const unit = isOrders ? '' : frequencyUnit(alongAxis(bench, null, undefined).unit);
    const x = isOrders ? logarithmic('Order', '', '') : logarithmic('Frequency', 'f', unit);
    return {
      panels: symbols.map((symbol, i) => {
        const channel = channelOf(bench.channels, symbol);
        const own = spectra.filter((s) => s.symbol === symbol);
        return {
          ...emptyPanel(`panel ${i + 1}`, 1),
          x: i === symbols.length - 1 ? x : null,
          y: logarithmic(
            `${spectralNames[asked.as]} ${channel.name.toLowerCase()}`,
            '',
            spectralUnit(channel.unit, asked.as, unit),
          ),
          series: own.map((s) => ({
            ...bareSeries,
            id: s.conditionId === null ? symbol : `${symbol} ${s.conditionId}`,
            ...named(all.find((c) => c.id === s.conditionId)?.name ?? channel.name),
            nature: 'measured' as const,
            curve: curveOf(s),
          })),
        };
      }),
      about: `${aboutRun(run.name, bench)}; ${averagedOver(spectra, asked.taper)}`,
    };
  },
});

function curveOf({ frequency, value, band }: SpectrumReply[number]) {
  const y = value.slice(1);
  const times = (factor: number | undefined) => y.map((v) => (v === null || factor === undefined ? null : v * factor));
  return { x: frequency.slice(1), y, low: times(band?.low), high: times(band?.high), held: false };
}

function averagedOver(replies: readonly { segments: number; segment: number }[], taper: Taper = 'hann'): string {
  const inWords = (s: (typeof replies)[number]): string =>
    `${s.segments} segment${s.segments === 1 ? '' : 's'} of ${s.segment} samples`;
  const said = [...new Set(replies.map(inWords))];
  return `window: ${tapers[taper].title}, averaged over ${said.join(', ')}; band of 95 %`;
}

function failedIn(replies: readonly { problem: { message: string } | null }[], name: string): void {
  const failed = replies.find((s) => s.problem)?.problem;
  if (failed) throw new AppError('FIGURE_SOURCE_FAILED', { name, reason: failed.message });
}

/** How a channel follows another one: gain, phase and coherence, one above the other. */
export const transfer = sourceKind({
  kind: 'transfer',
  async contentOf({ loader, pools }, { kind: _, runId, symbol, ...asked }) {
    const run = await loader.run(runId);
    const bench = await pools.evaluate({ run, conditions: await loader.conditionsOn(runId, run.campaignId) });
    const found = await pools.transfersOf({ run, symbols: [symbol], ...asked });
    failedIn(found, run.name);
    const t = found[0]!;
    const [from, to] = [channelOf(bench.channels, asked.x), channelOf(bench.channels, symbol)];
    const x = t.frequency.slice(1);
    const banded = (column: typeof t.gain, error: typeof t.gain, isLogarithmic: boolean) => {
      const { low, high } = bandAround(column.slice(1), error.slice(1), isLogarithmic);
      return { low: low.map(reading), high: high.map(reading) };
    };
    const panel = (id: string, y: ReturnType<typeof plainAxis>, column: typeof t.gain, error?: typeof t.gain) => ({
      ...emptyPanel(id, 1),
      x: null as ReturnType<typeof plainAxis> | null,
      y,
      series: [
        {
          ...bareSeries,
          id,
          ...named(to.name),
          nature: 'measured' as const,
          curve: {
            x,
            y: column.slice(1),
            ...(error ? banded(column, error, y.log) : { low: [], high: [] }),
            held: false,
          },
        },
      ],
    });

    const frequency = logarithmic('Frequency', 'f', frequencyUnit(alongAxis(bench, null, undefined).unit));
    return {
      panels: [
        panel(
          'gain',
          logarithmic(`Gain from ${from.name.toLowerCase()}`, '', gainUnit(to.unit, from.unit)),
          t.gain,
          t.gainError,
        ),
        panel('phase', plainAxis({ name: 'Phase', symbol: '', unit: '°' }), t.phase, t.phaseError),
        { ...panel('coherence', plainAxis({ name: 'Coherence', symbol: '', unit: '' }), t.coherence), x: frequency },
      ],
      about: `${aboutRun(run.name, bench)}; ${averagedOver(found, asked.taper)}`,
    };
  },
});
