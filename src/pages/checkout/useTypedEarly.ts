import { useEffect, useRef } from 'react';

/** What a field of this page shows now, by its id. */
export const shownIn = (id: string): string =>
  document.querySelector<HTMLInputElement | HTMLSelectElement>(`#${id}`)?.value ?? '';

/**
 * Takes over what stood in the fields before this page's script ran: typed on a slow line, filled in by the browser,
 * or kept over "back" and reload. Without it the first key press elsewhere would wipe it out.
 */
export function useTypedEarly(takeOver: () => void): void {
  const latest = useRef(takeOver);
  useEffect(() => {
    latest.current = takeOver;
  });
  useEffect(() => {
    const now = (): void => latest.current();
    now();
    // Browsers put back what a page held after its scripts have begun.
    addEventListener('pageshow', now);
    return () => removeEventListener('pageshow', now);
  }, []);
}
