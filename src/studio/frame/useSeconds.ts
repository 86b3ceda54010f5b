import { useEffect, useState } from 'react';

/** The time left until a moment, as "0:48", counting down; empty without one. */
export function useSeconds(until: number | null): string {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (until === null) return;
    const timer = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(timer);
  }, [until]);
  if (until === null) return '';
  const seconds = Math.max(0, Math.ceil((until - now) / 1_000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}
