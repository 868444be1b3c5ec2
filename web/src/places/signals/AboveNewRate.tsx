import type { Step } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { SmallChart } from '../../axes/SmallChart';
import { queries } from '../../data/queries';
import { useTheme } from '../../theme/ThemeProvider';
import { aboveInWords, aboveOption, halfRate } from './aboveRate';
import type { Signals } from './useSignals';

/** The spectrum of the channel in hand before a re-sampling, and what of it lies above half the new rate. */
export function AboveNewRate({ signals, step }: { signals: Signals; step: Step }) {
  const { campaignId, runId, procedure, state, data } = signals;
  const { palette } = useTheme();
  const { along, bench } = data;
  const channel = data.shown
    .map((s) => bench?.channels.find((c) => c.symbol === s))
    .find((c) => c !== undefined && c.labels === null && c.symbol !== along?.symbol);
  const before = procedure.steps.slice(0, state.draft?.index);
  const asked = { steps: before, symbols: [channel?.symbol ?? ''], from: null, to: null, as: 'density' as const };
  const { data: spectra } = useQuery(queries.spectrum(runId, asked, channel !== undefined && along !== undefined));
  const spectrum = spectra?.find((s) => !s.problem);
  const half = along && halfRate(step, along.unit);
  if (!spectrum || half === undefined || !channel || !along) return null;
  return (
    <>
      <p className="panel-pad">{aboveInWords(spectrum, half, channel, along.unit, String(step.settings['method']))}</p>
      <SmallChart
        campaignId={campaignId}
        name="spectrum before re-sampling"
        label={`Spectrum of ${channel.name} with half the new rate`}
        build={(size) => aboveOption(spectrum, half, channel, along.unit, palette, size)}
      />
    </>
  );
}
