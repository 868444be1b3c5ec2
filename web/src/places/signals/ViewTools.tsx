import { Segmented, Select } from 'antd';
import { useCommands } from '../../app/commands';
import { AxesForm, type ListedAxis } from '../../axes/AxesForm';
import { AxesButton, AxesTool } from '../../axes/AxesTool';
import { ChannelSelect } from '../../step/ChannelSelect';
import type { useSignalsData } from './useSignalsData';
import { FieldTools } from './field/FieldTools';
import { viewsOf, type View } from './viewOption';

type SignalsData = ReturnType<typeof useSignalsData>;

/** How the channels are looked at, and how their axes are to be. */
export function ViewTools({ data }: { data: SignalsData }) {
  const { view, onChart, field } = data;
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
      {view.view === 'channel' && (
        <ChannelSelect label="Across the chart" channels={view.numbers} value={view.x?.symbol} onChange={view.setX} />
      )}
      {view.view === 'channel' && view.every > 1 && <span className="soft">one sample of {view.every}</span>}
      {view.view === 'histogram' && onChart.length > 1 && (
        <span className="soft">of {onChart[0]!.channel.symbol}, the first on the chart</span>
      )}
      {view.view === 'spectrum' && (
        <Segmented<'amplitude' | 'density'>
          size="small"
          value={view.as}
          onChange={view.setAs}
          options={[
            { value: 'density', label: 'power density' },
            { value: 'amplitude', label: 'amplitude' },
          ]}
        />
      )}
      <Select<View>
        size="small"
        aria-label="View"
        popupMatchSelectWidth={false}
        value={view.view}
        onChange={view.setView}
        options={views.map((v) => ({ ...v }))}
      />
      {view.view !== 'field' && <ChannelAxes data={data} />}
    </span>
  );
}

/** Of a run the axes belong to its channels; of a spectrum or a histogram to what is drawn. */
function ChannelAxes({ data: { view, onChart, axes } }: { data: SignalsData }) {
  if (view.view === 'spectrum' || view.view === 'histogram') return <AxesTool axes={view.own} />;
  const isAlong = view.view === 'run';
  const listed = onChart.map(({ channel: { symbol } }, i): ListedAxis => ({
    name: symbol,
    label: symbol,
    called: symbol,
    ...(isAlong ? { ofChannel: { isFirst: i === 0 } } : {}),
  }));
  const across = !isAlong && view.x ? [{ name: view.x.symbol, label: view.x.symbol, called: view.x.symbol }] : [];
  return <AxesButton form={<AxesForm axes={[...listed, ...across]} held={axes} />} />;
}
