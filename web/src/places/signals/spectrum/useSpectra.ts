import { useQuery } from '@tanstack/react-query';
import type { BenchReply } from '@undameter/contract';
import type { Size } from '../../../chart/Chart';
import type { ChartOption } from '../../../chart/echarts';
import { offeredOn } from '../../../condition/choosing';
import { queries, type Window } from '../../../data/queries';
import { usePreference } from '../../../data/usePreference';
import type { ViewChart } from '../viewChart';
import { averagedInWords, resolutionInWords, type Averaged, type SpectrumChosen } from './chosen';
import { spectrumOption, transferOption } from './spectrumOption';

interface Asked {
  campaignId: number;
  runId: number;
  body: Window;
  bench: BenchReply | undefined;
  chart: ViewChart;
  timeUnit: string;
}

/** Spectra of the channels on the chart, as they are chosen. */
export function useSpectra({ campaignId, runId, body, bench, chart, timeUnit }: Asked, isWanted: boolean) {
  const [kept, choose] = usePreference<SpectrumChosen>(`view.spectrum.${runId}`, { as: 'density' });
  const listed = useQuery({ ...queries.conditions(campaignId), enabled: isWanted });
  const conditions = offeredOn(listed.data ?? [], runId);
  const chosen = stillThere(
    kept,
    conditions.map((c) => c.id),
    bench,
  );
  // What was chosen of conditions is known once they are.
  const isKnown = kept.conditionIds === undefined || listed.isSuccess;
  const spectra = useQuery(queries.spectrum(runId, { ...body, ...chosen }, isWanted && isKnown));
  const nameOfCondition = (id: number) => conditions.find((c) => c.id === id)?.name ?? '';
  const isOrders = chosen.turnsBy !== undefined;
  const said = spectra.data ?? [];
  return {
    chosen,
    choose,
    conditions,
    nameOfCondition,
    isOrders,
    data: spectra.data,
    error: spectra.error ?? said.find((s) => s.problem)?.problem,
    hint: [
      averagedInWords(said, chosen.taper),
      isOrders
        ? ''
        : resolutionInWords(
            said.find((s) => !s.problem),
            timeUnit,
          ),
    ]
      .filter(Boolean)
      .join(': '),
    draw: (size: Size): ChartOption =>
      spectra.data
        ? spectrumOption(spectra.data, { ...chart, as: chosen.as, timeUnit, isOrders, nameOfCondition }, size)
        : {},
  };
}

/** What was chosen once may be gone by now. */
function stillThere(kept: SpectrumChosen, ids: readonly number[], bench: BenchReply | undefined): SpectrumChosen {
  const { conditionIds, turnsBy, ...rest } = kept;
  const there = conditionIds?.filter((id) => ids.includes(id)) ?? [];
  return {
    ...rest,
    ...(there.length > 0 ? { conditionIds: there } : {}),
    ...(turnsBy !== undefined && bench?.channels.some((c) => c.symbol === turnsBy) ? { turnsBy } : {}),
  };
}

/** A channel follows itself. */
const ALONE = {
  message: 'Only the channel that is followed is on the chart. Put another one on it, or follow another.',
};

type Followed = BenchReply['channels'][number] | undefined;

/** How the first channel on the chart follows another one. */
export function useTransfer({ runId, body, chart, timeUnit }: Asked, x: Followed, isWanted: boolean) {
  const [chosen, choose] = usePreference<Averaged>(`view.transfer.${runId}`, {});
  const symbol = body.symbols.find((s) => s !== x?.symbol);
  const asked = { ...body, symbols: symbol === undefined ? [] : [symbol], x: x?.symbol ?? '', ...chosen };
  const transfer = useQuery(queries.transfer(runId, asked, isWanted && x !== undefined && symbol !== undefined));
  const [found] = transfer.data ?? [];
  return {
    chosen,
    choose,
    symbol,
    data: transfer.data,
    error: symbol === undefined ? ALONE : (transfer.error ?? found?.problem),
    hint: averagedInWords(transfer.data ?? [], chosen.taper),
    draw: (size: Size): ChartOption =>
      transfer.data && x ? transferOption(transfer.data, { ...chart, timeUnit, x }, size) : {},
  };
}
