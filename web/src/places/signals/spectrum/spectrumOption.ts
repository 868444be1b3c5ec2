import type { SpectrumAs, SpectrumReply, TransferReply } from '@undameter/contract';
import { bandAround, formatValue, frequencyUnit, gainUnit, spectralNames, spectralUnit } from '@undameter/core';
import type { Size } from '../../../chart/Chart';
import type { ChartOption } from '../../../chart/echarts';
import { band, colourOf, level, line, namedPlaces, type Column } from '../../../chart/marks';
import { stackOption, type Pane } from '../../../chart/panes';
import type { ViewChart } from '../viewChart';

interface SpectrumChart extends ViewChart {
  as: SpectrumAs;
  timeUnit: string;
  isOrders: boolean;
  nameOfCondition(id: number): string;
}

const MOST_NAMED = 5;

type Spectrum = SpectrumReply[number];

/** Spectra on logarithmic axes, each in its 95 % band; zero frequency has no place there. */
export function spectrumOption(spectra: SpectrumReply, chart: SpectrumChart, size: Size): ChartOption {
  const { as, timeUnit, isOrders, shown, palette } = chart;
  const per = isOrders ? '' : frequencyUnit(timeUnit);
  const panes = shown.map(({ channel, series }): Pane => {
    const own = spectra.filter((s) => s.symbol === channel.symbol);
    const coloured = own.map((spectrum, k) => ({
      spectrum,
      name: spectrum.conditionId === null ? channel.symbol : chart.nameOfCondition(spectrum.conditionId),
      colour: colourOf(palette, spectrum.conditionId === null ? series : k),
    }));
    return {
      title: `${spectralNames[as]} ${channel.name} (${spectralUnit(channel.unit, as, per)})`,
      weight: 1,
      look: { log: true, digits: 2 },
      names: coloured.map(({ name, colour }) => ({ text: name, colour })),
      marks: [
        ...coloured.flatMap(({ spectrum, name, colour }) => linesOf(spectrum, name, colour)),
        // Of one spectrum its lines are named; of several the names would lie upon each other.
        ...(own.length === 1 ? [placesOf(own[0]!, palette)] : []),
      ],
    };
  });
  const title = isOrders ? 'Order (per turn)' : `Frequency (${per})`;
  return stackOption({ size, palette, panes, x: { title, look: { log: true } } });
}

function linesOf({ frequency, value, band: factors }: Spectrum, name: string, colour: string) {
  const [x, y] = [frequency.slice(1), value.slice(1)];
  const times = (factor: number): Column => y.map((v) => (v === null ? null : v * factor));
  return [
    ...(factors
      ? [band({ x, low: times(factors.low), high: times(factors.high) }, colour, `95 % band of ${name}`)]
      : []),
    line({ x, y }, { name, colour, width: 1.1 }),
  ];
}

/** The highest of the lines that stand out, each with its frequency, at the height of the spectrum there. */
function placesOf({ frequency, value, peaks }: Spectrum, palette: ViewChart['palette']) {
  const highest = [...(peaks ?? [])].sort((a, b) => b.aboveNoise - a.aboveNoise).slice(0, MOST_NAMED);
  const places = highest.flatMap((peak) => {
    const at = nearest(frequency, peak.frequency);
    const y = value[at] ?? null;
    return at > 0 && y !== null ? [{ x: frequency[at]!, y, label: formatValue(peak.frequency, 4) }] : [];
  });
  const last = frequency.at(-1) ?? 1;
  return namedPlaces(places, last / 2, palette);
}

function nearest(column: Column, wanted: number): number {
  let best = 0;
  column.forEach((v, i) => {
    if (v !== null && Math.abs(v - wanted) < Math.abs((column[best] ?? Infinity) - wanted)) best = i;
  });
  return best;
}

const finite = (v: number): number | null => (Number.isFinite(v) ? v : null);

interface TransferChart extends ViewChart {
  timeUnit: string;
  x: { symbol: string; name: string; unit: string };
}

/** How a channel follows another one: gain and phase in their 95 % bands, and what both share. */
export function transferOption(found: TransferReply, chart: TransferChart, size: Size): ChartOption {
  const { shown, palette, timeUnit, x: from } = chart;
  const t = found[0];
  const of = shown.find((s) => s.channel.symbol === t?.symbol);
  if (!t || !of) return {};
  const colour = colourOf(palette, of.series);
  const x = t.frequency.slice(1);
  const banded = (what: string, column: Column, error: Column, isLogarithmic: boolean) => {
    const y = column.slice(1);
    const { low, high } = bandAround(y, error.slice(1), isLogarithmic);
    return [
      band({ x, low: low.map(finite), high: high.map(finite) }, colour, `95 % band of ${what}`),
      line({ x, y }, { name: what, colour, width: 1.2 }),
    ];
  };
  const { name } = of.channel;
  const unit = gainUnit(of.channel.unit, from.unit);
  const panes: Pane[] = [
    {
      title: `Gain from ${from.name} to ${name}${unit && ` (${unit})`}`,
      weight: 1.3,
      look: { log: true, digits: 2 },
      marks: banded('gain', t.gain, t.gainError, true),
    },
    { title: 'Phase (°)', weight: 1, yRange: [-180, 180], marks: banded('phase', t.phase, t.phaseError, false) },
    {
      title: 'Coherence; noise alone stays below the line (95 %)',
      weight: 1,
      // Room for the title above what is often close to one.
      yRange: [0, 1.3],
      marks: [
        line({ x, y: t.coherence.slice(1) }, { name: 'coherence', colour, width: 1.2 }),
        ...(t.coherenceOfNoise === null ? [] : [level(t.coherenceOfNoise, palette.doubt)]),
      ],
    },
  ];
  return stackOption({
    size,
    palette,
    panes,
    x: { title: `Frequency (${frequencyUnit(timeUnit)})`, look: { log: true } },
  });
}
