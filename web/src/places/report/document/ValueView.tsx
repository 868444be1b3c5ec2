import type { LivingAttrs } from '@undameter/contract';
import { whyMoved } from '@undameter/writing';
import { NodeViewWrapper, type NodeViewProps } from '@tiptap/react';
import { useOnThePage } from './livingContext';
import { RunsOf } from './RunsOf';
import { Settle } from './Settle';

const textOf = (content: { form: string; text?: string } | null | undefined): string =>
  content?.form === 'number' ? (content.text ?? '') : '';

/** A living number in a sentence: its origin on hover, old and new side by side when it moved. */
export function ValueView({ node, updateAttributes, selected }: NodeViewProps) {
  const { living, goTo } = useOnThePage();
  const attrs = node.attrs as LivingAttrs;
  const [state, now, taken] = [living.stateOf(attrs), living.nowOf(attrs), living.takenOf(attrs)];
  const shown = textOf(living.shownOf(attrs));
  const words = [
    now?.origin.words,
    attrs.kept && state === 'kept' ? `kept: ${attrs.kept.reason}` : '',
    now?.problem?.message,
  ]
    .filter(Boolean)
    .join('. ');
  if (state === 'moved' && now)
    return (
      <NodeViewWrapper as="span" className="value moved" data-block={attrs.id} data-state={state}>
        <s>{shown}</s> <span aria-hidden>→</span>{' '}
        <b>
          <RunsOf text={textOf(now.content)} />
        </b>
        <Settle now={now} onChange={updateAttributes} />
        <span className="why" contentEditable={false}>
          {whyMoved(taken?.basis ?? [], now.basis).join('; ') || 'what it stands on was changed'}
        </span>
      </NodeViewWrapper>
    );
  return (
    <NodeViewWrapper
      as="span"
      className={`value ${state}${selected ? ' selected' : ''}`}
      title={words}
      data-block={attrs.id}
      data-state={state}
    >
      <button contentEditable={false} onClick={() => now && goTo(now.origin)} aria-label={`${shown}, from ${words}`}>
        {shown ? <RunsOf text={shown} /> : state === 'waiting' ? '…' : 'number lost'}
      </button>
    </NodeViewWrapper>
  );
}
