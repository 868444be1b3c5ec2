import type { LivingEntry, ReportDocument, ReportRow } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { EditorContent, type Editor } from '@tiptap/react';
import { Button, type InputRef } from 'antd';
import { useRef, type ReactNode, type Ref } from 'react';
import { useNavigate } from 'react-router';
import { useCommands } from '../../../app/commands';
import { PlaceFrame } from '../../../app/PlaceFrame';
import { addressOf, figureAddress, places } from '../../../app/places';
import { ask } from '../../../data/api';
import { queries } from '../../../data/queries';
import { Sentence } from '../../../parts/Sentence';
import { movedBelow } from './askOf';
import { HeadStrip } from './HeadStrip';
import { insertEntry, insertReference } from './insert';
import { LivingContext } from './livingContext';
import { OfferedList } from './OfferedList';
import { OutlinePanel } from './OutlinePanel';
import { PageForm } from './PageForm';
import { PutIn } from './PutIn';
import { TakeOutReport } from './TakeOutReport';
import { Toolbar } from './Toolbar';
import { showDocument, takeMoved, useReportEditor, useTakeNew } from './useReportEditor';
import { useReportInHand, type ReportHeld } from './useReportInHand';
import { VersionsPanel } from './VersionsPanel';
import { contextWords } from './words';

interface ReportInHandProps {
  row: ReportRow;
  /** Which report, and the figures. */
  choice: ReactNode;
  onGone(): void;
}

/** A report on its page: written, with its living things in it. */
export function ReportInHand({ row, choice, onGone }: ReportInHandProps) {
  const held = useReportInHand(row);
  const { data: entries } = useQuery(queries.livingEntries(row.campaignId));
  const { data: versions = [] } = useQuery(queries.reportVersions(row.id));
  const { editor, offered } = useReportEditor(row.document, entries ?? [], held.write);
  useTakeNew(editor, held.now);
  const search = useRef<InputRef>(null);
  const goTo = useGoTo(row.campaignId);
  const { living, numbering, isKnown } = held;
  useCommands([
    { id: 'next-moved', label: 'Go to the next moved number', run: nextMoved },
    { id: 'take-moved', label: 'Take all that moved', run: () => editor && takeMoved(editor, living) },
    { id: 'put-in', label: 'Find what can be put in', run: () => search.current?.focus() },
    { id: 'print', label: 'Print the report', run: () => window.print() },
  ]);
  return (
    <LivingContext value={{ campaignId: row.campaignId, living, isKnown, numbering, goTo }}>
      <PlaceFrame
        title={held.name}
        context={<span className="soft">{contextWords(row, versions)}</span>}
        ledger={<HeadStrip held={held} onNextMoved={nextMoved} onTakeAll={() => editor && takeMoved(editor, living)} />}
        heading={editor && <Toolbar editor={editor} saved={<Saved held={held} choice={choice} />} />}
        chart={
          <div className="report-room">
            <Sentence error={held.error} />
            <article className="report-page">
              <ReportHead held={held} />
              <EditorContent editor={editor} />
            </article>
            <OfferedList store={offered} />
          </div>
        }
        panel={editor && <ReportPanel held={held} editor={editor} entries={entries} search={search} onGone={onGone} />}
      />
    </LivingContext>
  );
}

const ReportHead = ({ held: { page, name } }: { held: ReportHeld }) => (
  <>
    {(page.headLeft || page.headRight) && (
      <div className="page-head">
        <span>{page.headLeft}</span>
        <span>{page.headRight}</span>
      </div>
    )}
    <h1>{name}</h1>
    {page.author && <p className="soft">{page.author}</p>}
  </>
);

function Saved({ held, choice }: { held: ReportHeld; choice: ReactNode }) {
  const at = new Date(held.savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return (
    <>
      <span className="soft" role="status">
        {held.isSaving ? 'saving …' : `saved ${at}`}
      </span>
      {choice}
    </>
  );
}

interface PanelProps {
  held: ReportHeld;
  editor: Editor;
  entries: LivingEntry[] | undefined;
  search: Ref<InputRef>;
  onGone(): void;
}

function ReportPanel({ held, editor, entries, search, onGone }: PanelProps) {
  const { id } = held.row;
  const moved = movedBelow(held.document, (l) => held.living.stateOf(l) === 'moved');
  return (
    <div className="report-panel">
      <div className="report-panel-body">
        <PutIn
          entries={entries}
          numbering={held.numbering}
          search={search}
          onPut={(entry) => insertEntry(editor, entry)}
          onRefer={(to) => insertReference(editor, to)}
        />
        <OutlinePanel kind={held.kind} outline={held.numbering.outline} moved={moved} onGo={showBlock} />
        <PageForm held={held} />
        <VersionsPanel
          held={held}
          onRestored={(restored) => {
            showDocument(editor, restored.document);
            held.write(restored.document);
          }}
        />
        <OfReport id={id} campaignId={held.row.campaignId} name={held.name} document={held.document} onGone={onGone} />
      </div>
      <TakeOutReport held={held} />
    </div>
  );
}

interface OfReportProps {
  id: number;
  campaignId: number;
  name: string;
  document: ReportDocument;
  onGone(): void;
}

/** What is done with the report as a whole. */
function OfReport({ id, campaignId, name, document, onGone }: OfReportProps) {
  const save = useMutation({
    mutationFn: () => ask(`/campaigns/${campaignId}/templates`, { body: { name, document } }),
  });
  const remove = useMutation({ mutationFn: () => ask(`/reports/${id}`, { method: 'DELETE' }), onSuccess: onGone });
  return (
    <div className="panel-pad of-report">
      <Sentence error={save.error ?? remove.error} />
      <Button size="small" disabled={save.isPending} onClick={() => save.mutate()}>
        {save.isSuccess ? 'Saved as a template' : 'Save as a template'}
      </Button>
      <Button size="small" onClick={() => remove.mutate()}>
        Delete the report
      </Button>
    </div>
  );
}

/** Shows a block of the text by its place. */
function showBlock(block: number): void {
  const text = window.document.querySelector('.report-page .tiptap');
  text?.children[block]?.scrollIntoView({ block: 'start', behavior: 'smooth' });
}

/** Shows the next thing on the page that moved, from where the page is scrolled to. */
function nextMoved(): void {
  const all = [...window.document.querySelectorAll<HTMLElement>('.report-page [data-state="moved"]')];
  const next = all.find((e) => e.getBoundingClientRect().top > window.innerHeight / 2 + 10) ?? all[0];
  next?.scrollIntoView({ block: 'center', behavior: 'smooth' });
}

/** To where a living thing comes from. */
function useGoTo(campaignId: number) {
  const navigate = useNavigate();
  return ({ place, thing }: { place: string; thing: number | null }): void => {
    if (place === 'figure') return void navigate(figureAddress(campaignId, thing ?? undefined));
    const known = places.find((p) => p.path === place);
    if (known) void navigate(addressOf(campaignId, known.path, thing ?? undefined));
  };
}
