import type { ReactNode } from 'react';

/** Something of a buyer's page that is looked at and never used; in its place what it waits for, while it cannot be drawn. */
export const LookedAt = ({ waits, children }: { waits: string; children: ReactNode }) =>
  children ? (
    <div inert>{children}</div>
  ) : (
    <p className="my-6 border border-dashed border-edge p-6 text-ink-2">{waits}</p>
  );
