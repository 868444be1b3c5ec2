import { Select } from 'antd';
import { useCommands } from '../../app/commands';
import { AxesForm, type ListedAxis } from '../../axes/AxesForm';
import { AxesButton, AxesTool } from '../../axes/AxesTool';
import { ChannelSelect } from '../../step/ChannelSelect';
import type { useSignalsData } from './useSignalsData';
import { CyclesForm, HistogramForm } from './distribution/DistributionForms';
import { FieldTools } from './field/FieldTools';
import { AveragingForm, SettingsButton, SpectrumForm } from './spectrum/SpectrumForm';
import { viewsOf, type View } from './viewOption';

type SignalsData = ReturnType<typeof useSignalsData>;
type SignalsView = SignalsData['view'];

/** How the channels are looked at, and how their axes are to be. */
export function ViewTools({ data }: { data: SignalsData }) {
  const { view, field } = data;
  const views = viewsOf(field.isField);
  useCommands(
    views.map((v) => ({
      id: `view-${v.value}`,
      label: `Channels: ${v.label.toLowerCase()}`,
      run: () => view.setView(v.value),
    })),
  );
  return (
    <span className="view-tools">
      {view.view === 'field' && <FieldTools held={field} />}
      {(view.view === 'channel' || view.view === 'transfer') && (
        <ChannelSelect
          label={view.view === 'channel' ? 'Across the chart' : 'Follows'}
          channels={view.numbers}
          value={view.x?.symbol}
          onChange={view.setX}
        />
      )}
      {view.view === 'channel' && view.every > 1 && <span className="soft">one sample of {view.every}</span>}
      <Select<View>
        size="small"
        aria-label="View"
        popupMatchSelectWidth={false}
        value={view.view}
        onChange={view.setView}
        options={views.map((v) => ({ ...v }))}
      />
      <ViewSettings view={view} />
      {view.view !== 'field' && <ChannelAxes data={data} />}
    </span>
  );
}

/** How what is on the chart is computed, where there is a choice. */
function ViewSettings({ view }: { view: SignalsView }) {
  const { spectra, transfer, histograms, cycles, numbers } = view;
  if (view.view === 'spectrum') {
    const [first] = spectra.data ?? [];
    return (
      <SettingsButton
        form={
          <SpectrumForm
            chosen={spectra.chosen}
            onChange={spectra.choose}
            samples={first?.samples ?? 0}
            proposed={first?.segment}
            channels={numbers}
            conditions={spectra.conditions}
          />
        }
      />
    );
  }
  if (view.view === 'transfer') {
    const [first] = transfer.data ?? [];
    return (
      <SettingsButton
        form={
          <AveragingForm
            chosen={transfer.chosen}
            onChange={transfer.choose}
            samples={first?.samples ?? 0}
            proposed={first?.segment}
          />
        }
      />
    );
  }
  if (view.view === 'histogram')
    return <SettingsButton form={<HistogramForm chosen={histograms.chosen} onChange={histograms.choose} />} />;
  if (view.view === 'cycles')
    return <SettingsButton form={<CyclesForm chosen={cycles.chosen} onChange={cycles.choose} />} />;
  return null;
}

/** Along a run and over a channel the axes belong to channels; else to what is drawn. */
function ChannelAxes({ data: { view, onChart, axes } }: { data: SignalsData }) {
  const isAlong = view.view === 'run';
  if (!isAlong && view.view !== 'channel') return <AxesTool axes={view.own} />;
  const listed = onChart.map(({ channel: { symbol } }, i): ListedAxis => ({
    name: symbol,
    label: symbol,
    called: symbol,
    ...(isAlong ? { ofChannel: { isFirst: i === 0 } } : {}),
  }));
  const across = !isAlong && view.x ? [{ name: view.x.symbol, label: view.x.symbol, called: view.x.symbol }] : [];
  return <AxesButton form={<AxesForm axes={[...listed, ...across]} held={axes} />} />;
}
