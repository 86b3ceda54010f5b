/** How long a thing may take to be drawn before the focus is left where it is, in milliseconds. */
const PATIENCE_MS = 3_000;

/**
 * Puts the focus into something that was just added, as soon as it is drawn: into the first match of `field` within
 * the first match of `thing`, and until a field is there into the thing itself. Whoever has gone elsewhere meanwhile
 * is not called back, or what they type would land in the wrong place.
 */
export function goOnAt(thing: string, field: string): void {
  let at = document.activeElement;
  const moved = (): boolean => document.activeElement !== at && document.activeElement !== document.body;
  const look = (): void => {
    if (moved()) return stop();
    const drawn = document.querySelector<HTMLElement>(thing);
    const target = drawn?.querySelector<HTMLElement>(field) ?? drawn;
    if (!drawn || !target || target === at) return;
    if (at !== drawn) drawn.scrollIntoView({ block: 'center' });
    target.focus();
    at = document.activeElement;
    if (target !== drawn) stop();
  };
  const watching = new MutationObserver(look);
  const patience = setTimeout(() => stop(), PATIENCE_MS);
  function stop(): void {
    watching.disconnect();
    clearTimeout(patience);
  }
  watching.observe(document.body, { childList: true, subtree: true });
  look();
}
