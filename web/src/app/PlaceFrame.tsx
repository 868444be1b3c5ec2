import { Splitter } from 'antd';
import type { ReactNode } from 'react';
import { usePreference } from '../data/usePreference';

interface PlaceFrameProps {
  title: ReactNode;
  context?: ReactNode;
  ledger?: ReactNode;
  /** Above the chart: what is on it, and what can be done with it. */
  heading?: ReactNode;
  chart: ReactNode;
  board?: ReactNode;
  panel?: ReactNode;
  /** Height in pixels that the board gets at first. */
  boardHeight?: number;
}

/** Every place is the same bench: head and ledger above, the chart, the board below it, one panel at the right. */
export function PlaceFrame({
  title,
  context,
  ledger,
  heading,
  chart,
  board,
  panel,
  boardHeight = 210,
}: PlaceFrameProps) {
  const [panelWidth, setPanelWidth] = usePreference('panelWidth', 312);
  return (
    <div className="place">
      <header className="head">
        <div className="head-title">
          <h1>{title}</h1>
          {context && <div className="head-context">{context}</div>}
        </div>
        {ledger}
      </header>
      <Splitter className="bench" onResizeEnd={([, width]) => width && setPanelWidth(Math.round(width))}>
        <Splitter.Panel min={360}>
          <Splitter orientation="vertical">
            <Splitter.Panel min={120}>
              <main className="stage">
                {heading && <div className="stage-head">{heading}</div>}
                <div className="stage-body">{chart}</div>
              </main>
            </Splitter.Panel>
            {board && (
              <Splitter.Panel
                defaultSize={boardHeight}
                min={60}
                collapsible={{ start: true, end: true, showCollapsibleIcon: 'auto' }}
              >
                {board}
              </Splitter.Panel>
            )}
          </Splitter>
        </Splitter.Panel>
        {panel && (
          <Splitter.Panel
            defaultSize={panelWidth}
            min={260}
            max={620}
            collapsible={{ start: true, end: true, showCollapsibleIcon: 'auto' }}
          >
            <aside className="panel" aria-label="In hand">
              {panel}
            </aside>
          </Splitter.Panel>
        )}
      </Splitter>
    </div>
  );
}
