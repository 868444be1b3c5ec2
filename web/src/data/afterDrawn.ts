/** Does something when the page has drawn what it knows now; at once where nobody sees it. */
export function afterDrawn(then: () => void): void {
  if (document.hidden) setTimeout(then);
  else requestAnimationFrame(() => setTimeout(then));
}
