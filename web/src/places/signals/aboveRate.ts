import type { SpectrumReply } from '@undameter/contract';
import {
  convert,
  formatValue,
  frequencyUnit,
  parseUnit,
  printUnit,
  spectralUnit,
  unitOfDifference,
  type Step,
} from '@undameter/core';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { line } from '../../chart/marks';
import { stackOption } from '../../chart/panes';
import type { Palette } from '../../theme/palette';

/** Half the rate of the grid in hand, per unit of the run's own time; undefined while its step is no number. */
export function halfRate({ settings }: Step, timeUnit: string): number | undefined {
  const step = Number(settings['step']);
  if (!(step > 0)) return undefined;
  const unit = String(settings['unit'] ?? '');
  return 0.5 / (unit === '' || unit === timeUnit ? step : convert(step, parseUnit(unit), parseUnit(timeUnit)));
}

type Spectrum = Pick<SpectrumReply[number], 'frequency' | 'value' | 'resolution'>;

/** Standard deviation of what moves faster than a frequency, of a power density. */
export function movementAbove({ frequency, value, resolution }: Spectrum, above: number): number {
  const power = frequency.reduce<number>((sum, f, k) => sum + ((f ?? 0) > above ? (value[k] ?? 0) : 0), 0);
  return Math.sqrt(power * (resolution ?? 0));
}

/** What a grid cannot show of a channel, and what the way of re-sampling makes of that. */
export function aboveInWords(
  spectrum: Spectrum,
  half: number,
  { name, unit }: { name: string; unit: string },
  timeUnit: string,
  method: string,
): string {
  const highest = spectrum.frequency.at(-1) ?? 0;
  const at = `${formatValue(half, 4)} ${frequencyUnit(timeUnit)}`;
  if (half >= highest * (1 - 1e-9)) return `Half the new rate is ${at}: the grid keeps all that the log can show.`;
  const all = movementAbove(spectrum, 0);
  const above = movementAbove(spectrum, half);
  const share = all > 0 ? (above / all) ** 2 : 0;
  const u = printUnit(unitOfDifference(unit));
  const lost = `${formatValue(above, 3)} ${u}`.trim();
  const becomes =
    method === 'mean' || method === 'lowpass'
      ? 'It is taken out first, as far as the way of re-sampling reaches.'
      : 'On the grid it would look like a slow movement (aliasing): take the mean, or a low-pass first.';
  return `Half the new rate is ${at}. Above it ${name} moves by ${lost} (standard deviation), ${formatValue(100 * share, 2)} % of its power. ${becomes}`;
}

/** The power density of a channel, with half the new rate as a line across it. */
export function aboveOption(
  { frequency, value }: Spectrum,
  half: number,
  { name, unit }: { name: string; unit: string },
  timeUnit: string,
  palette: Palette,
  size: Size,
): ChartOption {
  const [x, y] = [frequency.slice(1), value.slice(1)];
  const present = y.filter((v): v is number => v !== null && v > 0);
  const ends = present.length > 0 ? [Math.min(...present), Math.max(...present)] : [];
  const per = frequencyUnit(timeUnit);
  return stackOption({
    size,
    palette,
    panes: [
      {
        title: `Power density (${spectralUnit(unit, 'density', per)})`,
        weight: 1,
        look: { log: true, digits: 2 },
        marks: [
          line({ x, y }, { name, colour: palette.soft, width: 1 }),
          line({ x: ends.map(() => half), y: ends }, { name: 'half the new rate', colour: palette.act, width: 1.6 }),
        ],
      },
    ],
    x: { title: `Frequency (${per})`, look: { log: true } },
  });
}
