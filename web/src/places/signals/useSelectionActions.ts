import { stepKindOf, type Step } from '@undameter/core';
import type { SelectionDeed } from './SelectionBar';
import type { SignalsAction, SignalsState } from './state';
import { newStep, type useProcedure } from '../../run/useProcedure';

/** What can be done with the selected stretch; a step on it is saved at once, since it can be undone. */
export function useSelectionActions(
  selection: SignalsState['selection'],
  along: { symbol: string; unit: string } | undefined,
  procedure: ReturnType<typeof useProcedure>,
  act: (action: SignalsAction) => void,
): SelectionDeed[] {
  if (!selection) return [];
  const letGo = () => act({ type: 'select', range: null });
  const zoom = () => {
    act({ type: 'window', range: selection });
    letGo();
  };
  const stepOn = (kind: string, settings: Step['settings']) => () => {
    if (!along) return;
    const about = { channel: along.symbol, unit: along.unit };
    procedure.append(newStep(kind, stepKindOf(kind).version, { ...about, ...settings }));
    letGo();
  };
  const stretch = selection[0] !== selection[1];
  const [from, to] = selection;
  return [
    ...(along && stretch ? [{ label: 'Keep only this', keys: 'T', run: stepOn('trim', { from, to }) }] : []),
    ...(stretch ? [{ label: 'Zoom in', keys: 'Z', run: zoom }] : []),
    ...(along
      ? [
          { label: 'Set aside', keys: 'S', run: stepOn('setAside', { ranges: [selection], reason: '' }) },
          { label: 'Bring back', keys: 'B', run: stepOn('bringBack', { ranges: [selection] }) },
        ]
      : []),
    { label: 'Let go', keys: 'Escape', run: letGo },
  ];
}
