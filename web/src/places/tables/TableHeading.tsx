import { Checkbox, Segmented } from 'antd';
import type { ReactNode } from 'react';
import { callInWords, errorInWords } from './tableWords';
import type { TableDraft, Understood } from './state';
import type { SurfaceView } from './surfaceOption';

/** What is drawn beside the curve of a table. */
export interface DrawnBeside {
  others: boolean;
  rate: boolean;
  area: boolean;
}

interface TableHeadingProps {
  draft: TableDraft;
  understood: Understood | undefined;
  view: SurfaceView;
  onView(view: SurfaceView): void;
  drawn: DrawnBeside;
  onDrawn(drawn: DrawnBeside): void;
  children: ReactNode;
}

/** How the table is called, how far it can be trusted, and what is drawn beside it. */
export function TableHeading({ draft, understood, view, onView, drawn, onDrawn, children }: TableHeadingProps) {
  const isCurve = draft.shape === 'curve';
  const isMap = !isCurve && view === 'map';
  const error = errorInWords(understood?.error, draft);
  const beside = (what: keyof DrawnBeside, label: string, disabled: boolean) => (
    <Checkbox
      disabled={disabled}
      checked={drawn[what]}
      onChange={(e) => onDrawn({ ...drawn, [what]: e.target.checked })}
    >
      {label}
    </Checkbox>
  );
  return (
    <>
      <b>{callInWords(draft)}</b>
      <span className="soft told" title={error}>
        {error}
      </span>
      {!isCurve && (
        <Segmented<SurfaceView>
          size="small"
          aria-label="Drawn over"
          value={view}
          onChange={onView}
          options={[
            { value: 'x', label: draft.xName || 'the first' },
            { value: 'w', label: draft.second.name || 'the second' },
            { value: 'map', label: 'map' },
          ]}
        />
      )}
      {beside('others', 'other methods', isMap || draft.shape === 'scattered')}
      {beside('rate', 'slope', isMap)}
      {isCurve && beside('area', 'integral', false)}
      <span className="grow" />
      {children}
    </>
  );
}
