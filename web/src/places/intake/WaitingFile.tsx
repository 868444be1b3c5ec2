import { coordinateColumns, formatCount, type Layout } from '@undameter/core';
import { useReducer } from 'react';
import { PlaceFrame } from '../../app/PlaceFrame';
import { counted } from '../../parts/counted';
import { ColumnBoard } from './ColumnBoard';
import { FirstLines } from './FirstLines';
import { ImportRecord } from './ImportRecord';
import { LayoutPanel } from './LayoutPanel';
import { importOf, intake, type IntakeState } from './state';
import type { useImport } from './useImport';

interface WaitingFileProps {
  campaignId: number;
  start: IntakeState;
  work: ReturnType<typeof useImport>;
  /** Files that wait behind this one. */
  waiting: number;
  onAgain(): void;
  /** Reads it as the nodes of a simulated field instead; undefined: it cannot be sent once more. */
  onField: (() => void) | undefined;
}

/** A file as it was read, with everything that can be said otherwise; then what became of it. */
export function WaitingFile({ campaignId, start, work, waiting, onAgain, onField }: WaitingFileProps) {
  const [state, act] = useReducer(intake, start);
  const { uploadId, name, bytes } = state.upload;
  const relayout = (layout: Layout) =>
    work.reread.mutate({ uploadId, layout }, { onSuccess: ({ preview }) => act({ type: 'reread', layout, preview }) });
  // What is being read anew is already in the fields, so that a second change goes on from the first one.
  const rereading = work.reread.isPending;
  const wished = rereading ? { ...state, layout: work.reread.variables.layout } : state;
  const left = new Set(state.columns.filter((c) => !c.keep).map((c) => c.index));
  return (
    <PlaceFrame
      title={name}
      context={
        <span className="soft">
          {formatCount(Math.ceil(bytes / 1024))} KiB, waiting for import
          {waiting > 0 && `, ${counted(waiting, 'file')} behind it`}
        </span>
      }
      heading={
        work.imported ? null : (
          <>
            <b>First lines, as read</b>
            <span className="soft">what is left out is crossed; a click on a line’s number says what it is</span>
            <span className="grow" />
            {onField && coordinateColumns(state.preview.columns.map((c) => c.name)) && (
              <button
                className="quiet"
                title="Its rows have x, y and z: they can be the nodes of a simulated field"
                onClick={onField}
              >
                Read as nodes of a field
              </button>
            )}
          </>
        )
      }
      chart={
        work.imported ? (
          <ImportRecord run={work.imported} waiting={waiting} onNext={onAgain} />
        ) : (
          <FirstLines preview={state.preview} layout={state.layout} left={left} onLayout={relayout} />
        )
      }
      boardHeight={280}
      board={work.imported ? undefined : <ColumnBoard state={state} act={act} />}
      panel={
        work.imported ? undefined : (
          <LayoutPanel
            state={wished}
            rereading={rereading}
            act={act}
            job={work.job}
            error={work.chooseParts.error ?? work.reread.error ?? work.start.error ?? work.startAll.error}
            allDone={work.allDone}
            onLayout={relayout}
            onParts={(parts) =>
              work.chooseParts.mutate({ uploadId, parts }, { onSuccess: (upload) => act({ type: 'open', upload }) })
            }
            onImport={() => work.start.mutate({ uploadId, body: importOf(state, campaignId) })}
            onImportAll={(parts) => work.startAll.mutate({ state, campaignId, parts }, { onSuccess: onAgain })}
            onCancel={() => work.cancel.mutate()}
            onDiscard={onAgain}
          />
        )
      }
    />
  );
}
