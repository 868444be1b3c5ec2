import type { LivingAttrs, LivingContent, LivingNow } from '@undameter/contract';
import { whyMoved } from '@undameter/writing';
import { NodeViewWrapper, type NodeViewProps } from '@tiptap/react';
import { ContentView } from './ContentView';
import { useOnThePage, type ChangeAttrs } from './livingContext';
import { PartsShown } from './PartsShown';
import { KeptWords, Settle } from './Settle';

/** A living figure, table or text on the page, with its origin in the margin. */
export function LivingView({ node, updateAttributes, selected }: NodeViewProps) {
  const { living, numbering, goTo } = useOnThePage();
  const attrs = node.attrs as LivingAttrs;
  const [state, now] = [living.stateOf(attrs), living.nowOf(attrs)];
  const shown = living.shownOf(attrs);
  const label = numbering.labels.get(attrs.id) ?? '';
  return (
    <NodeViewWrapper
      className={`living ${state}${selected ? ' selected' : ''}`}
      data-block={attrs.id}
      data-state={state}
      data-drag-handle
    >
      {state === 'moved' && now && shown && (
        <MovedHead now={now} basis={living.takenOf(attrs)?.basis ?? []} onChange={updateAttributes} />
      )}
      {state === 'lost' && <p className="doubt">It lost its origin: {now?.problem?.message}</p>}
      <div className={state === 'moved' ? 'old-and-new' : ''}>
        {shown ? (
          <ContentView
            content={shown}
            hash={attrs.taken ?? now?.hash ?? ''}
            label={label}
            attrs={attrs}
            onCaption={(caption) => updateAttributes({ caption })}
          />
        ) : (
          <p className="soft">{state === 'waiting' ? 'Reading …' : 'Nothing could be taken here.'}</p>
        )}
        {state === 'moved' && now?.content && shown && (
          <NewOne now={now} content={now.content} label={label} attrs={attrs} />
        )}
      </div>
      {state === 'kept' && attrs.kept && <KeptWords kept={attrs.kept} />}
      {now && (
        <div className="origin" contentEditable={false}>
          <button onClick={() => goTo(now.origin)}>{now.origin.words}</button>
          {shown?.form === 'table' && (
            <PartsShown table={shown} hidden={attrs.hidden} onChange={(hidden) => updateAttributes({ hidden })} />
          )}
        </div>
      )}
    </NodeViewWrapper>
  );
}

const MovedHead = ({ now, basis, onChange }: { now: LivingNow; basis: LivingNow['basis']; onChange: ChangeAttrs }) => (
  <p className="moved-head" contentEditable={false}>
    <b>Moved.</b> {whyMoved(basis, now.basis).join('; ') || 'What it stands on was changed.'}{' '}
    <Settle now={now} onChange={onChange} />
  </p>
);

interface NewOneProps {
  now: LivingNow;
  content: LivingContent;
  label: string;
  attrs: LivingAttrs;
}

/** What would be taken, beside what was. */
const NewOne = ({ now, content, label, attrs }: NewOneProps) => (
  <div className="new-one">
    <span className="soft">now</span>
    <ContentView content={content} hash={now.hash ?? ''} label={label} attrs={attrs} />
  </div>
);
