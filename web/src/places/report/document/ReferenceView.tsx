import { NodeViewWrapper, type NodeViewProps } from '@tiptap/react';
import { useOnThePage } from './livingContext';

/** `Figure 2`, wherever that one comes to stand; a click goes there. */
export function ReferenceView({ node }: NodeViewProps) {
  const { numbering, isKnown } = useOnThePage();
  const to = String(node.attrs['to']);
  const label = numbering.labels.get(to);
  return (
    <NodeViewWrapper as="span" className={label || !isKnown ? 'living-reference' : 'living-reference lost'}>
      <button
        contentEditable={false}
        onClick={() => document.querySelector(`[data-block="${to}"]`)?.scrollIntoView({ block: 'center' })}
      >
        {label ?? (isKnown ? 'what was referred to is gone' : '…')}
      </button>
    </NodeViewWrapper>
  );
}
