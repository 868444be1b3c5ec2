import { Popover } from 'antd';
import type { ReactNode } from 'react';
import { AxesForm } from './AxesForm';
import type { WithAxes } from './useWithAxes';

/** What opens the form of the axes, in the heading of a chart. */
export const AxesButton = ({ form }: { form: ReactNode }) => (
  <Popover trigger="click" placement="bottomRight" destroyOnHidden content={form}>
    <button className="quiet">Axes</button>
  </Popover>
);

/** The axes of a chart: range, ticks, logarithmic, reversed. */
export const AxesTool = ({ axes }: { axes: WithAxes }) => <AxesButton form={<AxesOnChart axes={axes} />} />;

/** A part of its own, so that the axes are listed only while the form is open. */
function AxesOnChart({ axes: { held, list } }: { axes: WithAxes }) {
  return (
    <AxesForm
      axes={list().map(({ name, title, direction, isLog, notAboveZero }) => ({
        name,
        label: title,
        called: `${direction} axis`,
        isLog,
        notAboveZero,
      }))}
      held={held}
    />
  );
}
