interface PanelHeadProps {
  title: string;
  /** What the button says that leaves: `Close`, `To all runs`. */
  leave: string;
  onLeave(): void;
}

/** The head of a panel that is left by a button. */
export const PanelHead = ({ title, leave, onLeave }: PanelHeadProps) => (
  <header className="panel-head">
    <h2>{title}</h2>
    <span className="grow" />
    <button className="quiet" onClick={onLeave}>
      {leave}
    </button>
  </header>
);
