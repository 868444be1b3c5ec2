import { Popover, Segmented, Select } from 'antd';
import { useCommands } from '../../app/commands';
import { ChannelSelect } from '../../step/ChannelSelect';
import { AxesForm } from './AxesForm';
import type { useSignalsData } from './useSignalsData';
import { views, type View } from './viewOption';

/** How the channels are looked at, and how their axes are to be. */
export function ViewTools({ data: { view, onChart, looks, setLook } }: { data: ReturnType<typeof useSignalsData> }) {
  useCommands(
    views.map((v) => ({
      id: `view-${v.value}`,
      label: `Channels: ${v.label.toLowerCase()}`,
      run: () => view.setView(v.value),
    })),
  );
  return (
    <span className="view-tools">
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
      <Popover
        trigger="click"
        placement="bottomRight"
        destroyOnHidden
        content={
          <AxesForm
            channels={[...onChart.map((c) => c.channel), ...(view.view === 'channel' && view.x ? [view.x] : [])]}
            looks={looks}
            onChange={setLook}
          />
        }
      >
        <button className="quiet">Axes</button>
      </Popover>
    </span>
  );
}
