import { useEffect, useRef } from 'react';

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, [contenteditable=true]') !== null;

/**
 * Takes what is pasted outside of a field before the grid does, where the whole of it is wanted.
 * @param take  says whether it took the text
 */
export function useWholePaste(take: (text: string) => boolean): void {
  const newest = useRef(take);
  useEffect(() => {
    newest.current = take;
  });
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      if (isField(event.target) || !newest.current(event.clipboardData?.getData('text') ?? '')) return;
      event.preventDefault();
      event.stopImmediatePropagation();
    };
    document.addEventListener('paste', paste, true);
    return () => document.removeEventListener('paste', paste, true);
  }, []);
}
